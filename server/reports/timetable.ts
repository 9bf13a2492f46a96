import { DAY, toInstant } from '#core/instant'
import { zoneClock } from '#core/schedule'
import { readTexts } from '#shared/platform/json'
import { REPORT_PARTS, type ReportPart, type ReportsEvery, type ReportTimetable } from '#shared/reports/types'
import { say } from '#shared/messages'
import * as words from '#shared/words'
import { askToConfirm, confirmedOf } from '#server/notices'
import { brandById, type BrandRow } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { messagesOf } from '#server/platform/db/messages'
import { problem } from '#server/platform/http/problem'
import * as store from './queries/reports'
import type { ReportTimetableRow } from './rows'

/**
 * Reports are made in the morning after their period: by then its last evening has been answered a
 * little.
 */
const HOUR = 7
const NONE = {
  every: 'never',
  mail_json: '[]',
  opening: '',
  parts_json: JSON.stringify(REPORT_PARTS),
} as const

const isPart = (text: string): text is ReportPart => (REPORT_PARTS as readonly string[]).includes(text)
export const partsOf = ({ parts_json: json }: Pick<ReportTimetableRow, 'parts_json'>): ReportPart[] =>
  readTexts(json).filter(isPart)

/** When a brand's reports are made by themselves. */
export async function timetableView(db: Db, brandId: string): Promise<ReportTimetable> {
  const row = await store.timetableRow(db, brandId)
  const { every, mail_json: mail, opening } = row ?? NONE
  const addresses = readTexts(mail)
  const confirmed = await confirmedOf(db, brandId, addresses)
  return {
    every,
    mail: addresses.map((address) => ({ address, isConfirmed: confirmed.includes(address) })),
    opening,
    parts: partsOf(row ?? NONE),
    nextAt: row?.next_at ? toInstant(row.next_at) : null,
    version: row?.version ?? 0,
    message: row?.message ? say(messagesOf(row.message)) : '',
  }
}

export interface TimetableInput {
  every: ReportsEvery
  mail: string[]
  opening: string
  parts: ReportPart[]
  version: number
}

/** Sets when reports are made by themselves, and asks new addresses whether they may come. Throws `stale`. */
export async function setReportTimetable(actor: Actor, input: TimetableInput, origin: string): Promise<void> {
  const brand = await brandById(await useDb(), actor.brandId)
  if (!brand) throw problem('notFound')
  await inTransaction(async (db) => {
    const row = await store.timetableRow(db, brand.id)
    if ((row?.version ?? 0) !== input.version) throw problem('stale')
    await store.putTimetable(db, {
      brand_id: brand.id,
      every: input.every,
      mail_json: JSON.stringify(input.mail),
      origin,
      opening: input.opening,
      parts_json: JSON.stringify(input.parts),
      next_at: input.every === 'never' ? null : nextAt(brand, input.every, now()),
      set_by: actor.personId,
      message: null,
      version: input.version + 1,
    })
    await announce(db, brand.id, 'report', brand.id)
  })
  await askToConfirm(brand, input.mail, origin)
}

/** The addresses a brand wants its reports at. */
export const wantedForReports = async (db: Db, brandId: string): Promise<string[]> =>
  readTexts((await store.timetableRow(db, brandId))?.mail_json ?? '[]')

/** The next Monday, or first of a month, at seven on the brand's clock. */
export function nextAt({ zone }: Pick<BrandRow, 'zone'>, every: 'week' | 'month', after: number): number {
  const clock = zoneClock(zone, after, after + 40 * DAY)
  const today = Math.floor(clock.toLocal(after) / DAY) * DAY
  for (let day = today; ; day += DAY) {
    const date = new Date(day)
    const isDay = every === 'week' ? date.getUTCDay() === 1 : date.getUTCDate() === 1
    const at = clock.toUtc(day + HOUR * 3_600_000)
    if (isDay && at > after) return at
  }
}

/** The days of the period that ended before a moment: the week from Monday, or the month. */
export function periodBefore(
  { zone }: Pick<BrandRow, 'zone'>,
  every: 'week' | 'month',
  at: number,
): { from: string; to: string } {
  const clock = zoneClock(zone, at - 70 * DAY, at)
  const today = Math.floor(clock.toLocal(at) / DAY) * DAY
  const date = new Date(today)
  const begun =
    every === 'week' ? today - ((date.getUTCDay() + 6) % 7) * DAY : today - (date.getUTCDate() - 1) * DAY
  const last = begun - DAY
  const first = every === 'week' ? begun - 7 * DAY : last - (new Date(last).getUTCDate() - 1) * DAY
  const dayOf = (day: number): string => new Date(day).toISOString().slice(0, 10)
  return { from: dayOf(first), to: dayOf(last) }
}

/** What a report that nobody named is called. */
export function titleOf(every: 'week' | 'month', from: string): string {
  const labels = words.reports.timetable.titleOf
  const day = new Date(`${from}T00:00:00Z`)
  const said = (options: Intl.DateTimeFormatOptions): string =>
    new Intl.DateTimeFormat('en-GB', { ...options, timeZone: 'UTC' }).format(day)
  return every === 'week'
    ? labels.week(said({ day: 'numeric', month: 'long', year: 'numeric' }))
    : labels.month(said({ month: 'long', year: 'numeric' }))
}
