import { shallowRef, type Directive } from 'vue'
import type { Point } from './dragSensor'
import type { MovedCard } from '#shared/schedule/types'

// What is dragged and where it may be let go, by mouse, pen or finger. The library that watches the pointer
// is fetched with the first thing that can be dragged: no other screen waits for it.

/** What is dragged, by its kind: a post in line on its card, a row of an account's line, or a clipping. */
export type Dragged =
  { kind: 'card'; card: MovedCard } | { kind: 'row'; id: string } | { kind: 'clipping'; id: string }

/** A thing that can be dragged, with the words that follow the pointer. */
export interface DragSource {
  what: Dragged
  label: string
}

/** Where something can be let go. `over` is told null when it is left. */
export interface DropTarget {
  takes: (dragged: Dragged) => boolean
  over: (dragged: Dragged | null) => void
  drop: (dragged: Dragged, at: Point, element: HTMLElement) => void
}

/** For what would be a place elsewhere and is none here. */
export const NOWHERE: DropTarget = { takes: () => false, over: () => undefined, drop: () => undefined }

/** What is dragged now, and where the pointer is. */
export const dragging = shallowRef<(DragSource & { at: Point }) | null>(null)

const sources = new WeakMap<HTMLElement, DragSource>()
const targets = new WeakMap<Element, DropTarget>()
const unbinds = new WeakMap<HTMLElement, () => void>()
/** The element that is dragged. */
let held: HTMLElement | null = null
let current: { element: HTMLElement; target: DropTarget } | null = null

/** Makes an element one that can be dragged; null where it can't be now. */
export const vDrag: Directive<HTMLElement, DragSource | null> = {
  mounted: (element, { value }) => offer(element, value),
  updated: (element, { value }) => offer(element, value),
  beforeUnmount(element) {
    // Somebody else may have moved it meanwhile: what is no longer there is let go.
    if (held === element) letGo(element, null)
    sources.delete(element)
    unbinds.get(element)?.()
    unbinds.delete(element)
  },
}

/** Makes an element a place where things can be let go. The innermost that takes what is dragged gets it. */
export const vDropTarget: Directive<HTMLElement, DropTarget> = {
  mounted: (element, { value }) => void targets.set(element, value),
  updated: (element, { value }) => void targets.set(element, value),
  beforeUnmount: (element) => void targets.delete(element),
}

function offer(element: HTMLElement, source: DragSource | null): void {
  if (source) sources.set(element, source)
  else sources.delete(element)
  element.classList.toggle('draggable', source !== null)
  if (source && !unbinds.has(element)) void bind(element)
}

async function bind(element: HTMLElement): Promise<void> {
  unbinds.set(element, () => undefined)
  const { watchPointer } = await import('./dragSensor')
  // It may have gone while the library came.
  if (!unbinds.has(element)) return
  unbinds.set(
    element,
    watchPointer(element, {
      start: () => sources.has(element),
      move: (at) => moved(element, at),
      end: (at) => letGo(element, at),
    }),
  )
}

function moved(element: HTMLElement, at: Point): void {
  const source = sources.get(element)
  if (!source) return
  held = element
  dragging.value = { ...source, at }
  const found = targetAt(source.what, at)
  if (found?.element !== current?.element) current?.target.over(null)
  current = found
  current?.target.over(source.what)
}

function letGo(element: HTMLElement, at: Point | null): void {
  held = null
  const source = sources.get(element)
  const found = source && at ? targetAt(source.what, at) : null
  current?.target.over(null)
  current = null
  if (source && at && found) found.target.drop(source.what, at, found.element)
  dragging.value = null
}

function targetAt(dragged: Dragged, { x, y }: Point): typeof current {
  for (let at: Element | null = document.elementFromPoint(x, y); at; at = at.parentElement) {
    const target = targets.get(at)
    if (target?.takes(dragged)) return { element: at as HTMLElement, target }
  }
  return null
}
