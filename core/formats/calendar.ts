import { DAY, MINUTE, toInstant, toMs, type Instant } from '../instant'

export interface CalendarEntry {
  /** Stays the same however often its time or words change. */
  uid: string
  at: Instant
  minutes: number
  /** Whole days in place of a time. */
  day?: WholeDays
  title: string
  text: string
  url: string | null
  /** `tentative`: it may not happen; `cancelled`: it did not. */
  status: 'confirmed' | 'tentative' | 'cancelled'
  categories: string[]
}

/** So many whole days from one on, which may come again. Days are `YYYY-MM-DD`. */
export interface WholeDays {
  from: string
  days: number
  /** RFC 5545 RRULE without times; null for once. */
  rrule: string | null
  except: string[]
}

interface CalendarOptions {
  /** IANA zone whose days it is about: programs may show it so; its times are in UTC. */
  zone: string
  /** When it was last changed. */
  madeAt: Instant
  /** The address it is read at; without one it names none. */
  url?: string
  /** What is said of the whole of it. */
  about?: string
}

/** Octets of a line before it is folded, without its end (RFC 5545 §3.1). */
const LINE_OCTETS = 75
const REFRESH = 'PT1H'

/**
 * A calendar for other programs (RFC 5545, with name, address and refresh interval of RFC 7986), in UTC. Its
 * entries stand in the order given and block no time. What no line of a calendar may hold is left out of
 * texts; an address that is none is left out whole.
 */
export function writeCalendar(
  name: string,
  entries: CalendarEntry[],
  { zone, madeAt, url = '', about = '' }: CalendarOptions,
): string {
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Clear Quill//Clear Quill//EN',
    'METHOD:PUBLISH',
    `NAME:${textOf(name)}`,
    `X-WR-CALNAME:${textOf(name)}`,
    `X-WR-TIMEZONE:${textOf(zone)}`,
    ...(about ? [`DESCRIPTION:${textOf(about)}`, `X-WR-CALDESC:${textOf(about)}`] : []),
    ...uriOf('URL', url),
    `REFRESH-INTERVAL;VALUE=DURATION:${REFRESH}`,
    `X-PUBLISHED-TTL:${REFRESH}`,
    ...entries.flatMap((entry) => linesOf(entry, madeAt)),
    'END:VCALENDAR',
  ]
  return lines.map((line) => `${folded(line)}\r\n`).join('')
}

const linesOf = (entry: CalendarEntry, madeAt: Instant): string[] => [
  'BEGIN:VEVENT',
  `UID:${textOf(entry.uid)}`,
  `DTSTAMP:${utcOf(madeAt)}`,
  ...timesOf(entry),
  `SUMMARY:${textOf(entry.title)}`,
  ...(entry.text ? [`DESCRIPTION:${textOf(entry.text)}`] : []),
  ...(entry.url === null ? [] : uriOf('URL', entry.url)),
  ...(entry.categories.length > 0 ? [`CATEGORIES:${entry.categories.map(textOf).join(',')}`] : []),
  `STATUS:${entry.status.toUpperCase()}`,
  'TRANSP:TRANSPARENT',
  'END:VEVENT',
]

const timesOf = ({ day, at, minutes }: CalendarEntry): string[] =>
  day
    ? [
        `DTSTART;VALUE=DATE:${dayOf(day.from)}`,
        `DTEND;VALUE=DATE:${dayOf(toInstant(toMs(`${day.from}T00:00:00Z`) + day.days * DAY).slice(0, 10))}`,
        ...(day.rrule ? [`RRULE:${textOf(day.rrule).replaceAll('\\', '')}`] : []),
        ...(day.except.length > 0 ? [`EXDATE;VALUE=DATE:${day.except.map(dayOf).join(',')}`] : []),
      ]
    : [`DTSTART:${utcOf(at)}`, `DTEND:${utcOf(toInstant(toMs(at) + minutes * MINUTE))}`]

/** `20270302` (RFC 5545 §3.3.4). */
const dayOf = (day: string): string => day.replaceAll('-', '')

/** `20270302T100000Z` (RFC 5545 §3.3.5, form 2). */
const utcOf = (at: Instant): string => `${at.slice(0, 19).replace(/[-:]/g, '')}Z`

/**
 * A text as a value (RFC 5545 §3.3.11): what parts values is escaped, lines end in one way, and neither
 * control characters nor halves of a pair, which UTF-8 has no bytes for, are in it.
 */
const textOf = (text: string): string =>
  text
    .replace(/[\ud800-\udfff]/gu, '\ufffd')
    .replace(/\r\n?|[\u2028\u2029\u0085]/g, '\n')
    // eslint-disable-next-line no-control-regex
    .replace(/[\u0000-\u0008\u000b-\u001f\u007f]/g, '')
    .replace(/[\\;,]/g, (sign) => `\\${sign}`)
    .replaceAll('\n', '\\n')

/** An address stands as it is, nothing of it escaped (RFC 5545 §3.3.13). */
function uriOf(name: string, address: string): string[] {
  return URL.canParse(address) ? [`${name}:${new URL(address).href}`] : []
}

/** Parts a line so that none of it is longer than 75 octets, within no character. */
function folded(line: string): string {
  let out = ''
  let octets = 0
  for (const character of line) {
    const code = character.codePointAt(0)!
    const more = code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4
    if (octets + more > LINE_OCTETS) {
      out += '\r\n '
      octets = 1
    }
    out += character
    octets += more
  }
  return out
}
