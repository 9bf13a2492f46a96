import { paceOf } from '#core/feed'
import { MINUTE, toInstant } from '#core/instant'
import type { FeedRow } from './rows'

const LONGEST_BACK_OFF_MINUTES = 24 * 60
/** Feeds drift apart by this share of their interval, so that they don't all come due at one instant. */
const DRIFT = 0.1

/** The next whole minute: the demo's clock stops at each, and seconds don't matter here. */
const wholeMinute = (at: number): number => Math.ceil(at / MINUTE) * MINUTE
const drifted = (minutes: number): number => minutes * MINUTE * (1 - DRIFT + 2 * DRIFT * Math.random())

/**
 * When a feed that answered well is asked again, and how often it brings something. `dates` are its newest
 * articles' times.
 */
export function nextTurn(given: {
  dates: number[]
  at: number
  ttlMinutes: number | null
  freshMinutes: number | null
}) {
  const { gapMinutes, intervalMinutes } = paceOf({
    ...given,
    dates: given.dates.map(toInstant),
    now: toInstant(given.at),
  })
  // Earlier rather than later, but never before the feed itself wants it.
  const wanted = Math.min(intervalMinutes, Math.max(given.ttlMinutes ?? 0, given.freshMinutes ?? 0))
  const pause = Math.max(wanted, intervalMinutes * (1 - DRIFT * Math.random())) * MINUTE
  return {
    gap_minutes: gapMinutes,
    interval_minutes: intervalMinutes,
    next_fetch_at: wholeMinute(given.at + pause),
  } satisfies Partial<FeedRow>
}

/**
 * How long a feed that fails again is left alone: twice as long each time, a day at most, drifting as well.
 */
export function backOffMs(feed: Pick<FeedRow, 'interval_minutes' | 'failures'>): number {
  return wholeMinute(
    drifted(Math.min(LONGEST_BACK_OFF_MINUTES, feed.interval_minutes * 2 ** Math.min(feed.failures, 12))),
  )
}
