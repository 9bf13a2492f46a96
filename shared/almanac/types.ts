// The almanac, as browser and server say it to each other. Days are local, `YYYY-MM-DD`.
import type { Instant } from '#core/instant'

/** What a day of one's own is: a day of note, an event, or what comes again to be written. */
export const ENTRY_KINDS = ['day', 'launch', 'fair', 'deadline', 'prompt'] as const
export type EntryKind = (typeof ENTRY_KINDS)[number]

/** What a date of the almanac is: one's own, a public holiday, a day of note, or out of a calendar. */
export type DateKind = EntryKind | 'holiday' | 'observance' | 'calendar'

/** A day of one's own that is worth a post: once, or again by a rule. */
export interface AlmanacEntry {
  id: string
  kind: EntryKind
  title: string
  /** What a post for it begins from. */
  prompt: string
  from: string
  /** How many days it takes. */
  days: number
  /** RFC 5545 RRULE without times; null for none. */
  rrule: string | null
  /** Every year so many days after Easter Sunday, in place of a rule. */
  easterDays: number | null
  except: string[]
  /** Days before it on which a post is wanted; 0 is the day itself. */
  runUp: number[]
  /** How many days before it somebody is reminded; null for not. */
  remindDays: number | null
  pillarId: string | null
  version: number
}

/** A country, or a region of one, whose holidays the brand keeps to. */
export interface AlmanacPlace {
  id: string
  country: string
  region: string
  name: string
  observances: boolean
  /** Its next holidays. */
  next: { date: string; name: string }[]
}

/** A calendar that is read: a file that was brought, or an address that is asked again. */
export interface AlmanacCalendar {
  id: string
  name: string
  /** Null for a file. */
  url: string | null
  readAt: Instant | null
  /** Dates it gave for the months about now. */
  dates: number
  /** Why it can't be read; null where it could. */
  trouble: string | null
  /** What of it could not be read, with its line. */
  problems: { line: number; message: string }[]
  version: number
}

/** All that an almanac is made from. */
export interface AlmanacSources {
  entries: (AlmanacEntry & { next: string | null })[]
  places: AlmanacPlace[]
  calendars: AlmanacCalendar[]
}

/** A date worth a post. */
export interface AlmanacDate {
  date: string
  kind: DateKind
  title: string
  prompt: string
  /** The entry or the calendar it is of; null for holidays. */
  of: string | null
  /** Days until the event itself: more than 0 on its run-up. */
  before: number
  /** How many days it takes. */
  days: number
  /** Null for a whole day. */
  at: Instant | null
  url: string | null
  /** Where it is kept, or the calendar's name; '' for one's own. */
  where: string
  pillarId: string | null
  /** Whether offices are closed there, which timetables may follow. */
  isClosed: boolean
}

/** A date with how many posts were begun for it, and the newest of them. */
export interface AlmanacDateWithPosts extends AlmanacDate {
  posts: number
  postId: string | null
}

/** What a post is for: a date of the almanac. */
export interface PostDay {
  date: string
  title: string
  prompt: string
  of: string | null
}

export interface Country {
  code: string
  name: string
  regions: { code: string; name: string }[]
}

/** The next days of a rule, or why there are none. */
export interface RuleDays {
  dates: string[]
  message: string
}

/** What an account's timetable does on public holidays. */
export interface HolidaysView {
  action: 'none' | 'replace'
  slots: { time: string; use: 'any' | 'pillar' | 'free'; pillarId: string | null }[]
}
