import { DAY } from '#core/instant'
import { realNow } from '#server/platform/clock'
import { defineRetention } from '#server/platform/db/retention'

/** A token that nobody used for so long opens nothing any more. */
const TOKENS_KEPT_DAYS = 180

// Sign-in of any kind is of the machine's clock, which no demo moves.
export function registerTokens(): void {
  defineRetention({
    table: 'tokens',
    key: 'id',
    since: 'last_used_at',
    before: () => realNow() - TOKENS_KEPT_DAYS * DAY,
  })
  defineRetention({ table: 'pairings', key: 'hash', since: 'ends_at', before: realNow })
}
