import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { CALENDARS, type CalendarRow } from '../rows'

/** The calendars of a brand that have an address. */
export const calendarsOf = (db: Db, brandId: string): Promise<CalendarRow[]> =>
  readAll(CALENDARS.columns, joined(db, 'calendars').where({ brand_id: brandId }).select('*'))

/** A brand's calendar of one account, or of all of it (null); undefined where it has no address. */
export const calendarOf = (
  db: Db,
  brandId: string,
  accountId: string | null,
): Promise<CalendarRow | undefined> =>
  db('calendars').where({ brand_id: brandId, account_id: accountId }).first()

/** A calendar by its id, whosever it is. */
export const anyCalendar = (db: Db, id: string): Promise<CalendarRow | undefined> =>
  db('calendars').where({ id }).first()
