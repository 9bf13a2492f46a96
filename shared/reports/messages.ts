import { counted } from '#shared/platform/plural'
import type { Sentences } from '#shared/platform/say'

/** What is said of a report. */
export interface ReportMessages {
  'report.mail-failed': { count: number }
  'report.too-many': { from: string; to: string }
  'report.not-made': { from: string; to: string }
}

export const reportMessages: Sentences<ReportMessages> = {
  'report.mail-failed': ({ count }) =>
    `${counted(count, 'letter was', 'letters were')} not taken by the mail server.`,
  'report.too-many': ({ from, to }) =>
    `The report from ${from} to ${to} was not made: as many are kept as can be. Remove some, and make it ` +
    'by hand.',
  'report.not-made': ({ from, to }) => `The report from ${from} to ${to} could not be made. Make it by hand.`,
}
