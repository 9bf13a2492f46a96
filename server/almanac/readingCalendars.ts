import { DAY, HOUR, toInstant } from '#core/instant'
import type { Message } from '#core/message'
import { FormatError, type CalendarRow } from '#core/formats'
import { note } from '#shared/messages'
import { sayCalendar } from '#shared/almanac/messages'
import { LIMITS } from '#shared/platform/limits'
import { announce } from '#server/platform/changes/announce'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { storeMessages } from '#server/platform/db/messages'
import { problem, ProblemError } from '#server/platform/http/problem'
import type { LaneName } from '#server/platform/jobs/lanes'
import { runInThread, TaskStopped } from '#server/platform/jobs/pool'
import { log } from '#server/platform/log'
import { conditionsFor, validatorsOf, type Validators } from '#server/platform/net/caching'
import { httpRequest } from '#server/platform/net/httpRequest'
import { dayAt } from './holidays'
import * as store from './queries/almanac'
import type { AlmanacCalendarRow } from './rows'
import { readCalendarTask } from './tasks'

/** How far about now a calendar's dates are kept, in days. */
const BACK_DAYS = 31
const AHEAD_DAYS = 400
/**
 * An address is asked again after this time, a file read on after that; what fails, ever later up to a day.
 */
const ASK_EVERY_MS = 6 * HOUR
const READ_EVERY_MS = 7 * DAY
const FIRST_BACK_OFF_MS = HOUR / 4

/** A calendar as it was read: its text, its dates about now, what could not be read. */
export interface ReadDays {
  text: string
  days: { day: string; at: number | null; title: string; text: string | null; url: string | null }[]
  problems: { line: number; message: Message }[]
}

/** Columns of a calendar that was just read. */
export const keptOf = ({ problems }: Pick<ReadDays, 'problems'>, isAsked: boolean) => ({
  read_at: now(),
  next_at: now() + (isAsked ? ASK_EVERY_MS : READ_EVERY_MS),
  failures: 0,
  trouble: null,
  problems_json: JSON.stringify(problems),
})

/** Reads a calendar's text in a thread. Throws `noCalendar`. */
export async function readText(
  brandId: string,
  text: string,
  zone: string,
  lane: LaneName,
): Promise<ReadDays> {
  const most = LIMITS.calendarDates
  const span = { from: toInstant(now() - BACK_DAYS * DAY), to: toInstant(now() + AHEAD_DAYS * DAY) }
  const asked = { text, zone, ...span, most }
  // A large one takes longer than a lane for waiting people grants.
  const where = text.length > 500_000 ? 'background' : lane
  try {
    const { rows, problems } = await runInThread(where, [`brand:${brandId}`], readCalendarTask, asked)
    return { text, days: rows.map((row) => dayOf(row, zone)), problems }
  } catch (error) {
    if (error instanceof TaskStopped) throw problem('noCalendar', error.message)
    throw error instanceof FormatError ? problem('noCalendar', sayCalendar(error.detail)) : error
  }
}

function dayOf({ startsAt, date, title, text, url }: CalendarRow, zone: string): ReadDays['days'][number] {
  const at = startsAt === null ? null : Date.parse(startsAt)
  return { day: date ?? dayAt(zone, at!), at, title, text, url }
}

/**
 * Asks a calendar's address and reads what it answers; null where it is as it was. Throws a ProblemError.
 */
export async function fetchCalendar(
  { url, brandId = '', ...known }: Validators & { url: string; brandId?: string },
  zone: string,
  lane: LaneName = 'person',
): Promise<{ read: ReadDays | null; validators: Validators }> {
  const answer = await httpRequest(url, {
    headers: { accept: 'text/calendar, text/plain;q=0.5, */*;q=0.1', ...conditionsFor(known) },
    maxBytes: LIMITS.calendarCharacters,
  })
  const validators = validatorsOf(answer.headers, known)
  if (answer.status === 304) return { read: null, validators }
  if (answer.status !== 200) throw problem('httpStatus', new URL(url).hostname, answer.status)
  const text = new TextDecoder('utf-8').decode(answer.body)
  return { read: await readText(brandId || new URL(url).hostname, text, zone, lane), validators }
}

/** What a calendar held is kept beside it, so that an undo needs no copy of it. */
export async function writeDays(db: Db, id: string, { text, days }: ReadDays): Promise<void> {
  await store.putCalendarText(db, id, text)
  await store.replaceCalendarDays(
    db,
    id,
    days.map((day, position) => ({ ...day, calendar_id: id, position })),
  )
}

/** Calendars read at once, of all and of one brand; those looked at to find some of other brands. */
const AT_ONCE = 6
const OF_ONE_BRAND = 2
const LOOKED_AT = 100

const going = new Map<string, string>()

/**
 * Begins to read calendars whose turn has come, as many as there is room for, and waits for none: a site that
 * keeps silent holds up its own calendar alone.
 */
export async function readDueCalendars(): Promise<void> {
  const due = going.size < AT_ONCE ? await store.calendarsDue(await useDb(), now(), LOOKED_AT) : []
  for (const row of due) {
    const ofBrand = [...going.values()].filter((brandId) => brandId === row.brand_id).length
    if (going.size >= AT_ONCE) return
    if (going.has(row.id) || ofBrand >= OF_ONE_BRAND) continue
    going.set(row.id, row.brand_id)
    void readOne(row, row.brand_zone)
      .catch((error: unknown) => log.error({ error }, 'A calendar could not be kept.'))
      .finally(() => going.delete(row.id))
  }
}

/** Reads one calendar now, by its address or the file that was brought; a failure is kept at it. */
export async function readOne(row: AlmanacCalendarRow, zone: string): Promise<void> {
  try {
    const { read, validators } = row.url
      ? await fetchCalendar(
          // In another zone its days are others, though it says the same.
          {
            ...(row.zone === zone ? row : { etag: null, last_modified: null }),
            url: row.url,
            brandId: row.brand_id,
          },
          zone,
          'background',
        )
      : { read: null, validators: { etag: null, last_modified: null } }
    const found = read ?? (await readAgain(row, zone))
    await inTransaction(async (db) => {
      await settle(db, row, { ...keptOf(found, row.url !== null), ...validators, zone })
      await writeDays(db, row.id, found)
    })
  } catch (error) {
    if (!(error instanceof ProblemError)) log.error({ error }, 'A calendar could not be read.')
    await inTransaction((db) =>
      settle(db, row, {
        failures: row.failures + 1,
        next_at: now() + Math.min(DAY, FIRST_BACK_OFF_MS * 2 ** Math.min(row.failures, 10)),
        trouble: storeMessages([error instanceof ProblemError ? error.reason : note('almanac.not-read')]),
      }),
    )
  }
}

/** What a calendar held, about today: it names more days as time passes. */
async function readAgain(row: AlmanacCalendarRow, zone: string): Promise<ReadDays> {
  const text = await store.calendarText(await useDb(), row.id)
  return readText(row.brand_id, text ?? '', zone, 'background')
}

async function settle(
  db: Db,
  row: AlmanacCalendarRow,
  patch: Parameters<typeof store.updateCalendar>[2],
): Promise<void> {
  await store.updateCalendar(db, row.id, patch)
  await announce(db, row.brand_id, 'almanac', row.id)
}
