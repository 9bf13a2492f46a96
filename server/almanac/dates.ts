import { RuleError, stepsOf, type Step } from '#core/almanac'
import { toInstant } from '#core/instant'
import type { AlmanacDate } from '#shared/almanac/types'
import { LIMITS } from '#shared/platform/limits'
import type { Db } from '#server/platform/db'
import { log } from '#server/platform/log'
import { entryOf, ruleOf } from './entries'
import * as store from './queries/almanac'
import { readHolidays } from './rowJson'
import type { AlmanacEntryRow, AlmanacPlaceRow } from './rows'

/** Dates of calendars from elsewhere that are given at once. */
const MOST_OF_CALENDARS = 2_000

/**
 * A brand's dates from a local day (included) to another (not), in order: holidays first, then one's own,
 * then what calendars say.
 */
export async function datesBetween(
  db: Db,
  brandId: string,
  { from, to }: { from: string; to: string },
): Promise<AlmanacDate[]> {
  const span = { from, to }
  const places = await store.placesOf(db, brandId)
  const entries = await store.entriesOf(db, brandId)
  const found = await store.calendarDaysBetween(db, brandId, { ...span, most: MOST_OF_CALENDARS })
  return [
    ...holidayDates(places, span),
    ...entries.flatMap((row) => datesOfEntry(row, span)),
    ...found.map((row): AlmanacDate => ({
      ...BARE,
      date: row.day,
      kind: 'calendar',
      title: row.title,
      prompt: (row.text ?? '').slice(0, LIMITS.prompt),
      of: row.calendar_id,
      at: row.at === null ? null : toInstant(row.at),
      url: row.url,
      where: row.name,
    })),
  ].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0))
}

const BARE: AlmanacDate = {
  date: '',
  kind: 'day',
  title: '',
  prompt: '',
  of: null,
  before: 0,
  days: 1,
  at: null,
  url: null,
  where: '',
  pillarId: null,
  isClosed: false,
}

interface Span {
  from: string
  to: string
}

/** The same holiday of several places is one, with the names of all. */
function holidayDates(places: AlmanacPlaceRow[], { from, to }: Span): AlmanacDate[] {
  const found = new Map<string, AlmanacDate>()
  for (const place of places) {
    for (const { date, name, isClosed } of readHolidays(place.holidays_json)) {
      if (date < from || date >= to || (!isClosed && place.observances === 0)) continue
      const key = `${date} ${name} ${isClosed}`
      const known = found.get(key)
      found.set(key, {
        ...BARE,
        ...{ date, isClosed, title: name, kind: isClosed ? 'holiday' : 'observance' },
        where: known ? `${known.where}; ${place.name}` : place.name,
      })
    }
  }
  return [...found.values()]
}

/** Days of rules named lately, by what they are made of: every screen asks for the same week. */
const kept = new Map<string, Step[]>()
const MOST_KEPT = 2_000

function keptSteps(row: AlmanacEntryRow, days: number[], span: Span): Step[] {
  const rule = ruleOf(row)
  const key = JSON.stringify([rule, days, span])
  const known = kept.get(key)
  if (known) return known
  const found = stepsOf(rule, days, span)
  if (kept.size >= MOST_KEPT) kept.clear()
  kept.set(key, found)
  return found
}

function datesOfEntry(row: AlmanacEntryRow, span: Span): AlmanacDate[] {
  const { id, kind, title, prompt, runUp, days, pillarId } = entryOf(row)
  try {
    // The day itself is shown whether a post is wanted on it or not.
    return keptSteps(row, [0, ...runUp], span).map(({ date, before }) => ({
      ...BARE,
      ...{ date, kind, title, prompt, before, days, pillarId },
      of: id,
    }))
  } catch (error) {
    // One that came in an archive may be none: it must not take the others along.
    if (!(error instanceof RuleError)) throw error
    log.warn({ entry: id, reason: error.detail.code }, 'A rule of the almanac can’t be followed.')
    return []
  }
}
