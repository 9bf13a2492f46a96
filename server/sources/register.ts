import { DAY } from '#core/instant'
import { now } from '#server/platform/clock'
import { undone } from '#server/platform/changes/history'
import { defineRetention } from '#server/platform/db/retention'
import { defineJob } from '#server/platform/jobs/registry'
import { defineMailbox } from '#server/platform/mail/mailboxes'
import { importingRound } from './imports'
import { listAt } from './mailingLists'
import { lookAgain } from './sources'

const IMPORTS_KEPT_DAYS = 90
const MAIL_DAYS_KEPT = 2

export function registerSources(): void {
  defineJob({ name: 'importing', round: importingRound })
  defineMailbox(listAt)
  undone.on(async ({ brandId }, { what, rows }) => {
    if (what !== 'source') return
    const ids = new Set(rows.filter(({ table }) => table === 'sources').map(({ key }) => String(key['id'])))
    for (const id of ids) await lookAgain(brandId, id)
  })
  defineRetention({
    table: 'imports',
    key: 'id',
    since: 'created_at',
    before: () => now() - IMPORTS_KEPT_DAYS * DAY,
  })
  defineRetention({
    table: 'mail_days',
    key: 'day',
    since: 'day',
    before: () => new Date(now() - MAIL_DAYS_KEPT * DAY).toISOString().slice(0, 10),
  })
}
