import { DAY } from '#core/instant'
import { now } from '#server/platform/clock'
import { defineRetention } from '#server/platform/db/retention'
import { defineJob } from '#server/platform/jobs/registry'
import { draftsRound } from './wishes'

/** Drafts are kept as long as what they became is asked about; what was waited for, so long. */
const DRAFTS_DAYS = 400
const WISHES_DAYS = 30

export function registerDrafting(): void {
  defineJob({ name: 'drafts of standing orders', round: draftsRound })
  defineRetention({
    ...{ table: 'drafts', key: 'id', since: 'created_at' },
    before: () => now() - DRAFTS_DAYS * DAY,
  })
  defineRetention({
    ...{ table: 'draft_wishes', key: 'rowid', since: 'created_at' },
    before: () => now() - WISHES_DAYS * DAY,
  })
}
