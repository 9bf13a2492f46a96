import type { CardState, PlacedCard } from './types'
import { schedule as labels } from './words'

/** Whether a post goes out as things stand: approved and not held, or gone out. */
export const isFirm = ({
  approval,
  isHeld,
  isHeldBack,
}: Pick<PlacedCard, 'approval' | 'isHeld' | 'isHeldBack'>): boolean =>
  approval === null || (approval === 'approved' && !isHeld && !isHeldBack)

/** Whether a post is not out and will not go out as things stand. */
export const isNeverSent = (state: CardState): boolean =>
  state === 'not-sent' || state === 'given-up' || state === 'taken-back' || state === 'back-in-line'

/** The state of a post in a word or two; '' for one that is in line with nothing in its way. */
export function stateWords(card: Pick<PlacedCard, 'state' | 'approval' | 'isHeld' | 'isHeldBack'>): string {
  if (card.state !== 'lined-up') return labels.states[card.state]
  if (card.isHeld || card.isHeldBack) return labels.held
  if (card.approval === 'in-review') return labels.review
  return isFirm(card) ? '' : labels.draft
}
