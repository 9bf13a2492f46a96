import { DAY, MINUTE } from '#core/instant'
import { note } from '#shared/messages'
import * as words from '#shared/words'
import { confirmedOf } from '#server/notices'
import { brandById, type BrandRow } from '#server/people'
import { announce } from '#server/platform/changes/announce'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { storeMessages } from '#server/platform/db/messages'
import { ProblemError } from '#server/platform/http/problem'
import { log } from '#server/platform/log'
import { sendMail } from '#server/platform/mail/mailOut'
import { settings } from '#server/platform/settings'
import { readTexts } from '#shared/platform/json'
import * as store from './queries/reports'
import { makeReport } from './reports'
import { addressOf, contentOf } from './stored'
import type { ReportTimetableRow } from './rows'
import { nextAt, partsOf, periodBefore, titleOf } from './timetable'

/** A mail server that took no letter is tried again after a while, for so long. */
const AGAIN_MS = 10 * MINUTE
const TRIED_FOR_MS = DAY

/** Makes and mails the reports whose time has come. */
export async function reportsRound(): Promise<void> {
  const db = await useDb()
  for (const timetable of await store.dueTimetables(db, now())) {
    const brand = await brandById(db, timetable.brand_id)
    if (brand && timetable.every !== 'never') await makeDue(db, brand, timetable, timetable.every)
    else await inTransaction((into) => store.putTimetable(into, { ...timetable, next_at: null }))
  }
}

/**
 * The report of the period before, made and mailed once: a process that ends in between finds the report
 * there and goes on with its mail. Where it can't be made it is let be until the next.
 */
async function makeDue(
  db: Db,
  brand: BrandRow,
  timetable: ReportTimetableRow,
  every: 'week' | 'month',
): Promise<void> {
  const period = periodBefore(brand, every, timetable.next_at ?? now())
  let isDone = true
  try {
    const id =
      (await store.reportByItself(db, brand.id, period))?.id ??
      (
        await makeReport(brand.id, null, {
          ...period,
          title: titleOf(every, period.from),
          opening: timetable.opening,
          parts: partsOf(timetable),
        })
      ).id
    isDone = await mailOnce(db, brand, id, timetable)
  } catch (error) {
    // A brand that has begun after the period has nothing to report on.
    if (!(error instanceof ProblemError)) throw error
    log.warn({ error }, 'A report could not be made by its timetable.')
  }
  await inTransaction(async (into) => {
    const row = await store.timetableRow(into, brand.id)
    // Whoever set it anew meanwhile has said when.
    if (row?.version === timetable.version)
      await store.putTimetable(into, {
        ...row,
        next_at: isDone ? nextAt(brand, every, now()) : now() + AGAIN_MS,
      })
    await announce(into, brand.id, 'report', brand.id)
  })
}

/**
 * Mails a report; whether nothing is left to do. Each gets a letter of their own: no client reads who else
 * does. A mail server that takes none is tried again for a day.
 */
async function mailOnce(
  db: Db,
  brand: BrandRow,
  id: string,
  { mail_json: mail, origin }: ReportTimetableRow,
): Promise<boolean> {
  const report = await store.anyReport(db, id)
  const to = settings().smtp === null ? [] : await confirmedOf(db, brand.id, readTexts(mail))
  if (!report || report.mailed_at !== null || to.length === 0) return true
  const address = `${settings().publicUrl ?? origin}${addressOf(report) ?? ''}`
  const { opening, facts } = contentOf(report)
  const letter = words.reports.letter(
    brand.name,
    report.title,
    address,
    opening,
    words.reports.letterFacts(facts.sent.now ?? 0, facts.answers.now, facts.clicks.now),
  )
  const failed = (await Promise.allSettled(to.map((one) => sendMail({ to: [one], ...letter })))).filter(
    ({ status }) => status === 'rejected',
  ).length
  const patch = failed < to.length ? { mailed_at: now() } : {}
  const message = failed > 0 ? storeMessages([note('report.mail-failed', { count: failed })]) : null
  await inTransaction((into) => store.updateReport(into, id, { ...patch, message }))
  return failed < to.length || report.made_at < now() - TRIED_FOR_MS
}
