import type { EntryKind } from '#shared/almanac/types'
import { messages, tableOf, text, whole, type RowOf, type TableType } from '#server/platform/db/tables'

/** A day of one's own that is worth a post: once, or again by a rule. Days are local, `YYYY-MM-DD`. */
export const ALMANAC_ENTRIES = tableOf('almanac_entries', {
  id: text(),
  brand_id: text(),
  kind: text<EntryKind>(),
  title: text(),
  /** What a post for it begins from, in a person's words. */
  prompt: text(),
  from_day: text(),
  /** How many days it takes. */
  days: whole(),
  /** RFC 5545 RRULE without times; null for none. */
  rrule: text().orNull(),
  /** Every year so many days after Easter Sunday, in place of a rule. */
  easter_days: whole().orNull(),
  except_json: text().orDefault(),
  /** Days before it on which a post is wanted; 0 is the day itself. */
  run_up_json: text().orDefault(),
  /** How many days before it somebody is reminded. */
  remind_days: whole().orNull(),
  pillar_id: text().orNull(),
  created_by: text(),
  created_at: whole(),
  version: whole().orDefault(),
  removed_at: whole().orNull(),
})
export type AlmanacEntryRow = RowOf<typeof ALMANAC_ENTRIES>

/** A country, or a region of one, whose holidays a brand keeps to. */
export const ALMANAC_PLACES = tableOf('almanac_places', {
  id: text(),
  brand_id: text(),
  /** ISO 3166-1; a region as ISO 3166-2 has it behind the country's, `BY` or `BY/A`; '' for none. */
  country: text(),
  region: text(),
  name: text(),
  /** Whether its days of note are shown besides holidays. */
  observances: whole(),
  /** Its holidays of the years about now, and what they were made for: see `holidays.ts`. */
  holidays_json: text().orDefault(),
  made_for: text().orDefault(),
  created_by: text(),
  created_at: whole(),
})
export type AlmanacPlaceRow = RowOf<typeof ALMANAC_PLACES>

/** A calendar that is read: a file that was brought, or an address that is asked again. */
export const ALMANAC_CALENDARS = tableOf('almanac_calendars', {
  id: text(),
  brand_id: text(),
  name: text(),
  /** Null for a file. */
  url: text().orNull(),
  etag: text().orNull(),
  last_modified: text().orNull(),
  /** The brand's zone as it was read. */
  zone: text().orDefault(),
  read_at: whole().orNull(),
  next_at: whole(),
  /** Times in a row that it could not be read, and why. */
  failures: whole().orDefault(),
  trouble: messages().orNull(),
  /** What of it could not be read. */
  problems_json: text().orDefault(),
  created_by: text(),
  created_at: whole(),
  version: whole().orDefault(),
  removed_at: whole().orNull(),
})
export type AlmanacCalendarRow = RowOf<typeof ALMANAC_CALENDARS>

/** A calendar as it came, so that it can be read on as time passes. */
export const CALENDAR_TEXTS = tableOf('calendar_texts', { calendar_id: text(), text: text() })

/** What a calendar holds in the months about now. */
export const CALENDAR_DAYS = tableOf('calendar_days', {
  calendar_id: text(),
  position: whole(),
  day: text(),
  /** Null for a whole day. */
  at: whole().orNull(),
  title: text(),
  text: text().orNull(),
  url: text().orNull(),
})
export type CalendarDayRow = RowOf<typeof CALENDAR_DAYS>

declare module 'knex/types/tables' {
  interface Tables {
    almanac_entries: TableType<typeof ALMANAC_ENTRIES>
    almanac_places: TableType<typeof ALMANAC_PLACES>
    almanac_calendars: TableType<typeof ALMANAC_CALENDARS>
    calendar_texts: TableType<typeof CALENDAR_TEXTS>
    calendar_days: TableType<typeof CALENDAR_DAYS>
  }
}
