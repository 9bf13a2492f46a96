import { DAY, MINUTE, toInstant, type Instant } from '../instant'
import { zoneClock, type ZoneClock } from '../schedule/zoneClock'
import type { Spread, SpreadOptions } from './types'

/** Looks for a place before it is given up: none is that far, but for options that leave none. */
const MOST_STEPS = 100_000

/**
 * The earliest instants, whole minutes, at which each of some posts may go out: none before its own `at` or
 * `from`, at most `perDay` on a local day, `minGapMinutes` from each other and from what is taken, and only
 * between the local times given, or at days and times of their own. Order is kept: none comes before one
 * that stands ahead of it. Throws RangeError for fewer than one a day, a time that is none, and an unknown
 * zone.
 */
export function spreadOver(
  items: { id: string; at: Instant }[],
  options: SpreadOptions,
): { id: string; at: Instant }[] {
  if (!(options.perDay >= 1)) throw new RangeError('At least one a day.')
  const taken = options.taken.map((at) => Date.parse(at)).sort((a, b) => a - b)
  const all = [...items.map(({ at }) => Date.parse(at)), ...taken, Date.parse(options.from)]
  const [first, last] = [Math.min(...all), Math.max(...all)]
  const days = Math.ceil((items.length + taken.length) / options.perDay) + 400
  const clock = zoneClock(options.zone, first, last + days * DAY)
  const places = new Places(options, clock, taken)
  let earliest = Date.parse(options.from)
  return items.map(({ id, at }) => {
    earliest = places.take(Math.max(earliest, Date.parse(at)))
    return { id, at: toInstant(earliest) }
  })
}

/** Instants that are taken, and which are free besides. */
class Places {
  readonly #gap: number
  readonly #perDay: number
  readonly #window: { from: number; to: number } | null
  readonly #times: { weekday: number | null; time: number }[]
  readonly #onDay = new Map<number, number>()

  constructor(
    { perDay, minGapMinutes, between, times = [] }: Spread,
    readonly clock: ZoneClock,
    /** In order. */
    readonly taken: number[],
  ) {
    this.#gap = minGapMinutes * MINUTE
    this.#perDay = perDay
    this.#window = between && windowOf(between)
    this.#times = times.map(({ weekday, time }) => ({ weekday, time: timeOf(time) }))
    for (const at of taken) this.#count(at)
  }

  /** Takes the first free instant from one on. */
  take(from: number): number {
    let at = Math.ceil(from / MINUTE) * MINUTE
    for (let step = 0; step < MOST_STEPS; step++) {
      const later = this.#laterThan(at)
      if (later === null) {
        this.taken.splice(this.#indexAfter(at), 0, at)
        this.#count(at)
        return at
      }
      at = Math.ceil(later / MINUTE) * MINUTE
    }
    throw new RangeError('No place is left.')
  }

  /** From when on an instant that is not free might be; null where it is. */
  #laterThan(at: number): number | null {
    if (!this.#isWithin(at)) return this.#nextWindow(at)
    const day = this.clock.dayNumber(at)
    if ((this.#onDay.get(day) ?? 0) >= this.#perDay) return this.#dayAfter(at, day)
    if (this.#gap === 0) return null
    const after = this.#indexAfter(at)
    for (const near of [this.taken[after], this.taken[after - 1]])
      if (near !== undefined && Math.abs(near - at) < this.#gap) return near + this.#gap
    return null
  }

  #isWithin(at: number): boolean {
    const local = this.clock.toLocal(at)
    const time = modulo(local, DAY)
    const isOwn = ({ weekday, time: own }: { weekday: number | null; time: number }): boolean =>
      own === time && (weekday === null || weekday === weekdayOf(Math.floor(local / DAY)))
    if (this.#times.length > 0 && !this.#times.some(isOwn)) return false
    if (this.#window === null) return true
    const { from, to } = this.#window
    return from < to ? time >= from && time < to : time >= from || time < to
  }

  /**
   * Where the window opens next, or a time of its own comes. On a day whose clock changes either may be at
   * any minute.
   */
  #nextWindow(at: number): number {
    const next = this.#times.length > 0 ? this.#nextOwnTime(at) : this.#nextAt(at, this.#window!.from, null)
    return this.#isSameClock(at, next) ? next : at + MINUTE
  }

  #nextOwnTime(at: number): number {
    return Math.min(...this.#times.map(({ weekday, time }) => this.#nextAt(at, time, weekday)))
  }

  #nextAt(at: number, time: number, weekday: number | null): number {
    for (let day = this.clock.dayNumber(at); ; day++) {
      const next = this.clock.toUtc(day * DAY + time)
      if (next > at && (weekday === null || weekdayOf(day) === weekday)) return next
    }
  }

  #dayAfter(at: number, day: number): number {
    const next = this.clock.toUtc((day + 1) * DAY)
    return this.#isSameClock(at, next) && next > at ? next : at + MINUTE
  }

  #isSameClock(a: number, b: number): boolean {
    return this.clock.toLocal(a) - a === this.clock.toLocal(b) - b
  }

  #count(at: number): void {
    const day = this.clock.dayNumber(at)
    this.#onDay.set(day, (this.#onDay.get(day) ?? 0) + 1)
  }

  /** How many of what is taken are not later. */
  #indexAfter(at: number): number {
    let [low, high] = [0, this.taken.length]
    while (low < high) {
      const middle = (low + high) >> 1
      if (this.taken[middle]! <= at) low = middle + 1
      else high = middle
    }
    return low
  }
}

/** By days since 1970-01-01, a Thursday: 1 is Monday. */
const weekdayOf = (day: number): number => modulo(day + 3, 7) + 1

const modulo = (value: number, by: number): number => ((value % by) + by) % by

/** The whole day where both times are the same. */
function windowOf(between: { from: string; to: string }): { from: number; to: number } | null {
  const [from, to] = [timeOf(between.from), timeOf(between.to)]
  return from === to ? null : { from, to }
}

function timeOf(text: string): number {
  const found = /^([01]\d|2[0-3]):([0-5]\d)$/.exec(text)
  if (!found) throw new RangeError(`No time: ${text}`)
  return (Number(found[1]) * 60 + Number(found[2])) * MINUTE
}
