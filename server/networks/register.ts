import { inTransaction } from '#server/platform/db'
import { defineUpkeep } from '#server/platform/jobs/upkeep'
import { checkAccounts } from './accountChecks'
import { forgetHandovers } from './rates'

export function registerNetworks(): void {
  defineUpkeep('accounts', checkAccounts)
  defineUpkeep('handovers', () => inTransaction((db) => forgetHandovers(db)))
}
