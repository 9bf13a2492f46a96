import { counted } from '#shared/platform/plural'
import type { Sentences } from '#shared/platform/say'

/** What is said of a report. */
export interface ReportMessages {
  'report.mail-failed': { count: number }
}

export const reportMessages: Sentences<ReportMessages> = {
  'report.mail-failed': ({ count }) =>
    `${counted(count, 'letter was', 'letters were')} not taken by the mail server.`,
}
