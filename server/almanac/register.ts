import { DAY } from '#core/instant'
import { now } from '#server/platform/clock'
import { defineRetention } from '#server/platform/db/retention'
import { defineJob } from '#server/platform/jobs/registry'
import { defineUpkeep } from '#server/platform/jobs/upkeep'
import { renewHolidays } from './holidays'
import { readDueCalendars } from './readingCalendars'
import { remindOfDays } from './reminders'

/** A calendar that was removed is kept so long, with all it held. */
const KEPT_DAYS = 30

export function registerAlmanac(): void {
  defineJob({ name: 'calendars from elsewhere', round: readDueCalendars })
  // Its removal can be undone for so long.
  defineRetention({
    table: 'almanac_calendars',
    key: 'id',
    since: 'removed_at',
    before: () => now() - KEPT_DAYS * DAY,
  })
  defineUpkeep('holidays', renewHolidays)
  defineUpkeep('days that come', remindOfDays)
}
