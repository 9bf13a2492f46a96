import type { Card, CardState, ScheduleView } from '#shared/schedule/types'
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

/** What the sheet is narrowed to; empty for all. */
export interface SheetFilter {
  pillar: string
  state: string
  who: string
  source: string
}

/** By how many things a sheet is narrowed. */
export const isNarrowed = (filter: SheetFilter): number => Object.values(filter).filter(Boolean).length

/** States in which a post has not arrived as it should, or not for certain. */
const TROUBLE: readonly CardState[] = ['not-sent', 'trying-again', 'unknown', 'undecided', 'in-part']
export const isTrouble = (state: CardState): boolean => TROUBLE.includes(state)

/** Whether a card is one of those looked for. */
export function isWanted(card: Card, filter: SheetFilter): boolean {
  if (filter.pillar && card.pillarId !== filter.pillar) return false
  if (filter.who && card.authorName !== filter.who) return false
  if (filter.source && card.source !== filter.source) return false
  switch (filter.state) {
    case '':
      return true
    case 'trouble':
      return isTrouble(card.state)
    case 'held':
      return card.isHeld || card.isHeldBack
    case 'not-firm':
      return card.approval !== null && card.approval !== 'approved'
    default:
      return card.state === filter.state
  }
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
