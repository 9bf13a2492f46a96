import { DAY } from '#core/instant'
import { realNow } from '#server/platform/clock'
import { defineRetention } from '#server/platform/db/retention'
import { settings } from '#server/platform/settings'

const TRIES_KEPT_DAYS = 1

// Times of sign-in are of the machine's clock, which no demo moves.
export function registerPeople(): void {
  defineRetention({
    table: 'sessions',
    key: 'id',
    since: 'last_seen_at',
    before: () => realNow() - settings().sessionDays * DAY,
  })
  defineRetention({
    table: 'sign_in_tries',
    key: 'who',
    since: 'last_at',
    before: () => realNow() - TRIES_KEPT_DAYS * DAY,
  })
}
