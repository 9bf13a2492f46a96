import { DAY, MINUTE } from '../instant'
import type { HourCurve } from './hours'

const DAY_MINUTES = DAY / MINUTE

const minutesOf = (time: string): number => {
  const [hours = 0, minutes = 0] = time.split(':').map(Number)
  return hours * 60 + minutes
}
const timeOf = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`

/** What a set of times has to keep. */
export interface TimeWish {
  count: number
  minGapMinutes: number
  /** `HH:MM`, both included; over midnight where `to` comes first. */
  from: string
  to: string
}

/**
 * The set of times that is answered to most together: `count` of them, fewer where no more fit, at least
 * `minGapMinutes` apart, also from the last to the first of the next day, between `from` and `to` (`HH:MM`,
 * both included; over midnight where `to` comes first). In the order of the day, each with what is expected
 * of it. Of equal sets the earliest.
 */
export function suggestTimes(
  curve: readonly Pick<HourCurve[number], 'hour' | 'mean'>[],
  wish: TimeWish,
): { time: string; expected: number }[] {
  const offered = offeredOf(curve, wish)
  return bestOf(offered, wish)
    .map((at) => offered[at]!)
    .sort((a, b) => a.minutes - b.minutes)
    .map(({ minutes, mean }) => ({ time: timeOf(minutes), expected: mean }))
}

export interface Offered {
  minutes: number
  /** Minutes since the beginning of what is offered. */
  after: number
  mean: number
}

/** The points of a curve that lie within the hours wished for, from the first on. */
export function offeredOf(
  curve: readonly { hour: number; mean: number }[],
  { from, to }: Pick<TimeWish, 'from' | 'to'>,
): Offered[] {
  const start = minutesOf(from)
  const span = (minutesOf(to) - start + DAY_MINUTES) % DAY_MINUTES
  return curve
    .map(({ hour, mean }) => ({
      minutes: Math.round(hour * 60),
      after: (Math.round(hour * 60) - start + DAY_MINUTES) % DAY_MINUTES,
      mean,
    }))
    .filter(({ after }) => after <= span)
    .sort((a, b) => a.after - b.after)
}

/** The places of the best set among what is offered; fewer than wished for where no more fit. */
export function bestOf(
  offered: readonly Offered[],
  { count, minGapMinutes }: Pick<TimeWish, 'count' | 'minGapMinutes'>,
): number[] {
  for (let wanted = Math.min(count, offered.length); wanted > 0; wanted--) {
    const best = bestSet(offered, wanted, minGapMinutes)
    if (best) return best
  }
  return []
}

interface Chosen {
  sum: number
  last: number
  before: Chosen | null
}

/** Sums that differ by less are equal: the earlier set is taken. */
const SAME = 1e-12

const better = (one: Chosen | null, other: Chosen | null): Chosen | null =>
  one === null || (other !== null && other.sum > one.sum + SAME) ? other : one

/** The best set of so many, round the day. */
function bestSet(offered: readonly Offered[], wanted: number, gap: number): number[] | null {
  // Where the night between is longer than the gap, what the first is makes no difference to the last.
  const isApart = offered.at(-1)!.after - offered[0]!.after + gap <= DAY_MINUTES
  const best = isApart
    ? bestFrom(offered, null, wanted, gap)
    : [...offered.keys()].reduce<Chosen | null>(
        (most, first) => better(most, bestFrom(offered, first, wanted, gap)),
        null,
      )
  if (!best) return null
  const set: number[] = []
  for (let one: Chosen | null = best; one; one = one.before) set.push(one.last)
  return set
}

/**
 * The best set of so many that begins with one, and leaves the gap to it on the next day; with any where none
 * is named.
 */
function bestFrom(
  offered: readonly Offered[],
  first: number | null,
  wanted: number,
  gap: number,
): Chosen | null {
  const start = first ?? 0
  const end = first === null ? DAY_MINUTES : offered[first]!.after + DAY_MINUTES - (wanted > 1 ? gap : 0)
  /** The best of so many as chosen until now that ends at each place; null where none does. */
  let ending: (Chosen | null)[] = offered.map((point, at) =>
    first === null || at === first ? { sum: point.mean, last: at, before: null } : null,
  )
  for (let chosen = 1; chosen < wanted; chosen++) {
    let [before, next]: [Chosen | null, number] = [null, start]
    ending = offered.map((point, at) => {
      if (at <= start || point.after > end) return null
      // Of all that end early enough before this one the best alone matters.
      for (; next < at && point.after - offered[next]!.after >= gap; next++)
        before = better(before, ending[next]!)
      return before && { sum: before.sum + point.mean, last: at, before }
    })
  }
  return ending.reduce(better, null)
}
