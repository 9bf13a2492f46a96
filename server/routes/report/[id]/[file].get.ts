import { defineEventHandler, getRouterParam, setResponseHeaders } from 'h3'
import { UUID } from '#shared/platform/schemaParts'
import { reportPage, reportPdf, reportTable } from '#server/reports'
import { problem } from '#server/platform/http/problem'
import { answerProblem } from '#server/route'

/**
 * A report at its secret address: `/report/ID/KEY`, the same with `.pdf`, its posts with `.csv`. Whoever has
 * the address may read it; nobody else is told there is one, and no search engine keeps it.
 */
export default defineEventHandler(async (event) => {
  try {
    const id = getRouterParam(event, 'id') ?? ''
    const [, key = '', kind = ''] =
      /^([0-9a-f]{24})(?:\.(pdf|csv))?$/.exec(getRouterParam(event, 'file') ?? '') ?? []
    if (!UUID.test(id) || key === '') throw problem('notFound')
    setResponseHeaders(event, {
      'cache-control': 'private, no-store',
      'x-robots-tag': 'noindex',
      'referrer-policy': 'no-referrer',
      'x-content-type-options': 'nosniff',
      'content-security-policy':
        "default-src 'none'; style-src 'unsafe-inline'; img-src data:; font-src data:; " +
        "frame-ancestors 'none'; base-uri 'none'; form-action 'none'",
    })
    if (kind === 'pdf') {
      const pdf = await reportPdf(id, key)
      setResponseHeaders(event, {
        'content-type': 'application/pdf',
        'content-disposition': 'inline; filename="report.pdf"',
      })
      return pdf
    }
    if (kind === 'csv') {
      const table = await reportTable(id, key)
      setResponseHeaders(event, {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': 'attachment; filename="report.csv"',
      })
      return table
    }
    const page = await reportPage(id, key)
    setResponseHeaders(event, { 'content-type': 'text/html; charset=utf-8' })
    return page
  } catch (error) {
    return answerProblem(event, error)
  }
})
