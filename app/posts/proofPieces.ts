import type { Entity, Proof } from '#core/post'
import type { AccountProof } from './usePostProofs'

export interface ProofPiece {
  text: string
  kind: Entity['kind'] | null
  /** Whether it lies beyond the network's limit. */
  over: boolean
}

/**
 * A text cut at its links, mentions and hashtags, and where a limit is crossed. `overAt`: from where it is
 * too much; null for nowhere.
 */
export function piecesOf(text: string, entities: Entity[], overAt: number | null): ProofPiece[] {
  const cuts = [
    0,
    ...entities.flatMap((entity) => [entity.start, entity.end]),
    overAt ?? text.length,
    text.length,
  ]
  const points = [...new Set(cuts)].filter((at) => at >= 0 && at <= text.length).sort((a, b) => a - b)
  return points.slice(0, -1).map((start, at) => ({
    text: text.slice(start, points[at + 1]),
    kind: entities.find((entity) => entity.start <= start && start < entity.end)?.kind ?? null,
    over: overAt !== null && start >= overAt,
  }))
}

/** Where nothing says how much a text may be. */
const ROOM = 500
/**
 * Characters that the main text may have where the strictest of the accounts that follow it takes it, beside
 * the link, hashtags and credit that go with it.
 */
export function roomOf(text: string, proofs: readonly AccountProof[]): number {
  const own = [...text.trim()].length
  const rooms = proofs.flatMap(({ part, proof }) =>
    part.chosen && part.ownText === null && proof ? [proof.measure.left + own] : [],
  )
  return rooms.length === 0 ? ROOM : Math.max(1, Math.min(...rooms))
}

/** Whether a proof holds more than its network takes. */
export const isTooMuch = ({ measure }: Proof): boolean => !measure.valid && measure.length > 0

/** From where a proof's text is too much; null where it fits. */
export const overAtOf = (proof: Proof): number | null => (isTooMuch(proof) ? proof.measure.validTo : null)
