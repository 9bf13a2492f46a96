import { isDPoPNonceError, protectedResourceRequest, WWWAuthenticateChallengeError } from 'oauth4webapi'
import type { HttpResponse } from '#server/platform/net/httpRequest'
import { unseal } from '#server/platform/secrets'
import type { AskWith } from '../connectors/connector'
import type { AccountRow } from '../rows'
import { grantOf } from './grants'
import { dpopOf } from './oauth'
import { through } from './oauthFetch'

/** How an account's network is asked with a token that is bound to a key; null where it has a plain one. */
export function boundAskOf(account: AccountRow): AskWith | null {
  const grant = grantOf(account)
  if (grant?.dpopKey == null) return null
  const token = unseal(account.token_sealed)
  const proofs = dpopOf(grant.client, grant)
  return async (address, { method, headers, body }) => {
    const DPoP = (await proofs)!
    const ask = (): Promise<Response> =>
      protectedResourceRequest(token, method, address, new Headers(headers), body as string | undefined, {
        ...through(address.href),
        DPoP,
      })
    try {
      return await responseOf(address, await ask())
    } catch (error) {
      // A nonce is wanted once; a second challenge is an answer like any other.
      if (isDPoPNonceError(error)) return responseOf(address, await ask().catch(challenged))
      return responseOf(address, challenged(error))
    }
  }
}

function challenged(error: unknown): Response {
  if (error instanceof WWWAuthenticateChallengeError) return error.response
  throw error
}

const responseOf = async (address: URL, response: Response): Promise<HttpResponse> => ({
  status: response.status,
  headers: Object.fromEntries(response.headers),
  body: new Uint8Array(await response.arrayBuffer()),
  url: address.href,
  lastingUrl: address.href,
})
