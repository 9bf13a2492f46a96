import { toInstant } from '#core/instant'
import { say } from '#shared/messages'
import { sayCalendar } from '#shared/almanac/messages'
import type { AlmanacSources } from '#shared/almanac/types'
import { brandById } from '#server/people'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { problemsIn } from '#server/platform/db/columns'
import { messagesOf } from '#server/platform/db/messages'
import { problem } from '#server/platform/http/problem'
import { RuleError } from '#core/almanac'
import { entryOf, nextDays, ruleOf } from './entries'
import { dayAt } from './holidays'
import * as store from './queries/almanac'
import { readHolidays } from './rowJson'
import type { AlmanacEntryRow } from './rows'
import { readOne } from './readingCalendars'
import type { Actor } from '#server/platform/changes/actor'

/** Holidays of a place that are told beside it. */
const NEXT = 3

/** All that a brand's almanac is made from. Throws `notFound`. */
export async function almanacSources(brandId: string): Promise<AlmanacSources> {
  const db = await useDb()
  const brand = await brandById(db, brandId)
  if (!brand) throw problem('notFound')
  const today = dayAt(brand.zone, now())
  return {
    entries: (await store.entriesOf(db, brandId)).map((row) => ({ ...entryOf(row), next: nextOf(row) })),
    places: (await store.placesOf(db, brandId)).map((row) => ({
      id: row.id,
      country: row.country,
      region: row.region,
      name: row.name,
      observances: row.observances === 1,
      next: readHolidays(row.holidays_json)
        .filter(({ date, isClosed }) => isClosed && date >= today)
        .slice(0, NEXT)
        .map(({ date, name }) => ({ date, name })),
    })),
    calendars: (await store.calendarsOf(db, brandId)).map((row) => ({
      id: row.id,
      name: row.name,
      url: row.url,
      readAt: row.read_at === null ? null : toInstant(row.read_at),
      dates: row.dates,
      trouble: row.trouble === null ? null : say(messagesOf(row.trouble)),
      problems: problemsIn(row.problems_json).map(({ line, message }) => ({
        line,
        message: sayCalendar(message),
      })),
      version: row.version,
    })),
  }
}

/** A day's next time; null where it has none any more, or a rule that can't be followed. */
function nextOf(row: AlmanacEntryRow): string | null {
  try {
    return nextDays(ruleOf(row), now(), 1)[0] ?? null
  } catch (error) {
    if (error instanceof RuleError) return null
    throw error
  }
}

/** Reads one of a brand's calendars now; why it can't be read stands at it then. Throws `notFound`. */
export async function readAgain({ brandId }: Actor, id: string): Promise<void> {
  const db = await useDb()
  const brand = await brandById(db, brandId)
  const row = await store.calendarById(db, brandId, id)
  if (!brand || !row) throw problem('notFound')
  await readOne(row, brand.zone)
}
