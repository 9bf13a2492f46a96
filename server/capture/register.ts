import { DAY } from '#core/instant'
import { now } from '#server/platform/clock'
import { defineRetention } from '#server/platform/db/retention'
import { defineJob } from '#server/platform/jobs/registry'
import { picturesRound } from './pictures'

/** What became a clipping or a post has its own place by then. */
const CAPTURES_KEPT_DAYS = 14

export function registerCapture(): void {
  defineJob({ name: 'pictures of clippings', round: picturesRound })
  defineRetention({
    table: 'captures',
    key: 'id',
    since: 'at',
    before: () => now() - CAPTURES_KEPT_DAYS * DAY,
  })
}
