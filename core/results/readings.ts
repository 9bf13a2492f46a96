import { DAY, HOUR, MINUTE } from '../instant'

/** How long after it went out a post's responses are asked for: soon at first, then ever more seldom. */
const AFTER_MS: readonly number[] = [
  10 * MINUTE,
  HOUR,
  3 * HOUR,
  8 * HOUR,
  DAY,
  2 * DAY,
  3 * DAY,
  5 * DAY,
  7 * DAY,
  10 * DAY,
  14 * DAY,
  21 * DAY,
  30 * DAY,
]

/** Posts are compared by what came within this time, so that none has had longer than another. */
export const FIRST_DAYS_MS = 3 * DAY

/** A reading this far off that time still speaks for it. */
const FIRST_DAYS_SLACK_MS = 12 * HOUR

/**
 * When a post is read next, in milliseconds, by when it went out and when it was read last; null once its
 * thirty days are over. Later readings fall on whole hours, so that one request asks about many posts. What
 * was missed while nothing ran is not made up for: there is no telling what stood there then.
 */
export function nextReading(sentAt: number, readAt: number): number | null {
  for (const after of AFTER_MS) {
    const step = after < 8 * HOUR ? 10 * MINUTE : HOUR
    const at = Math.ceil((sentAt + after) / step) * step
    if (at > readAt) return at
  }
  return null
}

/** Whether a reading says how a post stood after its first days. */
export const isOfFirstDays = (sentAt: number, readAt: number): boolean =>
  Math.abs(readAt - sentAt - FIRST_DAYS_MS) <= FIRST_DAYS_SLACK_MS
