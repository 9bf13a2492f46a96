import * as oauth from 'oauth4webapi'
import { problem, type ProblemError } from '#server/platform/http/problem'
import { ProblemError as Refusal } from '#server/platform/http/problem'
import { realNow } from '#server/platform/clock'
import { webUrlOf } from '#server/platform/net/address'
import { through } from './oauthFetch'
import type { ClientFacts, Flow, Grant, ServerFacts } from './types'

// OAuth 2.0 as networks use it: authorization code (RFC 6749 §4.1) with PKCE (RFC 7636), pushed requests (RFC
// 9126) and bound tokens (RFC 9449) where the server has them, `iss` (RFC 9207), renewal, revocation (RFC
// 7009).

type Keys = Pick<Flow, 'dpopKey' | 'skew'>

const clientOf = ({ id }: ClientFacts, skew: number): oauth.Client => ({
  client_id: id,
  [oauth.clockSkew]: skew,
})
const authOf = ({ secret }: ClientFacts): oauth.ClientAuth =>
  secret === null ? oauth.None() : oauth.ClientSecretPost(secret)

/** A new key pair for bound tokens, as a private JWK. */
export async function newDpopKey(): Promise<Record<string, string>> {
  const pair = await oauth.generateKeyPair('ES256', { extractable: true })
  const { kty, crv, x, y, d } = await crypto.subtle.exportKey('jwk', pair.privateKey)
  return { kty: kty!, crv: crv!, x: x!, y: y!, d: d! }
}

const CURVE = { name: 'ECDSA', namedCurve: 'P-256' }

/** The handle by which the library makes proofs with a key; none without one. */
export async function dpopOf(client: ClientFacts, { dpopKey, skew }: Keys): Promise<oauth.DPoPHandle | null> {
  if (dpopKey === null) return null
  const { d, ...open } = dpopKey
  const keys = {
    privateKey: await crypto.subtle.importKey('jwk', { ...open, d }, CURVE, false, ['sign']),
    publicKey: await crypto.subtle.importKey('jwk', open, CURVE, true, ['verify']),
  }
  return oauth.DPoP(clientOf(client, skew), keys as CryptoKeyPair)
}

/** A server may want its nonce in a proof: it says so once, and the same is asked again (RFC 9449 §8). */
export async function withNonce<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (!oauth.isDPoPNonceError(error)) throw error
    return work()
  }
}

/**
 * Where a person says yes: the server's page, with all that is asked for, or with a reference to it where the
 * server wants it pushed first (RFC 9126 §2).
 */
export async function authorizationAddress(
  flow: Flow,
  state: string,
  more: Record<string, string> = {},
): Promise<string> {
  const { server, client } = flow
  const asked = {
    client_id: client.id,
    redirect_uri: flow.redirectUri,
    response_type: 'code',
    scope: flow.scopes,
    state,
    code_challenge: await oauth.calculatePKCECodeChallenge(flow.verifier),
    code_challenge_method: 'S256',
    ...more,
  }
  const page = new URL(server.authorization_endpoint!)
  if (!server.pushed_authorization_request_endpoint) {
    for (const [name, value] of Object.entries(asked)) page.searchParams.set(name, value)
    return page.href
  }
  const DPoP = await dpopOf(client, flow)
  const pushed = await withNonce(async () =>
    oauth.processPushedAuthorizationResponse(
      server,
      clientOf(client, flow.skew),
      await oauth.pushedAuthorizationRequest(server, clientOf(client, flow.skew), authOf(client), asked, {
        ...through(server.pushed_authorization_request_endpoint!),
        ...(DPoP ? { DPoP } : {}),
      }),
    ),
  ).catch((error: unknown) => Promise.reject(refusalOf(flow.network, error)))
  page.searchParams.set('client_id', client.id)
  page.searchParams.set('request_uri', pushed.request_uri)
  return page.href
}

/**
 * What a server's answer brought: the token and what was granted. `answer` is what stood in the address that
 * the person came back with. Throws a refusal that says why not.
 */
export async function exchange(
  flow: Flow,
  answer: URLSearchParams,
  state: string,
): Promise<{ token: string; grant: Grant; subject: string | null }> {
  const { server, client } = flow
  const us = clientOf(client, flow.skew)
  try {
    const params = oauth.validateAuthResponse(server, us, answer, state)
    const DPoP = await dpopOf(client, flow)
    const said = await withNonce(async () =>
      oauth.processAuthorizationCodeResponse(
        server,
        us,
        await oauth.authorizationCodeGrantRequest(
          server,
          us,
          authOf(client),
          params,
          flow.redirectUri,
          flow.verifier,
          { ...through(server.token_endpoint!), ...(DPoP ? { DPoP } : {}) },
        ),
      ),
    )
    const { me, sub } = said as { me?: unknown; sub?: unknown }
    const subject = typeof me === 'string' ? me : typeof sub === 'string' ? sub : null
    return { token: said.access_token, grant: grantOf(flow, said), subject }
  } catch (error) {
    throw refusalOf(flow.network, error)
  }
}

