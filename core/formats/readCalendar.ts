import { DAY, toInstant, toMs, type Instant } from '../instant'
import { occurrencesOf, readRule, RuleError } from '../almanac/index'
import type { Message } from '../message'
import { message } from '../messages'
import type { ZoneClock } from '../schedule/zoneClock'
import { calendarParts, type EventLines } from './calendarParts'
import { isDayText, localOf } from './calendarTimes'
import { calendarZones, type CalendarZones } from './calendarZones'
import { meant, type ContentLine } from './contentLines'
import { FormatError } from './errors'
import { MOST_PROBLEMS, oneLine, webAddress, type Read } from './rows'

/** Something of a calendar: at an instant, or on a whole day. */
export interface CalendarRow {
  uid: string
  startsAt: Instant | null
  /** `YYYY-MM-DD`, for whole days; the first of several. */
  date: string | null
  title: string
  text: string | null
  url: string | null
}

interface CalendarSpan {
  /** IANA zone of whole days, and of times that name none. */
  zone: string
  from: Instant
  to: Instant
}

const MOST_EVENTS = 50_000
/** Rows of all events together, and how many of them may come by rules. */
const MOST_ROWS = 50_000
const MOST_RULED = 5_000
const TITLE = 300
const TEXT = 4_000

/**
 * What an iCalendar file (RFC 5545) holds from one instant (included) to another (not), in order of time.
 * What comes again is expanded; what was moved stands where it was moved to; what was cancelled is left out.
 * Zones may be the file's own. An event that can't be read is reported with its line, and the rest is read.
 * Throws FormatError for what is no calendar, and RangeError for an unknown zone of one's own.
 */
export function readCalendar(text: string, { zone, from, to }: CalendarSpan): Read<CalendarRow> {
  const parts = calendarParts(text, MOST_EVENTS)
  if (!parts.isCalendar) throw new FormatError('not-calendar', 1, message('calendar.none'))
  const [start, end] = [toMs(from), toMs(to)]
  const zones = calendarZones(parts, { zone, from: start, to: end })
  const reader: Reader = { zones, start, end, ruled: 0, strange: new Map(), problems: [] }
  const moved = movedOf(parts.events, reader)
  const rows: (CalendarRow & { order: number })[] = []
  let isCut = parts.isCut
  for (const event of parts.events) {
    if (valueOf(event, 'STATUS').toUpperCase() === 'CANCELLED') continue
    const found = rowsOf(event, reader, moved)
    if (rows.length + found.length > MOST_ROWS || reader.ruled > MOST_RULED) isCut = true
    rows.push(...found.slice(0, MOST_ROWS - rows.length))
  }
  for (const [name, line] of reader.strange) complain(reader, line, message('calendar.no-zone', { name }))
  if (isCut) complain(reader, 1, message('calendar.too-many', { most: rows.length }))
  return {
    rows: rows
      .sort((a, b) => a.order - b.order || a.title.localeCompare(b.title))
      .map(({ order: _, ...row }) => row),
    problems: reader.problems,
  }
}

interface Reader {
  zones: CalendarZones
  start: number
  end: number
  /** Events that come by rules, so far. */
  ruled: number
  /** Names of zones nobody knows, and where they stand first. */
  strange: Map<string, number>
  problems: Read<CalendarRow>['problems']
}

const valueOf = ({ lines }: EventLines, name: string): string => lines.get(name)?.[0]?.value.trim() ?? ''

function complain({ problems }: Reader, line: number, what: Message): void {
  if (problems.length < MOST_PROBLEMS) problems.push({ line, message: what })
}

/** A time as it is written: on the wall clock of a zone, or a whole day of one's own. */
interface Written {
  local: number
  clock: ZoneClock
  isDay: boolean
}

function written(line: ContentLine, value: string, reader: Reader): Written | null {
  const local = localOf(value)
  if (local === null) return null
  const isDay = isDayText(value)
  if (isDay) return { local, clock: reader.zones.own, isDay }
  if (/Z$/i.test(value.trim())) return { local, clock: reader.zones.utc, isDay }
  const name = line.params.get('TZID')?.trim()
  const clock = name ? reader.zones.clockOf(name) : reader.zones.own
  if (!clock && name && !reader.strange.has(name) && reader.strange.size < MOST_PROBLEMS)
    reader.strange.set(name.slice(0, 80), line.line)
  return { local, clock: clock ?? reader.zones.own, isDay }
}

/** The same for one time, whatever zone it is written in. */
const keyOf = ({ local, clock, isDay }: Written): string =>
  isDay ? `day ${local}` : String(clock.toUtc(local))

