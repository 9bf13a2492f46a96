import { Temporal } from 'temporal-polyfill'
import { DAY, HOUR } from '../instant'
import type { Offset } from './types'

/** Wall clock of one zone within a span, with the zone's changes found once. All numbers are milliseconds. */
export interface ZoneClock {
  /** Wall-clock time at an instant, as milliseconds of a UTC calendar. */
  toLocal(utc: number): number
  /**
   * The instant of a wall-clock time. One that a change skips is read with the offset before it; of two, the
   * first.
   */
  toUtc(local: number): number
  /** The local day `YYYY-MM-DD` at an instant. */
  dayOf(utc: number): string
  /** The local day at an instant, in days since 1970-01-01. */
  dayNumber(utc: number): number
  /** The instant `times` offsets later. Hours are elapsed time; days and weeks keep the wall clock. */
  add(utc: number, offset: Offset, times?: number): number
}

/** From an instant on, a zone is so far ahead of UTC. */
export interface Stretch {
  from: number
  offset: number
}

/**
 * A zone's clock for instants from `from` to `to` (with some days' margin). Throws RangeError for an unknown
 * zone.
 */
export function zoneClock(zone: string, from: number, to: number): ZoneClock {
  return clockOf(stretchesAround(zone, from - 3 * DAY, to + 3 * DAY))
}

/** The clock of a zone whose changes are known, in order; the first of them is from the beginning of time. */
export function clockOf(stretches: Stretch[]): ZoneClock {
  const offsetAt = (utc: number): number => {
    let at = stretches.length - 1
    while (at > 0 && stretches[at]!.from > utc) at--
    return stretches[at]!.offset
  }
  const toLocal = (utc: number): number => utc + offsetAt(utc)
  const toUtc = (local: number): number => localToUtc(local, stretches)
  return {
    toLocal,
    toUtc,
    dayOf: (utc) => new Date(toLocal(utc)).toISOString().slice(0, 10),
    dayNumber: (utc) => Math.floor(toLocal(utc) / DAY),
    add: (utc, offset, times = 1) => {
      const days = (offset.days ?? 0) + 7 * (offset.weeks ?? 0)
      return (
        (days === 0 ? utc : toUtc(toLocal(utc) + days * times * DAY)) + (offset.hours ?? 0) * times * HOUR
      )
    },
  }
}

/**
 * The one place where changes of the clock are settled (RFC 5545 §3.3.5). Each stretch of one offset answers
 * to the wall-clock times from its start to its end; in a repeat two answer, and the first is meant; in a gap
 * none does, and the offset before is.
 */
function localToUtc(local: number, stretches: Stretch[]): number {
  for (const [index, stretch] of stretches.entries()) {
    const utc = local - stretch.offset
    const end = stretches[index + 1]?.from ?? Number.POSITIVE_INFINITY
    if (utc < end) {
      const isGap = index > 0 && utc < stretch.from
      return isGap ? local - stretches[index - 1]!.offset : utc
    }
  }
  return local - stretches.at(-1)!.offset
}

const YEAR = 366 * DAY
const known = new Map<string, Stretch[]>()

/** Asking a zone for its changes is slow, and the same whole years are asked for again and again. */
function stretchesAround(zone: string, from: number, to: number): Stretch[] {
  const [first, last] = [Math.floor(from / YEAR), Math.ceil(to / YEAR)]
  const name = `${zone} ${first} ${last}`
  let found = known.get(name)
  if (!found) {
    found = stretchesOf(zone, first * YEAR, last * YEAR)
    if (known.size >= 500) known.clear()
    known.set(name, found)
  }
  return found
}

function stretchesOf(zone: string, from: number, to: number): Stretch[] {
  let moment = Temporal.Instant.fromEpochMilliseconds(from).toZonedDateTimeISO(zone)
  const stretches: Stretch[] = [{ from: Number.NEGATIVE_INFINITY, offset: moment.offsetNanoseconds / 1e6 }]
  for (;;) {
    const next = moment.getTimeZoneTransition('next')
    if (!next || next.epochMilliseconds > to) return stretches
    stretches.push({ from: next.epochMilliseconds, offset: next.offsetNanoseconds / 1e6 })
    moment = next
  }
}
