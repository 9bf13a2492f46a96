import type { Card } from '#shared/schedule/types'
import type { MoveTo } from '#core/schedule/moves'

/**
 * The move that letting `card` go on `target` means: the place of a post that has its own is swapped for,
 * else its place in line is taken.
 */
export function ontoCard(card: Card, target: Card): MoveTo | null {
  if (!target.queueItemId || target.state !== 'lined-up') return null
  if (card.accountId !== target.accountId) return { kind: 'before', id: target.queueItemId }
  if (target.isFixed) return { kind: 'swap', id: target.queueItemId }
  return { kind: card.at < target.at ? 'after' : 'before', id: target.queueItemId }
}
