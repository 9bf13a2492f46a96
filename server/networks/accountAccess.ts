import { readEndpoint } from './rowJson'
import { readTexts } from '#shared/platform/json'
import { useDb } from '#server/platform/db'
import { setSession } from './queries/accounts'
import type { AccountRow } from './rows'
import type { AccountAccess } from './connectors'
import { note } from '#shared/messages'
import { ProblemError } from '#server/platform/http/problem'
import { NotTaken } from './connectors/outcome'
import { isRenewable, withFreshToken } from './signIn/grants'
import { boundAskOf } from './signIn/boundAsk'
import { seal, unseal } from '#server/platform/secrets'

/**
 * What a connector is given to act for an account. The token and the session never leave the server but to
 * the network.
 */
const accessOf = (account: AccountRow): AccountAccess => ({
  endpoint: readEndpoint(account.endpoint_json),
  // An account that was removed has none any more; its network says so.
  token: account.token_sealed === '' ? '' : unseal(account.token_sealed),
  pageUrl: account.page_url,
  alsoTo: readTexts(account.also_to_json),
  session: account.session_sealed === null ? null : unseal(account.session_sealed),
  askBound: boundAskOf(account),
  keepSession: async (session) =>
    setSession(await useDb(), account.id, session === null ? null : seal(session)),
})

/**
 * Does something as an account, with a token that is good for a while. Where the network refuses it all the
 * same and it can be renewed, that is done and tried once more. Throws NotTaken where no token is to be had.
 */
export async function asAccount<T>(
  account: AccountRow,
  work: (access: AccountAccess) => Promise<T>,
  isRefused: (result: T) => boolean = () => false,
): Promise<T> {
  const fresh = await freshened(account, false)
  const first = await work(accessOf(fresh))
  if (!isRefused(first) || !isRenewable(fresh)) return first
  const renewed = await freshened(fresh, true)
  return renewed.token_sealed === fresh.token_sealed ? first : work(accessOf(renewed))
}

async function freshened(account: AccountRow, isOver: boolean): Promise<AccountRow> {
  try {
    return await withFreshToken(account, { isOver })
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    throw new NotTaken(
      error.code === 'tokenRefused'
        ? { kind: 'signed-out', message: [note('network.token-over')] }
        : { kind: 'later', message: [error.reason], waitMs: null },
    )
  }
}
