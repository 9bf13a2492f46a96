import { useLocalStorage } from '@vueuse/core'

/** Sizes of the sheet's text in pixels. */
const SIZES = [15, 16, 17, 19, 21, 24] as const
const USUAL = 2

/**
 * How one reads, kept in this browser: the size of the sheet's text, and whether passing over an article
 * reads it.
 */
export function useReading() {
  const step = useLocalStorage('quill-text-step', USUAL)
  const readWhenPassed = useLocalStorage('quill-read-when-passed', false)
  const at = computed(() => Math.min(SIZES.length - 1, Math.max(0, Math.round(Number(step.value)) || 0)))
  const size = computed(() => SIZES[at.value]!)
  const resize = (by: 1 | -1): void =>
    void (step.value = Math.min(SIZES.length - 1, Math.max(0, at.value + by)))
  return {
    size,
    isSmallest: computed(() => at.value === 0),
    isLargest: computed(() => at.value === SIZES.length - 1),
    resize,
    readWhenPassed,
  }
}
