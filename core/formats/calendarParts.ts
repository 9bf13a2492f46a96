import { contentLines, type ContentLine } from './contentLines'

/** An event as it stands in a calendar. */
export interface EventLines {
  /** Where it begins, from 1. */
  line: number
  /** By their name, each as often as it stands there. */
  lines: Map<string, ContentLine[]>
}

/** A stretch of a zone that a calendar defines itself: standard or summer time. */
export interface ZoneLines {
  lines: Map<string, ContentLine[]>
}

export interface CalendarParts {
  isCalendar: boolean
  events: EventLines[]
  /** By their TZID. */
  zones: Map<string, ZoneLines[]>
  /** Whether there were more events than are kept. */
  isCut: boolean
}

/** What may stand several times in an event, and how often: more helps nobody. */
const MOST_OF_A_NAME = 2_000
const MOST_ZONES = 100
const MOST_STRETCHES = 60

/** A calendar's events, `most` of them, and the zones it defines; what lies inside an event is left out. */
export function calendarParts(text: string, most: number): CalendarParts {
  const parts: CalendarParts = { isCalendar: false, events: [], zones: new Map(), isCut: false }
  const open: string[] = []
  let into: Map<string, ContentLine[]> | null = null
  let stretches: ZoneLines[] = []
  let zone = ''
  for (const one of contentLines(text)) {
    if (one.name === 'BEGIN') {
      const name = one.value.trim().toUpperCase()
      // Deeper than a calendar is, nothing is looked for.
      if (open.length < 20) open.push(name)
      if (name === 'VCALENDAR') parts.isCalendar = true
      if (name === 'VEVENT') {
        into = new Map()
        if (parts.events.length < most) parts.events.push({ line: one.line, lines: into })
        else parts.isCut = true
      }
      if (name === 'VTIMEZONE') [zone, stretches] = ['', []]
      if ((name === 'STANDARD' || name === 'DAYLIGHT') && open.at(-2) === 'VTIMEZONE') {
        into = new Map()
        if (stretches.length < MOST_STRETCHES) stretches.push({ lines: into })
      }
    } else if (one.name === 'END') {
      const name = one.value.trim().toUpperCase()
      const at = open.lastIndexOf(name)
      if (at >= 0) open.length = at
      if (name === 'VEVENT' || name === 'STANDARD' || name === 'DAYLIGHT') into = null
      if (name === 'VTIMEZONE' && zone && parts.zones.size < MOST_ZONES) parts.zones.set(zone, stretches)
    } else if (into && (open.at(-1) === 'VEVENT' || open.at(-2) === 'VTIMEZONE')) {
      const known = into.get(one.name)
      if (!known) into.set(one.name, [one])
      else if (known.length < MOST_OF_A_NAME) known.push(one)
    } else if (one.name === 'TZID' && open.at(-1) === 'VTIMEZONE') zone = one.value.trim()
  }
  return parts
}
