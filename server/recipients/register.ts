import { DAY } from '#core/instant'
import { wantedMail } from '#server/notices'
import { now } from '#server/platform/clock'
import { defineRetention } from '#server/platform/db/retention'
import { defineJob } from '#server/platform/jobs/registry'
import { wantedForRecipients } from './recipients'
import { dispatchRound } from './sending'

/** What was handed on is told so long. */
const KEPT_DAYS = 90

export function registerRecipients(): void {
  wantedMail.on(wantedForRecipients)
  defineJob({ name: 'what is handed on', round: dispatchRound })
  defineRetention({
    table: 'dispatches',
    key: 'id',
    since: 'created_at',
    before: () => now() - KEPT_DAYS * DAY,
  })
}
