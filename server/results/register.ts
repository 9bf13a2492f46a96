import { DAY } from '#core/instant'
import { now } from '#server/platform/clock'
import { defineJob } from '#server/platform/jobs/registry'
import { startDueReadings } from './collecting'
import { defineRetention } from '#server/platform/db/retention'

/** What people said in public is kept for a month. */
const REPLIES_KEPT_MS = 30 * DAY

/** What repeats are known by lives until midnight UTC. Clicks are kept as long as their links. */
export function registerResults(): void {
  const today = (): string => new Date(now()).toISOString().slice(0, 10)
  defineRetention({ table: 'click_marks', key: 'mark', since: 'day', before: today })
  defineRetention({
    table: 'public_replies',
    key: 'remote_id',
    since: 'seen_at',
    before: () => now() - REPLIES_KEPT_MS,
  })
  // Each ends by itself: a network that is slow keeps no round waiting.
  defineJob({ name: 'responses', round: async () => void (await startDueReadings()) })
  defineRetention({ table: 'click_days', key: 'day', since: 'day', before: today })
}
