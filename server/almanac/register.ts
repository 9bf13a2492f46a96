import { defineJob } from '#server/platform/jobs/registry'
import { defineUpkeep } from '#server/platform/jobs/upkeep'
import { renewHolidays } from './holidays'
import { readDueCalendars } from './readingCalendars'
import { remindOfDays } from './reminders'

export function registerAlmanac(): void {
  defineJob({ name: 'calendars from elsewhere', round: readDueCalendars })
  defineUpkeep('holidays', renewHolidays)
  defineUpkeep('days that come', remindOfDays)
}
