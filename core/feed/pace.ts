import { MINUTE, type Instant } from '../instant'

export interface Pace {
  /** Minutes between two articles, in the middle; null with fewer than two dated ones. */
  gapMinutes: number | null
  /** Minutes until the feed is worth asking for again. */
  intervalMinutes: number
}

/**
 * Bounds of how often a feed is asked for, in minutes, and how often within one of its gaps (common
 * practice).
 */
const SHORTEST = 15
const USUAL = 60
const ASKS_A_GAP = 4
/**
 * Only a feed that brings something less than once a week is asked for less than hourly, and ever less, down
 * to this.
 */
const LONGEST = 240
const WEEK_HOURS = 7 * 24
/** A feed may ask for longer pauses than ours, up to this. */
const LONGEST_WANTED = 24 * 60

/**
 * How often a feed brings something, and how often to ask for it: four times in its usual gap, at least
 * hourly, unless it brings something less than once a week. The gap is the median of those between its newest
 * articles and from the newest to now, so a feed that falls silent is asked ever less. What the feed itself
 * wants (its `ttl`, the server's `max-age`) is a lower bound.
 */
export function paceOf(given: {
  dates: Instant[]
  now: Instant
  ttlMinutes: number | null
  freshMinutes: number | null
}): Pace {
  const now = Date.parse(given.now)
  const times = given.dates
    .map((date) => Date.parse(date))
    .filter((at) => at <= now)
    .sort((a, b) => b - a)
    .slice(0, 20)
  const wanted = Math.min(LONGEST_WANTED, Math.max(given.ttlMinutes ?? 0, given.freshMinutes ?? 0))
  if (times.length < 2) return { gapMinutes: null, intervalMinutes: Math.max(USUAL, wanted) }
  const gaps = times.slice(1).map((at, index) => times[index]! - at)
  const usual = median(gaps)
  // Only a silence longer than usual says something new.
  const gap = Math.max(usual, (now - times[0]!) / 2) / MINUTE
  const longest = Math.min(LONGEST, Math.max(USUAL, gap / WEEK_HOURS))
  const interval = Math.round(Math.min(longest, Math.max(SHORTEST, gap / ASKS_A_GAP)))
  return { gapMinutes: Math.round(usual / MINUTE), intervalMinutes: Math.max(interval, wanted) }
}

function median(values: number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const middle = Math.floor(sorted.length / 2)
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2
}

/**
 * A feed that has long brought nothing: at least a fortnight, and four times its usual gap (common practice).
 */
export function isSilent(newestAt: Instant | null, gapMinutes: number | null, now: Instant): boolean {
  if (newestAt === null) return false
  const silence = (Date.parse(now) - Date.parse(newestAt)) / MINUTE
  return silence > Math.max(14 * 24 * 60, 4 * (gapMinutes ?? 0))
}
