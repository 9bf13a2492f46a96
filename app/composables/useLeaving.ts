import { useEventListener } from '@vueuse/core'

/** Asks before a screen is left with changes that nobody saved; the browser asks before its tab is closed. */
export function useLeaving(isChanged: () => boolean) {
  const asking = ref(false)
  let settle: (leaves: boolean) => void = () => undefined
  onBeforeRouteLeave(() => {
    if (!isChanged()) return true
    asking.value = true
    return new Promise<boolean>((resolve) => (settle = resolve))
  })
  useEventListener('beforeunload', (event: BeforeUnloadEvent) => {
    if (isChanged()) event.preventDefault()
  })
  function answer(leaves: boolean): void {
    asking.value = false
    settle(leaves)
  }
  return { asking, leave: () => answer(true), stay: () => answer(false) }
}
