import { inTransaction, useDb, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { reportCsv } from './csv'
import { reportFonts } from './fonts'
import { reportHtml } from './html'
import { pdfOf } from './pdf'
import * as store from './queries/reports'
import type { ReportRow } from './rows'
import { contentOf, opensReport } from './stored'

/** The report that a key opens. Throws `notFound` for an ended one, another's key, or none. */
async function opened(db: Db, id: string, key: string): Promise<ReportRow> {
  const row = await store.anyReport(db, id)
  if (!row || !opensReport(row, key)) throw problem('notFound')
  return row
}

const picturesOf = async (db: Db, id: string): Promise<string[]> =>
  (await store.picturesOfReport(db, id)).map(
    ({ type, content }) => `data:${type};base64,${content.toString('base64')}`,
  )

/** A report as a page, for whoever has its address. */
export async function reportPage(id: string, key: string): Promise<string> {
  const db = await useDb()
  const row = await opened(db, id, key)
  return reportHtml(contentOf(row), {
    fonts: await reportFonts(),
    pictures: await picturesOf(db, id),
    pdf: `/report/${id}/${key}.pdf`,
    csv: `/report/${id}/${key}.csv`,
  })
}

/** The same as PDF. Throws `noPdf`, `busyPrinting`. */
export async function reportPdf(id: string, key: string): Promise<Buffer> {
  const db = await useDb()
  return printed(db, await opened(db, id, key))
}

/** A report as PDF: made once, and kept with it. Throws `noPdf`, `busyPrinting`. */
export async function printed(db: Db, row: ReportRow): Promise<Buffer> {
  if (row.pdf) return row.pdf
  const html = reportHtml(contentOf(row), {
    fonts: await reportFonts(),
    pictures: await picturesOf(db, row.id),
    pdf: null,
    csv: null,
  })
  const pdf = await pdfOf(html)
  await inTransaction((into) => store.updateReport(into, row.id, { pdf }))
  return pdf
}

/** Its posts as a table. */
export async function reportTable(id: string, key: string): Promise<string> {
  return reportCsv(contentOf(await opened(await useDb(), id, key)))
}
