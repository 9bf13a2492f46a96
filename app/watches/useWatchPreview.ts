import { watchRoutes } from '#shared/watches/routes'
import { useDebounceFn } from '@vueuse/core'
import type { OfferedWord, WatchPreview } from '#shared/watches/types'
import { sentenceOf } from '~/base/client'

/**
 * What a query that is being written would mark, asked anew a moment after it changed; the newest answer
 * wins.
 */
export function useWatchPreview(ask: () => { query: string; folders: string[]; sources: string[] } | null) {
  const brand = useBrandStore()
  const look = shallowRef<WatchPreview | null>(null)
  const offered = shallowRef<OfferedWord[]>([])
  const looking = ref(false)
  const failed = ref('')
  let latest = 0

  async function load(): Promise<void> {
    const asked = ask()
    const requestId = ++latest
    if (!asked) {
      looking.value = false
      failed.value = ''
      return
    }
    looking.value = true
    try {
      const answer = await brand.call(watchRoutes.preview, { body: asked })
      if (requestId !== latest) return
      look.value = answer
      failed.value = ''
    } catch (error) {
      if (requestId === latest) failed.value = sentenceOf(error)
    } finally {
      if (requestId === latest) looking.value = false
    }
  }
  async function loadOffered(): Promise<void> {
    const requestId = latest
    const words = await brand
      .call(watchRoutes.offerWords, { body: { query: ask()?.query ?? '' } })
      .catch(() => null)
    if (words && requestId === latest) offered.value = words
  }
  const soon = useDebounceFn(load, 250)
  const later = useDebounceFn(loadOffered, 900)
  watch(
    () => JSON.stringify(ask()),
    () => {
      void soon()
      void later()
    },
    { immediate: true },
  )
  return { look, offered, looking, failed }
}
