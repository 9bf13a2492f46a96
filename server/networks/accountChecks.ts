import { DAY } from '#core/instant'
import { liveBrands } from '#server/people'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { ProblemError } from '#server/platform/http/problem'
import { log } from '#server/platform/log'
import { checkRow } from './accounts'
import { accountsOf } from './queries/accounts'

const CHECK_DAYS = 1

/** Networks change how they take posts and tokens end: each account is asked once a day, one at a time. */
export async function checkAccounts(db: Db): Promise<void> {
  for (const brand of await liveBrands(db)) {
    for (const account of await accountsOf(db, brand.id)) {
      if (
        account.protocol === 'hand' ||
        account.refused_at !== null ||
        (account.checked_at ?? 0) > now() - CHECK_DAYS * DAY
      )
        continue
      await checkRow(account).catch((error: unknown) => {
        // A refused token is kept with the account by now; a network that does not answer is asked again in
        // some minutes. A fault of ours with one account keeps no other from being looked at.
        if (error instanceof ProblemError) log.info({ account: account.id }, error.message)
        else log.error({ error, account: account.id }, 'An account could not be checked.')
      })
    }
  }
}
