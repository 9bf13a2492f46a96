import { DAY, HOUR, MINUTE } from '../instant'
import { occurrencesOf, readRule } from '../almanac/index'
import { clockOf, zoneClock, type Stretch, type ZoneClock } from '../schedule/zoneClock'
import type { CalendarParts, ZoneLines } from './calendarParts'
import type { ContentLine } from './contentLines'
import { localOf } from './calendarTimes'

/** Zones of a calendar's times, as clocks about the days that are asked for. */
export interface CalendarZones {
  /** The clock of a TZID; null for one that nobody knows. */
  clockOf(name: string): ZoneClock | null
  /** That of times without a zone. */
  own: ZoneClock
  utc: ZoneClock
}

/** Years before the days asked for in which a zone's last change is looked for. */
const BACK = 400 * DAY

/**
 * The zones of a calendar from one instant to another (milliseconds): those of the IANA data base by their
 * names, whatever the file says of them, since a file may be older; else what the file defines; and Windows'
 * names of none. Throws RangeError for an unknown zone of one's own.
 */
export function calendarZones(
  { zones }: CalendarParts,
  { zone, from, to }: { zone: string; from: number; to: number },
): CalendarZones {
  const known = new Map<string, ZoneClock | null>()
  const find = (name: string): ZoneClock | null => {
    // Some programs write a path before the name.
    for (const one of [name, name.split('/').slice(-2).join('/')]) {
      try {
        return zoneClock(one, from, to)
      } catch {
        // Not one of the data base's names.
      }
    }
    const defined = zones.get(name)
    return defined ? definedClock(defined, from, to) : null
  }
  return {
    own: zoneClock(zone, from, to),
    utc: zoneClock('UTC', from, to),
    clockOf: (name) => {
      if (!known.has(name)) known.set(name, find(name))
      return known.get(name)!
    },
  }
}

/** The clock of a zone as a file defines it (RFC 5545 §3.6.5). */
function definedClock(parts: ZoneLines[], from: number, to: number): ZoneClock | null {
  const changes = parts.flatMap((part) => changesOf(part, from, to)).sort((a, b) => a.from - b.from)
  const first = changes[0]
  if (!first) return null
  const before = changes.findLast(({ from: at }) => at <= from) ?? first
  return clockOf([
    { from: Number.NEGATIVE_INFINITY, offset: before === first ? first.before : before.offset },
    ...changes.filter((change) => change.from >= before.from),
  ])
}

function changesOf({ lines }: ZoneLines, from: number, to: number): (Stretch & { before: number })[] {
  const one = (name: string): string => lines.get(name)?.[0]?.value.trim() ?? ''
  const [before, offset] = [offsetOf(one('TZOFFSETFROM')), offsetOf(one('TZOFFSETTO'))]
  const start = localOf(one('DTSTART'))
  if (before === null || offset === null || start === null) return []
  const named = (lines.get('RDATE') ?? []).flatMap((line: ContentLine) =>
    line.value.split(',').flatMap((text) => localOf(text) ?? []),
  )
  const times = new Set([start, ...named, ...ruled(one('RRULE'), start, from - BACK, to + 2 * DAY)])
  return [...times].map((local) => ({ from: local - before, offset, before }))
}

function ruled(rrule: string, start: number, from: number, to: number): number[] {
  try {
    return rrule ? occurrencesOf(readRule(rrule), start, { from, to }) : []
  } catch {
    return []
  }
}

/** `+0130` and `-023000` in milliseconds; null for anything else. */
function offsetOf(text: string): number | null {
  const [, sign, hours, minutes, seconds = '0'] = /^([+-])(\d{2})(\d{2})(\d{2})?$/.exec(text) ?? []
  if (!sign) return null
  const size = Number(hours) * HOUR + Number(minutes) * MINUTE + Number(seconds) * 1_000
  return sign === '-' ? -size : size
}
