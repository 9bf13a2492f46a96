import type { Card, ScheduleView } from '#shared/schedule/types'
import { addDays } from '~/base/localTime'

export interface SheetEntry {
  key: string
  at: string
  /** Null for an open slot. */
  card: Card | null
  /** Why the slot is open. */
  message: string
  /** What an open slot is kept from: free on purpose, or the account on hold. */
  free: boolean
  held: boolean
}

/** The days a schedule shows, `YYYY-MM-DD`. */
export const daysOf = (view: ScheduleView): string[] =>
  Array.from({ length: Math.round((Date.parse(view.to) - Date.parse(view.from)) / 86_400_000) }, (_, at) =>
    addDays(view.from, at),
  )

/** Each account's days in time order, their posts and their open slots, by `cellOf`. */
export function entriesByCell(
  view: Pick<ScheduleView, 'cards' | 'open'>,
  dayOf: (at: string) => string,
): Map<string, SheetEntry[]> {
  const cells = new Map<string, SheetEntry[]>()
  const add = (accountId: string, entry: SheetEntry): void => {
    const cell = cellOf(accountId, dayOf(entry.at))
    const known = cells.get(cell)
    if (known) known.push(entry)
    else cells.set(cell, [entry])
  }
  for (const card of view.cards)
    add(card.accountId, { key: card.id, at: card.at, card, message: '', free: false, held: false })
  for (const slot of view.open) {
    const { at, reason, use, held, accountId } = slot
    const key = `${slot.slotId}${at}`
    add(accountId, { key, at, card: null, message: reason, free: use === 'free', held })
  }
  for (const entries of cells.values()) entries.sort((a, b) => a.at.localeCompare(b.at))
  return cells
}

/** A cell of the sheet: an account's day. */
export const cellOf = (accountId: string, date: string): string => `${accountId} ${date}`
