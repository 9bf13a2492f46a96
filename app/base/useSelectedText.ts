import { useEventListener } from '@vueuse/core'

export interface Selected {
  text: string
  /** Where it stands on the screen, in pixels. */
  top: number
  left: number
}

/** The words that are selected inside an element; null where none are. */
export function useSelectedText(within: Ref<HTMLElement | null>) {
  const selected = ref<Selected | null>(null)

  function look(): void {
    const selection = document.getSelection()
    const text = selection?.toString().replace(/\s+/g, ' ').trim() ?? ''
    const range = selection && selection.rangeCount > 0 ? selection.getRangeAt(0) : null
    const isInside = range !== null && within.value?.contains(range.commonAncestorContainer) === true
    if (text === '' || !isInside) {
      selected.value = null
      return
    }
    const place = range.getBoundingClientRect()
    selected.value = { text, top: place.bottom, left: place.left + place.width / 2 }
  }
  useEventListener(document, 'selectionchange', look)
  // A scrolled text takes its words along.
  useEventListener('scroll', look, { capture: true, passive: true })
  const clear = (): void => {
    document.getSelection()?.removeAllRanges()
    selected.value = null
  }
  return { selected, clear }
}
