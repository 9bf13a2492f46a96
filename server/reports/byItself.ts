import { DAY, MINUTE } from '#core/instant'
import type { Message } from '#core/message'
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
import { sendMail, type OwnMail } from '#server/platform/mail/mailOut'
import { settings } from '#server/platform/settings'
import { readTexts } from '#shared/platform/json'
import * as store from './queries/reports'
import { makeReport } from './reports'
import { addressOf, contentOf } from './stored'
import { printed } from './publicReport'
import type { ReportRow, ReportTimetableRow } from './rows'
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
  let message: Message | null = null
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
    if (!(error instanceof ProblemError)) throw error
    log.warn({ error }, 'A report could not be made by its timetable.')
    message = note(error.code === 'tooManyReports' ? 'report.too-many' : 'report.not-made', period)
  }
  await inTransaction(async (into) => {
    const row = await store.timetableRow(into, brand.id)
    // Whoever set it anew meanwhile has said when.
    if (row?.version === timetable.version)
      await store.putTimetable(into, {
        ...row,
        next_at: isDone ? nextAt(brand, every, now()) : now() + AGAIN_MS,
        message: message && storeMessages([message]),
      })
    await announce(into, brand.id, 'report', brand.id)
  })
}

/**
 * Mails a report; whether nothing is left to do. Each gets a letter of their own: no client reads who else
 * does. What a mail server did not take is tried again for a day, for whom it failed.
 */
async function mailOnce(
  db: Db,
  brand: BrandRow,
  id: string,
  { mail_json: mail, origin }: ReportTimetableRow,
): Promise<boolean> {
  const report = await store.anyReport(db, id)
  if (!report || settings().smtp === null) return true
  const taken = readTexts(report.mailed_to_json)
  const to = (await confirmedOf(db, brand.id, readTexts(mail))).filter((one) => !taken.includes(one))
  if (to.length === 0) return true
  const address = `${settings().publicUrl ?? origin}${addressOf(report) ?? ''}`
  const { opening, facts } = contentOf(report)
  const letter = words.reports.letter(
    brand.name,
    report.title,
    address,
    opening,
    words.reports.letterFacts(facts.sent.now ?? 0, facts.answers.now, facts.clicks.now),
  )
  const attached = await pdfOrNone(db, report)
  const tried = await Promise.allSettled(to.map((one) => sendMail({ to: [one], ...letter, attached })))
  const nowTaken = to.filter((_, index) => tried[index]!.status === 'fulfilled')
  const failed = to.length - nowTaken.length
  await inTransaction((into) =>
    store.updateReport(into, id, {
      ...(nowTaken.length > 0 ? { mailed_at: report.mailed_at ?? now() } : {}),
      mailed_to_json: JSON.stringify([...taken, ...nowTaken]),
      message: failed > 0 ? storeMessages([note('report.mail-failed', { count: failed })]) : null,
    }),
  )
  return failed === 0 || report.made_at < now() - TRIED_FOR_MS
}

/** What no mail server refuses for its size. */
const MOST_ATTACHED = 8 * 1024 * 1024

/** A report as a letter carries it along; nothing where no PDF can be made here, or only too large a one. */
async function pdfOrNone(db: Db, report: ReportRow): Promise<NonNullable<OwnMail['attached']>> {
  try {
    const content = await printed(db, report)
    if (content.length > MOST_ATTACHED) return []
    const name = `${report.from_day} ${report.to_day}.pdf`
    return [{ name, type: 'application/pdf', content }]
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    return []
  }
}
