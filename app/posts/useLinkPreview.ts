import { useDebounceFn } from '@vueuse/core'
import type { LinkPreview } from '#shared/posts/types'
import { useDeskStore } from './deskStore'

/**
 * What the page behind a link answers, looked for a moment after the link changed; null while it is not
 * known, or could not be asked for.
 */
export function useLinkPreview(link: () => string | null) {
  const desk = useDeskStore()
  const look = shallowRef<LinkPreview | null>(null)
  const isLooking = ref(false)
  let latest = 0
  const ask = useDebounceFn(async (url: string, requestId: number) => {
    const found = await desk.previewLink(url).catch(() => null)
    if (requestId !== latest) return
    look.value = found
    isLooking.value = false
  }, 400)
  watch(
    link,
    (url) => {
      const requestId = ++latest
      look.value = null
      isLooking.value = Boolean(url)
      if (url) void ask(url, requestId)
    },
    { immediate: true },
  )
  return { look, isLooking }
}
