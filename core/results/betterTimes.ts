import type { Instant } from '../instant'
import { chanceFrom } from './chance'
import { postsOn, smoothed, type Point } from './hours'
import { bestOf, offeredOf, suggestTimes, type TimeWish } from './suggestTimes'
import { USUAL_LEVEL } from './rates'
import { normalQuantile } from './special'

/** Times that are answered to more than the slots there are, and how sure that is. */
export interface BetterTimes {
  /** In the order of the day, each with what a post is expected to get there, nine times in ten within. */
  times: { time: string; expected: number; low: number; high: number; near: number }[]
  /** What a post gets at the slots there are; without any, what posts get on the average. */
  now: number
  /** What one is expected to get at the times suggested, less what choosing the best makes it look better. */
  then: number
  /** How often chance alone shows as much, were all hours alike: 0 to 1. */
  byChance: number
  verdict: 'better' | 'too few to say' | 'as good'
  /**
   * How many more posts it takes, about, to tell if it goes on like this; null where that is told or
   * endless.
   */
  needed: number | null
  posts: number
}

/** How often the counts are dealt out anew to see what chance alone does. */
const DEALS = 200
/** With fewer posts nothing is suggested. */
const FEWEST = 6
const MOST_NEEDED = 500
/** The later posts tell more of today's readers, and bound the work. */
const MOST_POSTS = 1_000

/**
 * The best times for `count` posts of a kind of day, against the slots there are (`HH:MM`). Only hours within
 * an hour of which something went out are suggested: of others nothing is known.
 *
 * The best of many hours looks better than it is, by chance alone. So the same choice is made for the same
 * posts with their counts dealt out anew (a permutation test, Fisher 1935; 200 deals, the same at each call):
 * what is gained then on the average is taken off, and how often as much is gained is said. Better is only
 * what chance shows in fewer than one of ten. Null with fewer than six posts.
 */
export function betterTimes(
  posts: readonly { at: Instant; responses: number }[],
  wish: TimeWish & { zone: string; days: 'weekdays' | 'weekend' | 'all'; slots: readonly string[] },
): BetterTimes | null {
  const latest = [...posts].sort((a, b) => (a.at < b.at ? 1 : -1)).slice(0, MOST_POSTS)
  const counted = postsOn(latest, wish.zone, wish.days)
  if (counted.length < FEWEST) return null
  const { points, estimateAt, smooth } = smoothed(counted)
  const chosen = suggestTimes(curveAt(points), wish)
  if (chosen.length === 0) return null
  const slots = wish.slots.map(pointOf)
  const counts = counted.map(({ responses }) => responses)
  const gain = gainBy(wish, slots)
  const [now, found] = gain(counts, points)
  const dealt = deals(counts).map((deal) => {
    const [usual, best] = gain(deal, smooth(deal))
    return best - usual
  })
  const byLuck = average(dealt)
  const byChance = (dealt.filter((one) => one >= found - now).length + 1) / (dealt.length + 1)
  const then = Math.max(now, found - byLuck)
  const isSame = chosen.length === slots.length && chosen.every(({ time }) => slots.includes(pointOf(time)))
  const verdict =
    isSame || then <= now ? 'as good' : byChance <= 1 - USUAL_LEVEL ? 'better' : 'too few to say'
  return {
    times: chosen.map(({ time, expected }) => {
      const { low, high } = estimateAt(pointOf(time))
      return { time, expected, low, high, near: points[pointOf(time)]!.near }
    }),
    now,
    then,
    byChance,
    verdict,
    needed: verdict === 'too few to say' ? neededBy(found - now, byLuck, dealt, counted.length) : null,
    posts: counted.length,
  }
}

/** The point of the curve a time of day is nearest to. */
function pointOf(time: string): number {
  const [hours = 0, minutes = 0] = time.split(':').map(Number)
  return Math.round((hours + minutes / 60) * 2) % 48
}

const meanAt = ({ shape, posts }: Point): number => shape / posts

/** The hours within an hour of which something went out. */
const curveAt = (points: readonly Point[]): { hour: number; mean: number }[] =>
  points.filter(({ near }) => near > 0).map((point) => ({ hour: point.hour, mean: meanAt(point) }))

/** What a post gets at the slots there are, and at the best times, by a curve. */
const gainBy =
  (wish: TimeWish, slots: number[]) =>
  (counts: readonly number[], points: readonly Point[]): [now: number, best: number] => {
    const offered = offeredOf(curveAt(points), wish)
    return [
      average(slots.length === 0 ? counts : slots.map((at) => meanAt(points[at]!))),
      average(bestOf(offered, wish).map((at) => offered[at]!.mean)),
    ]
  }

const average = (values: readonly number[]): number =>
  values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length

/** The counts dealt out anew (Fisher–Yates), the same at each call. */
function deals(counts: readonly number[]): number[][] {
  const chance = chanceFrom(counts.length)
  return Array.from({ length: DEALS }, () => {
    const deal = [...counts]
    for (let at = deal.length - 1; at > 0; at--) {
      const other = Math.floor(chance() * (at + 1))
      const taken = deal[at]!
      deal[at] = deal[other]!
      deal[other] = taken
    }
    return deal
  })
}

/** A gain shows against chance as posts grow by their square root. */
function neededBy(gain: number, usual: number, dealt: number[], posts: number): number | null {
  const spread = Math.sqrt(average(dealt.map((one) => (one - usual) ** 2)))
  const shows = spread === 0 ? 0 : (gain - usual) / spread
  if (shows < 0.05) return null
  const more = Math.ceil(posts * ((normalQuantile(USUAL_LEVEL) / shows) ** 2 - 1))
  return more > MOST_NEEDED ? null : Math.max(1, more)
}
