import { MINUTE, type Instant } from '../instant'

export interface Pace {
  /** Minutes between two articles, in the middle; null with fewer than two dated ones. */
  gapMinutes: number | null
  /** Minutes until the feed is worth asking for again. */
  intervalMinutes: number
}

/** Bounds of how often a feed is asked for, in minutes, and how often within one of its gaps (common practice). */
const SHORTEST = 15
const LONGEST = 240
const UNKNOWN = 60
const ASKS_A_GAP = 4
/** A feed may ask for longer pauses than ours, up to this. */
const LONGEST_WANTED = 24 * 60

/**
 * How often a feed brings something, and how often to ask for it: a quarter of its usual gap, so that nothing waits long and no
 * site is asked in vain. The gap is the median of those between its newest articles and from the newest to now, so a feed that falls
 * silent is asked ever less. What the feed itself wants (its `ttl`, the server's `max-age`) is a lower bound.
 */
export function paceOf(given: { dates: Instant[]; now: Instant; ttlMinutes: number | null; freshMinutes: number | null }): Pace {
  const now = Date.parse(given.now)
  const times = given.dates.map((date) => Date.parse(date)).filter((at) => at <= now).sort((a, b) => b - a).slice(0, 20) // prettier-ignore
  const wanted = Math.min(LONGEST_WANTED, Math.max(given.ttlMinutes ?? 0, given.freshMinutes ?? 0))
  if (times.length < 2) return { gapMinutes: null, intervalMinutes: Math.max(UNKNOWN, wanted) }
  const gaps = times.slice(1).map((at, index) => times[index]! - at)
  const usual = median(gaps)
  // Only a silence longer than usual says something new.
  const gap = Math.max(usual, Math.min((now - times[0]!) / 2, LONGEST * ASKS_A_GAP * MINUTE))
  const interval = Math.min(LONGEST, Math.max(SHORTEST, Math.round(gap / ASKS_A_GAP / MINUTE)))
  return { gapMinutes: Math.round(usual / MINUTE), intervalMinutes: Math.max(interval, wanted) }
}

function median(values: number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const middle = Math.floor(sorted.length / 2)
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2
}

/** A feed that has long brought nothing: at least a fortnight, and four times its usual gap (common practice). */
export function isSilent(newestAt: Instant | null, gapMinutes: number | null, now: Instant): boolean {
  if (newestAt === null) return false
  const silence = (Date.parse(now) - Date.parse(newestAt)) / MINUTE
  return silence > Math.max(14 * 24 * 60, 4 * (gapMinutes ?? 0))
}
