import {
  AutoScroller,
  DragDropManager,
  Draggable,
  PointerActivationConstraints,
  PointerSensor,
} from '@dnd-kit/dom'

/** A place on the screen, in pixels from its top left corner. */
export interface Point {
  x: number
  y: number
}

/** What is told of one drag. `end` is told null where it was given up. */
export interface DragWatch {
  start: () => boolean
  move: (at: Point) => void
  end: (at: Point | null) => void
}

/** How far a mouse goes, in pixels, before it is a drag and no click. */
const FAR = 5
/** How long a finger rests, in milliseconds, before it drags: sooner, it scrolls. */
const REST_MS = 250
const REST_SLIP = 6
const CLICK_MS = 60

const sensor = PointerSensor.configure({
  activationConstraints: (event) =>
    event.pointerType === 'touch'
      ? [new PointerActivationConstraints.Delay({ value: REST_MS, tolerance: REST_SLIP })]
      : [new PointerActivationConstraints.Distance({ value: FAR })],
  preventActivation: (event) =>
    event.target instanceof Element && event.target.closest('input, textarea, select') !== null,
})
// Keys have their own ways to move things, and what is dragged stays in its place until it is let go. The
// library's plugins for cursor and selection write rules for every element of the page, which all have to be
// styled anew as a drag begins: `DRAGGING` does the same for a few.
const manager = new DragDropManager({ sensors: [sensor], plugins: [AutoScroller] })
const DRAGGING = 'dragging'
const noSelection = (event: Event): void => event.preventDefault()
function setDragging(isDragging: boolean): void {
  document.documentElement.classList.toggle(DRAGGING, isDragging)
  if (isDragging) {
    document.getSelection()?.removeAllRanges()
    document.addEventListener('selectstart', noSelection)
  } else document.removeEventListener('selectstart', noSelection)
}
const watches = new WeakMap<Draggable, DragWatch>()
let count = 0

const watchOf = (source: unknown): DragWatch | undefined =>
  source instanceof Draggable ? watches.get(source) : undefined
manager.monitor.addEventListener('beforedragstart', (event) => {
  if (!watchOf(event.operation.source)?.start()) event.preventDefault()
})
// One who holds a finger still is told at once that it drags.
manager.monitor.addEventListener('dragstart', ({ operation }) => {
  setDragging(true)
  watchOf(operation.source)?.move(operation.position.current)
})
manager.monitor.addEventListener('dragmove', (event) =>
  watchOf(event.operation.source)?.move(event.to ?? event.operation.position.current),
)
manager.monitor.addEventListener('dragend', ({ operation, canceled, nativeEvent }) => {
  setDragging(false)
  // Let go in a quick throw, it ends before the library took up its beginning, or its last move: that is no
  // giving up.
  const isLetGo = nativeEvent instanceof PointerEvent && nativeEvent.type === 'pointerup'
  const at = isLetGo ? { x: nativeEvent.clientX, y: nativeEvent.clientY } : operation.position.current
  watchOf(operation.source)?.end(canceled && !isLetGo ? null : at)
  if (isLetGo) passOverClick()
})

/**
 * A finger that was held and let go clicks as well: what was dragged is not to be opened by that. The click
 * comes at once or not at all.
 */
function passOverClick(): void {
  const stop = (event: Event): void => {
    event.stopPropagation()
    event.preventDefault()
  }
  window.addEventListener('click', stop, { capture: true, once: true })
  setTimeout(() => window.removeEventListener('click', stop, { capture: true }), CLICK_MS)
}

/** Watches the pointer on an element that can be dragged; gives what ends it. */
export function watchPointer(element: HTMLElement, watch: DragWatch): () => void {
  const draggable = new Draggable({ id: `drag-${count++}`, element }, manager)
  watches.set(draggable, watch)
  return () => draggable.destroy()
}
