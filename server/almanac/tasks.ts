import type { CalendarRow, Read } from '#core/formats'
import type { Country } from '#shared/almanac/types'
import { threadTask } from '#server/platform/jobs/threadTask'

/** A day that is a holiday, or one of note, somewhere. */
export interface Holiday {
  date: string
  name: string
  /** Whether it is a public holiday for most of the day. */
  isClosed: boolean
}

export interface HolidaysAsked {
  /** ISO 3166-1, and a region of it, `BY` or `BY/A`; '' for none. */
  country: string
  region: string
  /** As in BCP 47: names are in it where there are such. */
  language: string
  years: number[]
}

/** See `holidaysOf`. */
export const holidaysTask = threadTask<HolidaysAsked, Holiday[]>('holidays')
/** See `countries`. */
export const countriesTask = threadTask<string, Country[]>('countries')
/** See `readCalendar` of core/formats. Throws its FormatError. */
export const readCalendarTask = threadTask<
  { text: string; zone: string; from: string; to: string; most: number },
  Read<CalendarRow>
>('readCalendar')
