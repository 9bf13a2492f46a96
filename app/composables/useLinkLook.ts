import { useDebounceFn } from '@vueuse/core'
import type { LinkLook } from '#shared/posts'

/** What the page behind a link answers, looked for a moment after the link changed; null while it is not known. */
export function useLinkLook(link: () => string | null) {
  const desk = useDeskStore()
  const look = shallowRef<LinkLook | null>(null)
  let turn = 0
  const ask = useDebounceFn(async (url: string, mine: number) => {
    const found = await desk.lookAtLink(url).catch(() => null)
    if (mine === turn) look.value = found
  }, 400)
  watch(
    link,
    (url) => {
      const mine = ++turn
      look.value = null
      if (url) void ask(url, mine)
    },
    { immediate: true },
  )
  return look
}
