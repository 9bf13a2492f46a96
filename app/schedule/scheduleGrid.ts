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

/** One account's day in time order: its posts and its open slots. */
export function entriesOf(
  view: ScheduleView,
  accountId: string,
  date: string,
  dayOf: (at: string) => string,
): SheetEntry[] {
  const cards = view.cards.map((card) => ({
    key: card.id,
    at: card.at,
    card,
    message: '',
    free: false,
    held: false,
    accountId: card.accountId,
  }))
  const open = view.open.map((slot) => ({
    key: `${slot.slotId}${slot.at}`,
    at: slot.at,
    card: null,
    message: slot.reason,
    free: slot.use === 'free',
    held: slot.held,
    accountId: slot.accountId,
  }))
  return [...cards, ...open]
    .filter((entry) => entry.accountId === accountId && dayOf(entry.at) === date)
    .sort((a, b) => a.at.localeCompare(b.at))
}