/** Times of a repeated event that stand elsewhere, or nowhere, by its uid. */
function movedOf(events: EventLines[], reader: Reader): Map<string, Set<string>> {
  const moved = new Map<string, Set<string>>()
  for (const event of events) {
    const line = event.lines.get('RECURRENCE-ID')?.[0]
    const at = line && written(line, line.value, reader)
    if (!at) continue
    const uid = valueOf(event, 'UID')
    moved.set(uid, (moved.get(uid) ?? new Set()).add(keyOf(at)))
  }
  return moved
}

function rowsOf(
  event: EventLines,
  reader: Reader,
  moved: ReadonlyMap<string, ReadonlySet<string>>,
): (CalendarRow & { order: number })[] {
  const uid = valueOf(event, 'UID')
  const title = (oneLine(meant(valueOf(event, 'SUMMARY'))) ?? '').slice(0, TITLE)
  const startLine = event.lines.get('DTSTART')?.[0]
  if (!startLine) {
    complain(reader, event.line, message('calendar.no-start', { title: title.slice(0, 80) }))
    return []
  }
  const start = written(startLine, startLine.value, reader)
  if (!start) {
    const what = { title: title.slice(0, 80), text: startLine.value.slice(0, 40) }
    complain(reader, startLine.line, message('calendar.no-day', what))
    return []
  }
  const isMoved = event.lines.has('RECURRENCE-ID')
  const gone = isMoved ? new Set<string>() : new Set([...exceptOf(event, reader), ...(moved.get(uid) ?? [])])
  const times = isMoved ? [start.local] : timesOf(event, start, reader, title)
  const text = meant(valueOf(event, 'DESCRIPTION')).trim().slice(0, TEXT)
  const about = { uid, title, text: text || null, url: webAddress(valueOf(event, 'URL')) }
  return [...new Set(times)].flatMap((local): (CalendarRow & { order: number })[] => {
    const one = { ...start, local }
    const at = start.isDay ? reader.zones.own.toUtc(local) : start.clock.toUtc(local)
    if (at < reader.start || at >= reader.end || gone.has(keyOf(one))) return []
    return start.isDay
      ? [{ ...about, startsAt: null, date: new Date(local).toISOString().slice(0, 10), order: at }]
      : [{ ...about, startsAt: toInstant(at), date: null, order: at }]
  })
}

/** Times that are left out. */
const exceptOf = (event: EventLines, reader: Reader): string[] =>
  (event.lines.get('EXDATE') ?? []).flatMap((line) =>
    line.value.split(',').flatMap((value) => {
      const at = written(line, value, reader)
      return at ? [keyOf(at)] : []
    }),
  )

/** When an event is, on the clock it is written in: its start, what is named besides, what its rule says. */
function timesOf(event: EventLines, start: Written, reader: Reader, title: string): number[] {
  const named = (event.lines.get('RDATE') ?? []).flatMap((line) =>
    line.value.split(',').flatMap((value) => {
      // Of a period its begin.
      const at = written(line, value.split('/')[0] ?? '', reader)
      return at ? [start.isDay ? at.local : start.clock.toLocal(at.clock.toUtc(at.local))] : []
    }),
  )
  const rrule = valueOf(event, 'RRULE')
  if (!rrule) return [start.local, ...named]
  try {
    // A rule that ended before is told by its last day alone, which costs nothing.
    const rule = readRule(rrule, { withTimes: true })
    const until = rule.until === null ? null : localUntil(rule.until, start)
    if (until !== null && until < reader.start - 2 * DAY) return [start.local, ...named]
    if (++reader.ruled > MOST_RULED) return [start.local, ...named]
    const span = { from: reader.start - 2 * DAY, to: reader.end + 2 * DAY }
    const ends = until === null ? span.to : Math.min(span.to, until + 1)
    const ruled = occurrencesOf({ ...rule, until: null }, start.local, { ...span, to: ends })
    return [start.local, ...named, ...ruled]
  } catch (error) {
    if (!(error instanceof RuleError)) throw error
    const code = error.detail.code === 'rule.too-often' ? 'calendar.too-often' : 'calendar.bad-rule'
    complain(reader, event.line, message(code, { title: title.slice(0, 80) }))
    return [start.local, ...named]
  }
}

/** The last time a rule allows, on the event's own clock; of a day, its end. */
function localUntil(until: string, start: Written): number | null {
  const local = localOf(until)
  if (local === null) return null
  if (isDayText(until)) return local + DAY - 1
  return until.endsWith('Z') && !start.isDay ? start.clock.toLocal(local) : local
}
