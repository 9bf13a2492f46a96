import { wantedMail } from '#server/notices'
import { defineJob } from '#server/platform/jobs/registry'
import { reportsRound } from './byItself'
import { wantedForReports } from './timetable'

/** Reports are kept until somebody removes them: each is the copy of what a client was told. */
export function registerReports(): void {
  wantedMail.on(wantedForReports)
  defineJob({ name: 'reports', round: reportsRound })
}
