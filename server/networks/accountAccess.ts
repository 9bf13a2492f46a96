import { readEndpoint } from './rowJson'
import { readTexts } from '#shared/platform/json'
import { useDb } from '#server/platform/db'
import { setSession } from './queries/accounts'
import type { AccountRow } from './rows'
import type { AccountAccess } from './connectors'
import { seal, unseal } from '#server/platform/secrets'

/**
 * What a connector is given to act for an account. The token and the session never leave the server but to
 * the network.
 */
export const accessOf = (account: AccountRow): AccountAccess => ({
  endpoint: readEndpoint(account.endpoint_json),
  // An account that was removed has none any more; its network says so.
  token: account.token_sealed === '' ? '' : unseal(account.token_sealed),
  pageUrl: account.page_url,
  alsoTo: readTexts(account.also_to_json),
  session: account.session_sealed === null ? null : unseal(account.session_sealed),
  keepSession: async (session) =>
    setSession(await useDb(), account.id, session === null ? null : seal(session)),
})