const grantOf = (
  flow: Pick<Flow, 'protocol' | 'server' | 'client' | 'scopes' | 'dpopKey' | 'skew'>,
  said: oauth.TokenEndpointResponse,
  before: string | null = null,
): Grant => ({
  protocol: flow.protocol,
  server: flow.server,
  client: flow.client,
  // Left out, it is what was asked for (RFC 6749 §5.1).
  scopes: said.scope ?? flow.scopes,
  // Left out, the one there was stays good (RFC 6749 §6).
  refresh: said.refresh_token ?? before,
  expiresAt: said.expires_in === undefined ? null : realNow() + said.expires_in * 1000,
  dpopKey: flow.dpopKey,
  skew: flow.skew,
})

/** A new token for one that ends. Throws `tokenRefused` where the server grants none any more. */
export async function renewal(network: string, grant: Grant): Promise<{ token: string; grant: Grant }> {
  const { server, client } = grant
  const us = clientOf(client, grant.skew)
  try {
    const DPoP = await dpopOf(client, grant)
    const said = await withNonce(async () =>
      oauth.processRefreshTokenResponse(
        server,
        us,
        await oauth.refreshTokenGrantRequest(server, us, authOf(client), grant.refresh!, {
          ...through(server.token_endpoint!),
          ...(DPoP ? { DPoP } : {}),
        }),
      ),
    )
    return { token: said.access_token, grant: grantOf(grant, said, grant.refresh) }
  } catch (error) {
    if (error instanceof oauth.ResponseBodyError && error.status < 500) throw problem('tokenRefused', network)
    throw refusalOf(network, error)
  }
}

/** Takes back what was granted, where the server can (RFC 7009). Says whether it did. */
export async function revoke(grant: Grant, token: string): Promise<boolean> {
  const { server, client } = grant
  if (!server.revocation_endpoint) return false
  try {
    await oauth.processRevocationResponse(
      await oauth.revocationRequest(
        server,
        clientOf(client, grant.skew),
        authOf(client),
        // The one that renews the other takes both with it (RFC 7009 §2.1).
        grant.refresh ?? token,
        through(server.revocation_endpoint),
      ),
    )
    return true
  } catch {
    return false
  }
}

/** What went wrong, in a sentence of ours. */
function refusalOf(network: string, error: unknown): ProblemError {
  if (error instanceof Refusal) return error
  if (error instanceof oauth.AuthorizationResponseError)
    return error.error === 'access_denied'
      ? problem('saidNo', network)
      : problem('signInRefused', network, error.error_description ?? error.error)
  if (error instanceof oauth.ResponseBodyError)
    return error.error === 'invalid_grant'
      ? problem('codeOver', network)
      : problem('signInRefused', network, error.error_description ?? error.error)
  if (error instanceof oauth.OperationProcessingError)
    return isOtherIssuer(error) ? problem('otherIssuer', network) : problem('oddAnswer', network)
  if (error instanceof oauth.WWWAuthenticateChallengeError) return problem('oddAnswer', network)
  if (error instanceof oauth.UnsupportedOperationError) return problem('oddAnswer', network)
  throw error
}

const isOtherIssuer = (error: oauth.OperationProcessingError): boolean => /"iss"|issuer/i.test(error.message)

/**
 * What a server says of itself at a well-known address (RFC 8414 §3), checked that it speaks of itself
 * (§3.3); null where it has no such document.
 */
export async function serverFacts(issuer: string): Promise<{ facts: ServerFacts; skew: number } | null> {
  const url = new URL(issuer)
  try {
    const response = await oauth.discoveryRequest(url, { algorithm: 'oauth2', ...through(issuer) })
    if (response.status !== 200) return null
    const skew = skewIn(response.headers.get('date'))
    const all = await oauth.processDiscoveryResponse(url, response)
    return { facts: usedOf(all), skew }
  } catch (error) {
    if (error instanceof oauth.OperationProcessingError && isOtherIssuer(error))
      throw problem('otherIssuer', url.hostname)
    if (error instanceof Refusal) throw error
    return null
  }
}

/** Seconds by which a server's clock is ahead of ours; what a request takes on its way is no difference. */
export function skewIn(date: string | null): number {
  const at = date === null ? Number.NaN : Date.parse(date)
  const seconds = Number.isNaN(at) ? 0 : Math.round((at - realNow()) / 1000)
  return Math.abs(seconds) < 5 ? 0 : seconds
}

/** Of a server's statement what is used and kept: what is no text there is not there. */
export function usedOf(all: object): ServerFacts {
  const text = (name: string): string | undefined => {
    const value: unknown = Reflect.get(all, name)
    return typeof value === 'string' ? value : undefined
  }
  return {
    issuer: text('issuer') ?? '',
    authorization_endpoint: text('authorization_endpoint'),
    token_endpoint: text('token_endpoint'),
    revocation_endpoint: text('revocation_endpoint'),
    pushed_authorization_request_endpoint: text('pushed_authorization_request_endpoint'),
    authorization_response_iss_parameter_supported:
      Reflect.get(all, 'authorization_response_iss_parameter_supported') === true,
  }
}

/** Both endpoints have to be there, as addresses of the web. Throws `oddAnswer`. */
export function requireEndpoints(server: ServerFacts, name: string): ServerFacts {
  const isWeb = (text: string | undefined): boolean => webUrlOf(text) !== null
  if (!isWeb(server.authorization_endpoint) || !isWeb(server.token_endpoint)) throw problem('oddAnswer', name)
  return server
}
