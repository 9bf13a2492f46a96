import { useEventListener } from '@vueuse/core'

/**
 * Asks before a screen is left with changes that nobody saved; the browser asks before its tab is closed.
 * What is being saved is waited for:
 * `saving` resolves when that has ended.
 */
export function useLeaving(isChanged: () => boolean, saving: () => Promise<unknown>) {
  const asking = ref(false)
  let settle: (leaves: boolean) => void = () => undefined
  onBeforeRouteLeave(async () => {
    await saving()
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
