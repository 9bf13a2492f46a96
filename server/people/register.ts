import { DAY } from '#core/instant'
import { realNow } from '#server/platform/clock'
import { defineRetention } from '#server/platform/db/retention'
import { settings } from '#server/platform/settings'

const TRIES_KEPT_DAYS = 1
const RESETS_KEPT_DAYS = 2

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
  // How many were asked for in a day is counted. Recovery codes need no end of theirs: ten of a person, which
  // go with the factor.
  defineRetention({
    table: 'password_resets',
    key: 'token_hash',
    since: 'asked_at',
    before: () => realNow() - RESETS_KEPT_DAYS * DAY,
  })
}
