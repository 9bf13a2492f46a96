import { DAY } from '#core/instant'
import { realNow } from '#server/platform/clock'
import { defineRetention } from '#server/platform/db/retention'

/** A token that nobody used for so long opens nothing any more. */
const TOKENS_KEPT_DAYS = 180
/** What was asked for under a key is answered the same for so long. */
const REQUESTS_KEPT_MS = DAY

// Sign-in of any kind is of the machine's clock, which no demo moves.
export function registerTokens(): void {
  defineRetention({
    table: 'tokens',
    key: 'id',
    since: 'last_used_at',
    before: () => realNow() - TOKENS_KEPT_DAYS * DAY,
  })
  // One that ran out is told for so long.
  defineRetention({
    table: 'tokens',
    key: 'id',
    since: 'ends_at',
    before: () => realNow() - TOKENS_KEPT_DAYS * DAY,
  })
  defineRetention({
    table: 'token_requests',
    key: 'rowid',
    since: 'at',
    before: () => realNow() - REQUESTS_KEPT_MS,
  })
  defineRetention({ table: 'pairings', key: 'hash', since: 'ends_at', before: realNow })
}
