import { realNow } from '#server/platform/clock'
import { inTransaction } from '#server/platform/db'
import { defineRetention } from '#server/platform/db/retention'
import { SIGN_IN_MS } from './signIn/signIns'
import { defineUpkeep } from '#server/platform/jobs/upkeep'
import { checkAccounts } from './accountChecks'
import { forgetHandovers } from './rates'

export function registerNetworks(): void {
  defineRetention({
    table: 'sign_ins',
    key: 'state_hash',
    since: 'began_at',
    before: () => realNow() - SIGN_IN_MS,
  })
  defineUpkeep('accounts', checkAccounts)
  defineUpkeep('handovers', () => inTransaction((db) => forgetHandovers(db)))
}
