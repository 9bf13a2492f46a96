import { generateRandomCodeVerifier } from 'oauth4webapi'
import type { Purpose } from '#shared/networks/types'
import { problem } from '#server/platform/http/problem'
import { httpRequest } from '#server/platform/net/httpRequest'
import { settings } from '#server/platform/settings'
import { atprotoFacts } from '../connectors/atproto'
import { fieldsOf } from '../connectors/outcome'
import { identityAt, type Identity } from './identity'
import { exchange, newDpopKey, requireEndpoints, serverFacts } from './oauth'
import { scopesFor } from './purposes'
import type { Flow, SignedIn } from './types'

/** Where this installation describes itself as a client (atproto.com, OAuth: client metadata). */
export const CLIENT_PATH = '/oauth-client.json'

/** What an identity's server answers as, once somebody said yes there. */
export interface AtprotoFlow {
  flow: Flow
  hint: Record<string, string>
}

/**
 * Begins on the AT Protocol: the handle's identity, its data server, the authorization server that one names;
 * everything pushed, bound to a new key. Null where the address is no handle; throws `noPublicAddress` where
 * this installation can't be told of, and `cantSignIn` where its server has no sign-in.
 */
export async function beginAtproto(
  address: URL,
  { redirectUri, purposes }: { redirectUri: string; purposes: readonly Purpose[] },
): Promise<AtprotoFlow | null> {
  const identity = await identityAt(address)
  if (!identity) return null
  const found = await authorizationServerOf(identity)
  if (!found) throw problem('cantSignIn', identity.handle)
  const scopes = scopesFor('atproto', purposes)
  const id = clientIdFor(redirectUri, scopes)
  if (id === null) throw problem('noPublicAddress', identity.handle)
  return {
    flow: {
      protocol: 'atproto',
      network: new URL(identity.server).hostname,
      address: address.href,
      ...found,
      client: { id, secret: null },
      redirectUri,
      verifier: generateRandomCodeVerifier(),
      scopes,
      subject: identity.did,
      dpopKey: await newDpopKey(),
    },
    hint: { login_hint: identity.handle },
  }
}

async function authorizationServerOf(identity: Identity): Promise<Pick<Flow, 'server' | 'skew'> | null> {
  const resource = await httpRequest(`${identity.server}/.well-known/oauth-protected-resource`, {
    headers: { accept: 'application/json' },
    maxBytes: 100_000,
    redirects: 0,
  })
  const { authorization_servers: servers } = fieldsOf(resource)
  const issuer: unknown = Array.isArray(servers) ? servers[0] : null
  if (resource.status !== 200 || typeof issuer !== 'string' || !URL.canParse(issuer)) return null
  const known = await serverFacts(issuer)
  // What the profile of OAuth demands of a server: pushed requests, and `iss` in its answers.
  if (!known?.facts.pushed_authorization_request_endpoint) return null
  requireEndpoints(known.facts, identity.handle)
  return {
    server: { ...known.facts, authorization_response_iss_parameter_supported: true },
    skew: known.skew,
  }
}

/**
 * Who this installation is there: its own description at its public address, or the client of a program on
 * one's own machine (atproto.com, OAuth: localhost client); null where neither is possible.
 */
export function clientIdFor(redirectUri: string, scopes: string): string | null {
  const back = new URL(redirectUri)
  if (back.protocol === 'https:' && settings().publicUrl) return `${settings().publicUrl}${CLIENT_PATH}`
  if (back.hostname !== '127.0.0.1') return null
  return `http://localhost?${new URLSearchParams({ redirect_uri: redirectUri, scope: scopes }).toString()}`
}

/** What this installation says of itself at `CLIENT_PATH`; null without a public address. */
export function clientMetadata(): object | null {
  const { publicUrl } = settings()
  if (!publicUrl?.startsWith('https:')) return null
  return {
    client_id: `${publicUrl}${CLIENT_PATH}`,
    client_name: 'Clear Quill',
    client_uri: publicUrl,
    redirect_uris: [`${publicUrl}/connected`],
    scope: scopesFor('atproto', ['post', 'responses']),
    grant_types: ['authorization_code', 'refresh_token'],
    response_types: ['code'],
    token_endpoint_auth_method: 'none',
    application_type: 'web',
    dpop_bound_access_tokens: true,
  }
}

/** Ends one that was begun: the identity in the answer must be the one that was asked for. */
export async function finishAtproto(flow: Flow, answer: URLSearchParams, state: string): Promise<SignedIn> {
  const { token, grant, subject } = await exchange(flow, answer, state)
  if (subject !== flow.subject) throw problem('otherIdentity', flow.subject ?? '', subject ?? '–')
  const identity = await identityAt(new URL(flow.address))
  if (!identity || identity.did !== flow.subject)
    throw problem('otherIdentity', flow.subject ?? '', identity?.did ?? '–')
  const checked = atprotoFacts(new URL(flow.address), identity)
  return { checked, address: flow.address, token, grant }
}
