import { DAY } from '#core/instant'
import { now } from '#server/platform/clock'
import { defineRetention } from '#server/platform/db/retention'
import { defineJob } from '#server/platform/jobs/registry'
import { savedListsRound } from './savedLists'

/** What a list brought is kept for good; what was said of its rows, as long as somebody may look. */
const LISTS_KEPT_DAYS = 90

export function registerClippings(): void {
  defineJob({ name: 'saved lists', round: savedListsRound })
  defineRetention({
    table: 'saved_lists',
    key: 'id',
    since: 'created_at',
    before: () => now() - LISTS_KEPT_DAYS * DAY,
  })
}
