import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { pick, text, whole, type InsertOf, type PatchAt, type ShapeOf } from '#server/platform/db/tables'
import {
  ALMANAC_CALENDARS,
  ALMANAC_PLACES,
  CALENDAR_DAYS,
  type AlmanacCalendarRow,
  type AlmanacEntryRow,
  type AlmanacPlaceRow,
} from '../rows'

/** A brand's own days that are not removed, in order of their first. */
export const entriesOf = (db: Db, brandId: string): Promise<AlmanacEntryRow[]> =>
  db('almanac_entries')
    .where({ brand_id: brandId })
    .whereNull('removed_at')
    .orderBy(['from_day', 'title', 'id'])

/** A brand's own day that is not removed; undefined for any other. */
export const entryById = (db: Db, brandId: string, id: string): Promise<AlmanacEntryRow | undefined> =>
  db('almanac_entries').where({ brand_id: brandId, id }).whereNull('removed_at').first()

export const placesOf = (db: Db, brandId: string): Promise<AlmanacPlaceRow[]> =>
  db('almanac_places').where({ brand_id: brandId }).orderBy(['name', 'id'])

export const placeById = (db: Db, brandId: string, id: string): Promise<AlmanacPlaceRow | undefined> =>
  db('almanac_places').where({ brand_id: brandId, id }).first()

const PLACE = { ...ALMANAC_PLACES.columns, language: text() }
export type PlaceToMake = ShapeOf<typeof PLACE>

/** Places of all brands whose holidays were made for something else than is wanted now. */
export const placesMadeElse = (db: Db, wanted: string): Promise<PlaceToMake[]> =>
  readAll(
    PLACE,
    joined(db, 'almanac_places')
      .join('brands', 'brands.id', 'almanac_places.brand_id')
      .whereNull('brands.removed_at')
      .whereRaw("almanac_places.made_for <> ? || ' ' || brands.language", [wanted])
      .limit(50)
      .select('almanac_places.*', 'brands.language'),
  )

export const setHolidays = async (
  db: Db,
  id: string,
  made: Pick<AlmanacPlaceRow, 'holidays_json' | 'made_for'>,
): Promise<void> => {
  await db('almanac_places').where({ id }).update(made)
}

const CALENDAR = { ...ALMANAC_CALENDARS.columns, dates: whole() }
export type CalendarWithDates = ShapeOf<typeof CALENDAR>

/** A brand's calendars from elsewhere, by their names, with how many dates each gave. */
export const calendarsOf = (db: Db, brandId: string): Promise<CalendarWithDates[]> =>
  readAll(
    CALENDAR,
    joined(db, 'almanac_calendars')
      .where({ brand_id: brandId })
      .whereNull('removed_at')
      .orderBy(['name', 'id'])
      .select('almanac_calendars.*')
      .select(
        db.raw('(SELECT count(*) FROM calendar_days WHERE calendar_id = almanac_calendars.id) AS dates'),
      ),
  )

export const calendarById = (db: Db, brandId: string, id: string): Promise<AlmanacCalendarRow | undefined> =>
  db('almanac_calendars').where({ brand_id: brandId, id }).whereNull('removed_at').first()

const DUE = { ...ALMANAC_CALENDARS.columns, brand_zone: text() }
export type DueCalendar = ShapeOf<typeof DUE>

/**
 * Calendars of all brands whose turn has come, or whose brand has another zone since: the longest due first.
 */
export const calendarsDue = (db: Db, at: number, most: number): Promise<DueCalendar[]> =>
  readAll(
    DUE,
    joined(db, 'almanac_calendars')
      .join('brands', 'brands.id', 'almanac_calendars.brand_id')
      .whereNull('almanac_calendars.removed_at')
      .whereNull('brands.removed_at')
      .where((either) =>
        either
          .where('almanac_calendars.next_at', '<=', at)
          .orWhere((other) =>
            other
              .whereNot('almanac_calendars.zone', db.ref('brands.zone'))
              .whereNotNull('almanac_calendars.read_at')
              .where('almanac_calendars.failures', 0),
          ),
      )
      .orderBy('almanac_calendars.next_at')
      .limit(most)
      .select('almanac_calendars.*', 'brands.zone as brand_zone'),
  )

export const updateCalendar = async (
  db: Db,
  id: string,
  patch: PatchAt<'almanac_calendars'>,
): Promise<void> => {
  await db('almanac_calendars').where({ id }).update(patch)
}

export const calendarText = async (db: Db, id: string): Promise<string | null> =>
  (await db('calendar_texts').where({ calendar_id: id }).first('text'))?.text ?? null

export const putCalendarText = async (db: Db, id: string, content: string): Promise<void> => {
  await db('calendar_texts').insert({ calendar_id: id, text: content }).onConflict('calendar_id').merge()
}

/** Rows of one insert: SQLite binds so many values at most. */
const AT_ONCE = 500

/** Puts what a calendar holds in place of what it held. */
export async function replaceCalendarDays(
  db: Db,
  id: string,
  days: InsertOf<typeof CALENDAR_DAYS>[],
): Promise<void> {
  await db('calendar_days').where({ calendar_id: id }).del()
  for (let at = 0; at < days.length; at += AT_ONCE)
    await db('calendar_days').insert(days.slice(at, at + AT_ONCE))
}

const DATED = { ...pick(CALENDAR_DAYS, 'calendar_id', 'day', 'at', 'title', 'text', 'url'), name: text() }
export type DatedRow = ShapeOf<typeof DATED>

/** What a brand's calendars from elsewhere hold from one day (included) to another (not), so many rows. */
export const calendarDaysBetween = (
  db: Db,
  brandId: string,
  { from, to, most }: { from: string; to: string; most: number },
): Promise<DatedRow[]> =>
  readAll(
    DATED,
    joined(db, 'almanac_calendars')
      .join('calendar_days', 'calendar_days.calendar_id', 'almanac_calendars.id')
      .where('almanac_calendars.brand_id', brandId)
      .whereNull('almanac_calendars.removed_at')
      .where('calendar_days.day', '>=', from)
      .where('calendar_days.day', '<', to)
      .orderBy(['calendar_days.day', 'calendar_days.at', 'calendar_days.position'])
      .limit(most)
      .select(
        ...['calendar_days.calendar_id', 'calendar_days.day', 'calendar_days.at', 'calendar_days.title'],
        ...['calendar_days.text', 'calendar_days.url', 'almanac_calendars.name'],
      ),
  )
