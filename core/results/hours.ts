import { DAY, HOUR, MINUTE, toMs, type Instant } from '../instant'
import { zoneClock } from '../schedule/zoneClock'
import { gammaEstimate } from './means'

/** Response of posts by the time of day they went out at, every half hour from 0 to 23.5. */
/** `near`: posts that went out within an hour of it; without any, its figures are guessed from others. */
export type HourCurve = {
  hour: number
  mean: number
  low: number
  high: number
  weight: number
  near?: number
}[]

const POINTS = 48
const HOURS = 24
/** How far off a post still counts much: a standard deviation of an hour and a half. */
const WIDTH_HOURS = 1.5
/** A kernel of that width round the clock (von Mises; its concentration is one over the variance). */
const CONCENTRATION = ((WIDTH_HOURS * 2 * Math.PI) / HOURS) ** -2
/** For how many posts the mean of all counts at each hour: where there are few, the curve leans to it. */
const PRIOR_POSTS = 1

const NEAR_HOURS = 1

/** Hours between two times of day, the shorter way round. */
const apart = (one: number, other: number): number => {
  const between = Math.abs(one - other)
  return Math.min(between, HOURS - between)
}

/** How much a post that lies some hours off counts at an hour: 1 where it is at that hour. */
const kernel = (hours: number): number =>
  Math.exp(CONCENTRATION * (Math.cos((hours * 2 * Math.PI) / HOURS) - 1))

interface PostAt {
  /** Hours since midnight on the wall clock. */
  hour: number
  responses: number
}

/**
 * How much is answered to posts by when they went out, smoothed round the clock, with intervals of 90%. An
 * hour is what the zone's clock showed, also where it was changed; `weight` is how many posts speak for it.
 * Posts that differ more than chance alone would have them widen the intervals. Empty without posts.
 */
export function responseByHour(
  posts: readonly { at: Instant; responses: number }[],
  { zone, days }: { zone: string; days: 'weekdays' | 'weekend' | 'all' },
): HourCurve {
  const counted = postsOn(posts, zone, days)
  if (counted.length === 0) return []
  const overall = counted.reduce((sum, { responses }) => sum + responses, 0) / counted.length
  const points = Array.from({ length: POINTS }, (_, at) => smoothed(counted, at / 2, overall))
  const spread = spreadOf(counted, points)
  return points.map(({ hour, shape, posts: counts, weight, near }) => {
    const { value, low, high } = gammaEstimate(shape / spread, counts / spread)
    return { hour, mean: value, low, high, weight, near }
  })
}

function postsOn(
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

interface Point {
  hour: number
  shape: number
  posts: number
  weight: number
  near: number
}

function smoothed(posts: PostAt[], hour: number, overall: number): Point {
  let [answers, weight, square, near] = [0, 0, 0, 0]
  for (const post of posts) {
    const counts = kernel(post.hour - hour)
    answers += counts * post.responses
    weight += counts
    square += counts * counts
    if (apart(post.hour, hour) <= NEAR_HOURS) near++
  }
  // Posts of unequal weight tell as much as fewer of equal weight would (Kish 1965).
  const effective = square === 0 ? 0 : (weight * weight) / square
  const scale = weight === 0 ? 0 : effective / weight
  return {
    hour,
    shape: overall * PRIOR_POSTS + answers * scale,
    posts: PRIOR_POSTS + effective,
    weight,
    near,
  }
}

/**
 * How many times more posts differ from the curve than counts by chance would: the mean square of what is
 * left over what is expected (Pearson), never below 1.
 */
function spreadOf(posts: PostAt[], points: Point[]): number {
  if (posts.length < 3) return 1
  const expected = (hour: number): number => {
    const { shape, posts: counts } = points[Math.round(hour * 2) % POINTS]!
    return shape / counts
  }
  const terms = posts.map(({ hour, responses }) => {
    const mean = expected(hour)
    return mean === 0 ? 0 : (responses - mean) ** 2 / mean
  })
  return Math.max(1, terms.reduce((sum, term) => sum + term, 0) / (posts.length - 1))
}

const minutesOf = (time: string): number => {
  const [hours = 0, minutes = 0] = time.split(':').map(Number)
  return hours * 60 + minutes
}
const timeOf = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
const DAY_MINUTES = DAY / MINUTE

/**
 * The set of times that is answered to most together: `count` of them, fewer where no more fit, at least
 * `minGapMinutes` apart, also from the last to the first of the next day, between `from` and `to` (`HH:MM`,
 * both included; over midnight where `to` comes first). In the order of the day, each with what is expected
 * of it. Of equal sets the earliest.
 */
export function suggestTimes(
  curve: HourCurve,
  { count, minGapMinutes, from, to }: { count: number; minGapMinutes: number; from: string; to: string },
): { time: string; expected: number }[] {
  const start = minutesOf(from)
  const span = (minutesOf(to) - start + DAY_MINUTES) % DAY_MINUTES
  const offered = curve
    .map(({ hour, mean }) => ({
      minutes: Math.round(hour * 60),
      after: (Math.round(hour * 60) - start + DAY_MINUTES) % DAY_MINUTES,
      mean,
    }))
    .filter(({ after }) => after <= span)
    .sort((a, b) => a.after - b.after)
  for (let wanted = Math.min(count, offered.length); wanted > 0; wanted--) {
    const best = bestSet(offered, wanted, minGapMinutes)
    if (best)
      return best
        .sort((a, b) => a.minutes - b.minutes)
        .map(({ minutes, mean }) => ({ time: timeOf(minutes), expected: mean }))
  }
  return []
}

interface Offered {
  minutes: number
  after: number
  mean: number
}
interface Chosen {
  sum: number
  last: number
  before: Chosen | null
}

/** The best set of so many, round the day: by each first one in turn, the best that may follow it. */
function bestSet(offered: Offered[], wanted: number, gap: number): Offered[] | null {
  let best: Chosen | null = null
  for (const [first, { after }] of offered.entries()) {
    const end = after + DAY_MINUTES - (wanted > 1 ? gap : 0)
    const chosen = bestFrom(offered, first, wanted, gap, end)
    if (chosen && (!best || chosen.sum > best.sum + 1e-12)) best = chosen
  }
  if (!best) return null
  const set: Offered[] = []
  for (let one: Chosen | null = best; one; one = one.before) set.push(offered[one.last]!)
  return set
}

/** The best set of so many that begins with one and ends in time. */
function bestFrom(
  offered: Offered[],
  first: number,
  wanted: number,
  gap: number,
  end: number,
): Chosen | null {
  /** By how many are chosen: the best that ends at each. */
  let ending = new Map<number, Chosen>([[first, { sum: offered[first]!.mean, last: first, before: null }]])
  for (let chosen = 1; chosen < wanted; chosen++) {
    const next = new Map<number, Chosen>()
    for (let at = first + 1; at < offered.length; at++) {
      if (offered[at]!.after > end) break
      for (const before of ending.values()) {
        if (offered[at]!.after - offered[before.last]!.after < gap || before.last >= at) continue
        const sum = before.sum + offered[at]!.mean
        const known = next.get(at)
        if (!known || sum > known.sum + 1e-12) next.set(at, { sum, last: at, before })
      }
    }
    ending = next
  }
  return [...ending.values()].reduce<Chosen | null>(
    (most, one) => (!most || one.sum > most.sum + 1e-12 ? one : most),
    null,
  )
}
