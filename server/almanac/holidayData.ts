import Holidays from 'date-holidays'
import { DAY, HOUR } from '#core/instant'
import type { Country } from '#shared/almanac/types'
import type { Holiday, HolidaysAsked } from './tasks'

// Holidays of all countries, from date-holidays: its code is under the ISC licence, its data, mostly from
// Wikipedia, under CC BY-SA 3.0. Lies in a file of its own, loaded by a thread that needs it.

/** Hours of a day from which on it is a holiday: of Christmas Eve only the evening may be. */
const MOST_OF_A_DAY = 18
const MOST_DAYS = 40

/** The holidays and days of note of a place in some years, in order of time. Runs in a thread. */
export function holidaysOf({ country, region, language, years }: HolidaysAsked): Holiday[] {
  const [state, part] = region.split('/')
  const known = part
    ? new Holidays(country, state ?? '', part)
    : state
      ? new Holidays(country, state)
      : new Holidays(country)
  const found = years.flatMap((year) => known.getHolidays(year, language) ?? []).flatMap(daysOf)
  const days = new Map(found.map((one) => [`${one.date} ${one.name}`, one]))
  return [...days.values()].sort((a, b) => a.date.localeCompare(b.date))
}

function daysOf({ date, start, end, name, type }: ReturnType<Holidays['getHolidays']>[number]): Holiday[] {
  if (type === 'school') return []
  const [day = '', time = ''] = date.split(' ')
  const from = Date.parse(`${day}T00:00:00Z`)
  const begins = from + Number(time.slice(0, 2)) * HOUR
  const ends = begins + (end.getTime() - start.getTime())
  const days: Holiday[] = []
  for (let at = from; at < ends && days.length < MOST_DAYS; at += DAY) {
    const hours = (Math.min(ends, at + DAY) - Math.max(begins, at)) / HOUR
    // What a change of the clock takes or leaves is no day.
    if (hours < 6 && at > from) continue
    const isClosed = type === 'public' && hours >= MOST_OF_A_DAY
    days.push({ date: new Date(at).toISOString().slice(0, 10), name, isClosed })
  }
  return days
}

/** All countries with their regions, in order of their names. Runs in a thread. */
export function countries(language: string): Country[] {
  const all = new Holidays()
  const named = (names: Record<string, string> | null | undefined): [string, string][] =>
    Object.entries(names ?? {}).sort(([, a], [, b]) => a.localeCompare(b))
  return named(all.getCountries(language)).map(([code, name]) => ({
    code,
    name,
    regions: named(all.getStates(code, language)).flatMap(([state, stateName]) => [
      { code: state, name: stateName },
      ...named(all.getRegions(code, state, language)).map(([part, partName]) => ({
        code: `${state}/${part}`,
        name: `${stateName}: ${partName}`,
      })),
    ]),
  }))
}
