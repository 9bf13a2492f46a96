import { randomBytes } from 'node:crypto'
import { v7 as uuid } from 'uuid'
import { toInstant } from '#core/instant'
import { say } from '#shared/messages'
import type { ReportsView, ReportView } from '#shared/reports/types'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { now } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import { messagesOf } from '#server/platform/db/messages'
import { problem } from '#server/platform/http/problem'
import { settings } from '#server/platform/settings'
import { reportContent, type ReportWish } from './content'
import { browserFile } from './pdf'
import * as store from './queries/reports'
import { addressOf } from './stored'
import { setReportTimetable, timetableView, type TimetableInput } from './timetable'

const MOST_KEPT = 200

/** A brand's reports and when they are made by themselves. */
export async function reportsOf(brandId: string): Promise<ReportsView> {
  const db = await useDb()
  return {
    reports: (await store.reportsOf(db, brandId, MOST_KEPT)).map(viewOf),
    canPrint: browserFile() !== null,
    canMail: settings().smtp !== null,
    timetable: await timetableView(db, brandId),
  }
}

const viewOf = (row: store.ListedReport): ReportView => ({
  id: row.id,
  title: row.title,
  from: row.from_day,
  to: row.to_day,
  madeAt: toInstant(row.made_at),
  madeBy: row.made_by_name,
  address: addressOf(row),
  endedAt: row.ended_at === null ? null : toInstant(row.ended_at),
  mailedAt: row.mailed_at === null ? null : toInstant(row.mailed_at),
  message: row.message === null ? '' : say(messagesOf(row.message)),
})

/**
 * Makes a report, which stays as it is made. `personId`: null where its timetable does. Throws `badPeriod`,
 * `tooManyReports`.
 */
export async function makeReport(
  brandId: string,
  personId: string | null,
  wish: ReportWish,
): Promise<ReportView> {
  const db = await useDb()
  if ((await store.countReports(db, brandId)) >= MOST_KEPT) throw problem('tooManyReports')
  const { content, pictures } = await reportContent(brandId, wish)
  const id = uuid()
  await inTransaction(async (into) => {
    await store.insertReport(
      into,
      {
        id,
        brand_id: brandId,
        nonce: randomBytes(16).toString('hex'),
        title: wish.title,
        from_day: wish.from,
        to_day: wish.to,
        content_json: JSON.stringify(content),
        made_at: now(),
        made_by: personId,
      },
      pictures,
    )
    await announce(into, brandId, 'report', id)
  })
  return known(brandId, id)
}

async function known(brandId: string, id: string): Promise<ReportView> {
  const row = await store.reportOf(await useDb(), brandId, id)
  if (!row) throw problem('notFound')
  return viewOf(row)
}

/** Ends a report's address for good. */
export async function endReport(actor: Actor, id: string): Promise<ReportView> {
  const { endedAt } = await known(actor.brandId, id)
  if (endedAt === null)
    await inTransaction(async (db) => {
      await store.updateReport(db, id, { nonce: null, ended_at: now() })
      await announce(db, actor.brandId, 'report', id)
    })
  return known(actor.brandId, id)
}

/** Removes a report for good. */
export const removeReport = (actor: Actor, id: string): Promise<null> =>
  inTransaction(async (db) => {
    if (!(await store.removeReportRow(db, actor.brandId, id))) throw problem('notFound')
    await announce(db, actor.brandId, 'report', id)
    return null
  })

/** Sets when reports are made by themselves. Throws `stale`. */
export async function saveTimetable(
  actor: Actor,
  input: TimetableInput,
  origin: string,
): Promise<ReportsView> {
  await setReportTimetable(actor, input, origin)
  return reportsOf(actor.brandId)
}
