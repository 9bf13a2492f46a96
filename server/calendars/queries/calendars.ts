import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { CALENDARS, type CalendarRow } from '../rows'

/** The calendars of a brand that have an address. */
export const calendarsOf = (db: Db, brandId: string): Promise<CalendarRow[]> =>
  readAll(CALENDARS.columns, joined(db, 'calendars').where({ brand_id: brandId }).select('*'))

/** What a calendar is of: posts of an account, a campaign, or of the whole brand; or its almanac. */
export type CalendarOf = Pick<CalendarRow, 'account_id' | 'campaign_id' | 'what'>

/** A brand's calendar of one account or campaign, or of all of it; undefined where it has no address. */
export const calendarOf = (db: Db, brandId: string, of: CalendarOf): Promise<CalendarRow | undefined> =>
  db('calendars')
    .where({ brand_id: brandId, ...of })
    .first()

/** A calendar by its id, whosever it is. */
export const anyCalendar = (db: Db, id: string): Promise<CalendarRow | undefined> =>
  db('calendars').where({ id }).first()
