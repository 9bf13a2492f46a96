import type { ScheduleView } from '#shared/api'

/** What is dragged, by its kind: a post in line, or a clipping. */
export const LINE_DATA = 'application/x-clear-quill-line'
export const CLIPPING_DATA = 'application/x-clear-quill-clipping'

export interface DroppedLine {
  lineId: string
  accountId: string
}

/** Whether what is dragged may be let go on a slot. */
export const isDroppable = (event: DragEvent): boolean => [LINE_DATA, CLIPPING_DATA].some((kind) => event.dataTransfer?.types.includes(kind))

export function droppedLine(event: DragEvent): DroppedLine | null {
  const text = event.dataTransfer?.getData(LINE_DATA)
  return text ? (JSON.parse(text) as DroppedLine) : null
}

export const droppedClipping = (event: DragEvent): string | null => event.dataTransfer?.getData(CLIPPING_DATA) || null

/** The open slot of a day that lies nearest to a time of it, of one account or of any. */
export function nearestSlot(
  view: ScheduleView,
  date: string,
  minutes: number,
  accountId: string | null,
  momentOf: (at: string) => { date: string; minutes: number },
): ScheduleView['open'][number] | null {
  const distance = (at: string): number => Math.abs(momentOf(at).minutes - minutes)
  const open = view.open.filter((slot) => slot.use !== 'free' && momentOf(slot.at).date === date && (accountId === null || slot.accountId === accountId))
  return open.sort((a, b) => distance(a.at) - distance(b.at))[0] ?? null
}
