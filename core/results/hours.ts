import { DAY, HOUR, toMs, type Instant } from '../instant'
import { zoneClock } from '../schedule/zoneClock'
import { apart, FEW, kernelOf, priorPosts, widthFor } from './hourWidth'
import { gammaEstimate } from './means'
import type { Estimate } from './rates'

/**
 * Response of posts by the time of day they went out at, every half hour from 0 to 23.5. `near`: posts that
 * went out within an hour of it; without any, its figures are guessed from others.
 */
export type HourCurve = {
  hour: number
  mean: number
  low: number
  high: number
  weight: number
  near?: number
}[]

const POINTS = 48
const NEAR_HOURS = 1

export interface PostAt {
  /** Hours since midnight on the wall clock. */
  hour: number
  responses: number
}

/**
 * How much is answered to posts by when they went out, smoothed round the clock, with intervals of 90%. An
 * hour is what the zone's clock showed, also where it was changed; `weight` is how many posts speak for it.
 * Posts that differ more than chance alone would have them widen the intervals. How widely posts count round
 * their hour is what tells each of them best by all others. Empty without posts.
 */
export const responseByHour = (
  posts: readonly { at: Instant; responses: number }[],
  { zone, days }: { zone: string; days: 'weekdays' | 'weekend' | 'all' },
): HourCurve => curveOf(postsOn(posts, zone, days))

/** The same of posts whose hour on the wall clock is known already. */
export function curveOf(posts: readonly PostAt[]): HourCurve {
  const { points, estimateAt } = smoothed(posts)
  return points.map(({ hour, weight, near }, at) => {
    const { value, low, high } = estimateAt(at)
    return { hour, mean: value, low, high, weight, near }
  })
}

/** The smoothed points of posts, and the estimate at any of them, which takes a while to work out. */
export function smoothed(posts: readonly PostAt[]): {
  points: Point[]
  estimateAt: (at: number) => Estimate
  smooth: (counts: readonly number[]) => Point[]
} {
  if (posts.length === 0) return { points: [], estimateAt: () => gammaEstimate(0, 0), smooth: () => [] }
  const [hours, counts] = [posts.map(({ hour }) => hour), posts.map(({ responses }) => responses)]
  const width = widthFor(posts)
  const smooth = smootherOf(hours, width)
  const points = smooth(counts)
  // What is cut off a peak and filled into a valley grows with the width, by its square where that is small
  // (Schucany and Sommers 1977) and less on peaks as narrow as it: twice the width shows twice as much again.
  // Few posts have one width, whose lean is wanted.
  const wide = posts.length < FEW ? points : smootherOf(hours, 2 * width)(counts)
  const spreadAt = spreadOf(posts, points)
  const estimateAt = (at: number): Estimate => {
    const { shape, posts: many } = points[at]!
    const value = shape / many
    const off = (wide[at]!.shape / wide[at]!.posts - value) / 2
    const spread = spreadAt(value) + (value === 0 ? 0 : (off * off * many) / value)
    return { ...gammaEstimate(shape / spread, many / spread), value }
  }
  return { points, estimateAt, smooth }
}

/** Posts of one kind of day, each with its hour on the zone's wall clock. */
export function postsOn(
  posts: readonly { at: Instant; responses: number }[],
  zone: string,
  days: 'weekdays' | 'weekend' | 'all',
): PostAt[] {
  if (posts.length === 0) return []
  const times = posts.map(({ at }) => toMs(at))
  const clock = zoneClock(zone, Math.min(...times), Math.max(...times))
  return posts.flatMap(({ responses }, at) => {
    const local = clock.toLocal(times[at]!)
    if (days !== 'all' && isWeekend(local) !== (days === 'weekend')) return []
    return [{ hour: (((local % DAY) + DAY) % DAY) / HOUR, responses }]
  })
}

/** Saturday or Sunday, of a wall-clock time. */
const isWeekend = (local: number): boolean => new Date(local).getUTCDay() % 6 === 0

export interface Point {
  hour: number
  /** What was answered, and to how many posts that is worth: the mean is one over the other. */
  shape: number
  posts: number
  weight: number
  near: number
}

/**
 * Smooths counts of posts that went out at such hours, each counting about its hour with a standard deviation
 * of `width` hours: for the same hours once, for any counts after.
 */
function smootherOf(hours: readonly number[], width: number): (counts: readonly number[]) => Point[] {
  const kernel = kernelOf(width)
  const bases = Array.from({ length: POINTS }, (_, at) => basisOf(hours, at / 2, kernel))
  return (counts) => {
    const overall = counts.reduce((sum, count) => sum + count, 0) / counts.length
    return bases.map(({ kernels, scale, ...point }) => {
      // A plain loop: it is gone through for every deal of a permutation test.
      let answers = 0
      for (let at = 0; at < counts.length; at++) answers += counts[at]! * kernels[at]!
      return { ...point, shape: overall * priorPosts(counts.length) + scale * answers }
    })
  }
}

function basisOf(
  hours: readonly number[],
  hour: number,
  kernel: (hours: number) => number,
): Omit<Point, 'shape'> & { kernels: Float64Array; scale: number } {
  const kernels = Float64Array.from(hours, (other) => kernel(other - hour))
  const weight = kernels.reduce((sum, counts) => sum + counts, 0)
  const square = kernels.reduce((sum, counts) => sum + counts * counts, 0)
  // Posts of unequal weight tell as much as fewer of equal weight would (Kish 1965).
  const effective = square === 0 ? 0 : (weight * weight) / square
  return {
    hour,
    kernels,
    scale: weight === 0 ? 0 : effective / weight,
    posts: priorPosts(hours.length) + effective,
    weight,
    near: hours.filter((other) => apart(other, hour) <= NEAR_HOURS).length,
  }
}

/**
 * How many times more posts differ from the curve than counts by chance would, by what is expected of them:
 * few posts in all the same (the mean square of what is left over what is expected, Pearson); of many those
 * that get more differ more (the negative binomial's spread, by the method of moments). Never below 1.
 */
function spreadOf(posts: readonly PostAt[], points: readonly Point[]): (expected: number) => number {
  if (posts.length < 3) return () => 1
  let [pearson, beyond, squares] = [0, 0, 0]
  for (const { hour, responses } of posts) {
    const { shape, posts: counts } = points[Math.round(hour * 2) % POINTS]!
    const mean = shape / counts
    if (mean === 0) continue
    pearson += (responses - mean) ** 2 / mean
    beyond += (responses - mean) ** 2 - mean
    squares += mean * mean
  }
  if (posts.length < FEW) return () => Math.max(1, pearson / (posts.length - 1))
  const more = Math.max(0, beyond / squares)
  return (expected) => 1 + more * expected
}
