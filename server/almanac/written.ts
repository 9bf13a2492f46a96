import { datesOf, RuleError } from '#core/almanac'
import { DAY, toInstant } from '#core/instant'
import { writeCalendar, type CalendarEntry } from '#core/formats'
import * as words from '#shared/words'
import { brandById } from '#server/people'
import { lastChangeAt } from '#server/platform/changes/queries'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { datesBetween } from './dates'
import { entryOf, ruleOf } from './entries'
import * as store from './queries/almanac'
import type { AlmanacEntryRow } from './rows'

/** How far about now holidays and days after Easter are written, in days. */
const BACK_DAYS = 60
const AHEAD_DAYS = 400

/**
 * A brand's almanac as a calendar for other programs: what comes again by its rule, holidays with where.
 * `url`: the address it is read at, if it has one. Throws `notFound`.
 */
export async function writtenAlmanac(brandId: string, url = ''): Promise<{ name: string; text: string }> {
  const db = await useDb()
  const brand = await brandById(db, brandId)
  if (!brand) throw problem('notFound')
  const [from, to] = [-BACK_DAYS, AHEAD_DAYS].map((days) => toInstant(now() + days * DAY).slice(0, 10)) as [
    string,
    string,
  ]
  const dates = await datesBetween(db, brandId, { from, to })
  const holidays = dates
    .filter(({ kind }) => kind === 'holiday' || kind === 'observance')
    .map((one): CalendarEntry => ({
      ...BARE,
      uid: `${one.date}-${encodeURIComponent(one.title)}@clear-quill`,
      title: one.title,
      text: one.where,
      day: { from: one.date, days: 1, rrule: null, except: [] },
    }))
  const own = (await store.entriesOf(db, brandId)).flatMap((row) => entriesOf(row, { from, to }))
  const name = words.almanac.fileName(brand.name)
  const text = writeCalendar(name, [...own, ...holidays], {
    zone: brand.zone,
    url,
    madeAt: toInstant(await lastChangeAt(db, brandId)),
    about: holidays.length > 0 ? words.almanac.attribution : '',
  })
  return { name, text }
}

const BARE: Omit<CalendarEntry, 'uid' | 'title'> = {
  at: '',
  minutes: 0,
  text: '',
  url: null,
  status: 'confirmed',
  categories: [],
}

/** One entry that comes again by its rule; days after Easter, which no rule can say, one by one. */
function entriesOf(row: AlmanacEntryRow, span: { from: string; to: string }): CalendarEntry[] {
  const { id, title, prompt, days, except, easterDays } = entryOf(row)
  const about = { ...BARE, title, text: prompt }
  if (easterDays === null)
    return [{ ...about, uid: `${id}@clear-quill`, day: { ...ruled(row), days, except } }]
  return datesOf(ruleOf(row), span).map((day) => ({
    ...about,
    uid: `${id}-${day}@clear-quill`,
    day: { from: day, days, rrule: null, except: [] },
  }))
}

/** Days ahead in which a rule's first day is looked for. */
const FIRST_DAYS = 800

/**
 * A rule from the first day that it names: other programs show the day a rule begins on whether it names it
 * or not (RFC 5545 §3.8.5.3). Of one that can't be followed the day it begins on alone.
 */
function ruled(row: AlmanacEntryRow): { from: string; rrule: string | null } {
  const { from_day: from, rrule } = row
  const to = toInstant(Date.parse(`${from}T00:00:00Z`) + FIRST_DAYS * DAY).slice(0, 10)
  try {
    return { from: datesOf({ ...ruleOf(row), except: [] }, { from, to })[0] ?? from, rrule }
  } catch (error) {
    if (error instanceof RuleError) return { from, rrule: null }
    throw error
  }
}
