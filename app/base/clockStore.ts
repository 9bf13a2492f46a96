import { useIntervalFn } from '@vueuse/core'
/**
 * The application's own time: the server's, which in the demo may run ahead. Ticks every quarter of a minute.
 */
export const useClockStore = defineStore('clock', () => {
  const offset = ref(0)
  const now = ref(Date.now())
  const tick = (): void => {
    now.value = Date.now() + offset.value
  }
  useIntervalFn(tick, 15_000)

  /** Takes the server's word for what time it is. */
  function set(at: string): void {
    offset.value = Date.parse(at) - Date.now()
    tick()
  }
  return { now, set }
})
