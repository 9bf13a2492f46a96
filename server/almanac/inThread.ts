import { MOST_CALENDAR_PROBLEMS } from './limits'
import { readCalendar } from '#core/formats'
import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import type * as HolidayData from './holidayData'
import { countriesTask, holidaysTask, readCalendarTask } from './tasks'

/** The holidays of all countries lie in a file of their own beside the thread's. */
const holidayData = async (): Promise<typeof HolidayData> =>
  (await import(new URL('./holidays.mjs', import.meta.url).href)) as typeof HolidayData

export const almanacInThread: InThread[] = [
  inThread(holidaysTask, async (asked) => (await holidayData()).holidaysOf(asked)),
  inThread(countriesTask, async (language) => (await holidayData()).countries(language)),
  inThread(readCalendarTask, ({ text, most, ...span }) => {
    const { rows, problems } = readCalendar(text, span)
    return { rows: rows.slice(0, most), problems: problems.slice(0, MOST_CALENDAR_PROBLEMS) }
  }),
]
