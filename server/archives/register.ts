import { DAY } from '#core/instant'
import { now } from '#server/platform/clock'
import { defineRetention } from '#server/platform/db/retention'
import { defineJob } from '#server/platform/jobs/registry'
import { archivesRound } from './readArchives'

/** What became of an archive is told so long; the brand it became stays. */
const KEPT_DAYS = 90

export function registerArchives(): void {
  defineJob({ name: 'archives', round: archivesRound })
  defineRetention({
    table: 'archives',
    key: 'id',
    since: 'created_at',
    before: () => now() - KEPT_DAYS * DAY,
  })
}
