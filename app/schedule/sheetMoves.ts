import type { MonthView, MovedCard } from '#shared/schedule/types'
import type { MoveTo } from '#core/schedule/moves'

/** The posts and open slots of some days. */
export interface Places {
  cards: MovedCard[]
  open: Pick<MonthView['open'][number], 'accountId' | 'at' | 'use'>[]
}

/**
 * The move that letting `card` go on `target` means: the place of a post that has its own is swapped for,
 * else its place in line is taken.
 */
export function ontoCard(card: MovedCard, target: MovedCard): MoveTo | null {
  if (!target.queueItemId || target.state !== 'lined-up') return null
  if (card.accountId !== target.accountId) return { kind: 'before', id: target.queueItemId }
  if (target.isFixed) return { kind: 'swap', id: target.queueItemId }
  return { kind: card.at < target.at ? 'after' : 'before', id: target.queueItemId }
}

/**
 * The move of a card to a day: its account's first open slot there; on a full day the place of the first post
 * that can be moved, as by letting it go there. Null where there is neither.
 */
export function ontoDay(
  card: MovedCard,
  date: string,
  { cards, open }: Places,
  dayOf: (at: string) => string,
): MoveTo | null {
  const isThere = ({ accountId, at }: { accountId: string; at: string }): boolean =>
    accountId === card.accountId && dayOf(at) === date
  const slot = open
    .filter((one) => one.use !== 'free' && isThere(one))
    .sort((a, b) => a.at.localeCompare(b.at))[0]
  if (slot) return { kind: 'slot', at: slot.at }
  const there = cards.filter((one) => one.id !== card.id && isThere(one))
  return (
    there
      .sort((a, b) => a.at.localeCompare(b.at))
      .map((target) => ontoCard(card, target))
      .find((to) => to !== null) ?? null
  )
}
