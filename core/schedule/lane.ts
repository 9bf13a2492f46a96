import { message } from '../messages'
import type { OpenSlot } from './openSlot'
import type { Refusal } from './refusals'

/**
 * An account's slots as posts of one pillar see them. What is once taken or closed stays so while a plan is
 * made, so each search goes round it at once.
 */
export interface Lane {
  /**
   * The first slot from this index on that is neither taken nor closed; the number of slots when there is
   * none.
   */
  nextFree(from: number): number
  /** Closes a slot to this pillar's posts for good. */
  close(index: number, refusal: Refusal): void
  /**
   * The index of the last slot from `from` up to `before` that nobody has and posts of this pillar can't
   * have; -1 where there is none.
   */
  lastRefused(from: number, before: number): number
  /** Why posts of this pillar can't have a slot; null where they can. */
  refusalAt(index: number): Refusal | null
}

const KEPT_FREE: Refusal = { code: 'no-slot', message: message('schedule.left-free') }
const OF_ANOTHER: Refusal = { code: 'no-slot', message: message('schedule.left-for-pillar') }

/**
 * The open slots of an account as posts of one pillar see them (null: of none): what may be taken, and why
 * not the others. `untakenUpTo` counts those not taken before a place.
 */
export function laneOver(
  slots: OpenSlot[],
  pillar: string | null,
  untakenUpTo: (index: number) => number,
): Lane {
  const closed = slots.map((slot): Refusal | null =>
    slot.use === 'free' ? KEPT_FREE : slot.use === 'pillar' && slot.pillar !== pillar ? OF_ANOTHER : null,
  )
  // Where to look on from each slot; the way is shortened as it is walked.
  const onward = slots.map((_, index) => index)
  const isClosed = (index: number): boolean =>
    slots[index]!.taken || slots[index]!.blocked !== null || closed[index] !== null
  const refusalAt = (index: number): Refusal | null => slots[index]!.blocked ?? closed[index]!
  return {
    nextFree: (from) => {
      let at = from
      while (at < slots.length) {
        if (onward[at] !== at) at = onward[at]!
        else if (isClosed(at)) onward[at] = at + 1
        else break
      }
      for (let step = from; step < at;) {
        const next = onward[step]!
        onward[step] = at
        step = next
      }
      return at
    },
    close: (index, refusal) => void (closed[index] ??= refusal),
    lastRefused: (from, before) => {
      for (let index = untakenUpTo(before - 1); index >= from; index = untakenUpTo(index - 1))
        if (refusalAt(index)) return index
      return -1
    },
    refusalAt,
  }
}
