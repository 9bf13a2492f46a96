import { writeTable } from '#core/formats'
import type { ReportContent } from '#shared/reports/types'
import * as words from '#shared/words'

const labels = words.reports.page

/** A report's posts as a table (RFC 4180); what was not told is empty. */
export const reportCsv = ({ posts }: ReportContent): string =>
  writeTable(
    labels.csvHead,
    posts.map(({ text, account, at, pillar, answers, clicks, url }) => [
      text,
      account,
      at,
      pillar ?? '',
      answers === null ? '' : String(answers),
      clicks === null ? '' : String(clicks),
      url ?? '',
    ]),
  )
