import { generateRandomCodeVerifier } from 'oauth4webapi'
import type { Purpose } from '#shared/networks/types'
import { problem } from '#server/platform/http/problem'
import { httpRequest } from '#server/platform/net/httpRequest'
import { micropub } from '../connectors/micropub'
import { micropubPage } from '../connectors/micropubPage'
import { fieldsOf, textField } from '../connectors/outcome'
import { exchange, requireEndpoints, skewIn, usedOf } from './oauth'
import { scopesFor } from './purposes'
import type { Flow, ServerFacts, SignedIn } from './types'

/**
 * Begins at a site with Micropub by IndieAuth (indieauth.spec.indieweb.org): its endpoints are found as
 * published (§4.1), the profile's address is `me`. Null where the page names no Micropub endpoint; throws
 * `cantSignIn` where it has one and no sign-in.
 */
export async function beginIndieAuth(
  address: URL,
  {
    redirectUri,
    clientId,
    purposes,
  }: { redirectUri: string; clientId: string; purposes: readonly Purpose[] },
): Promise<Flow | null> {
  const page = await micropubPage(address)
  if (page.endpoint === null) return null
  const found = await serverOf(page)
  if (!found) throw problem('cantSignIn', address.hostname)
  return {
    protocol: 'micropub',
    network: address.hostname,
    address: address.href,
    server: requireEndpoints(found.server, address.hostname),
    // The client is known by its address, and is public (§3.3).
    client: { id: clientId, secret: null },
    redirectUri,
    verifier: generateRandomCodeVerifier(),
    scopes: scopesFor('micropub', purposes),
    subject: address.href,
    dpopKey: null,
    skew: found.skew,
  }
}

type Page = Awaited<ReturnType<typeof micropubPage>>

/** The authorization server that a page names (§4.1.1: metadata first, then the older link relations). */
async function serverOf(page: Page): Promise<{ server: ServerFacts; skew: number } | null> {
  const metadata = page.named('indieauth-metadata')
  if (metadata !== null) return publishedFacts(metadata)
  const [authorization, token] = [page.named('authorization_endpoint'), page.named('token_endpoint')]
  if (authorization === null || token === null) return null
  return {
    server: {
      issuer: new URL(authorization).origin,
      authorization_endpoint: authorization,
      token_endpoint: token,
    },
    skew: 0,
  }
}

async function publishedFacts(metadata: string): Promise<{ server: ServerFacts; skew: number } | null> {
  const answer = await httpRequest(metadata, {
    headers: { accept: 'application/json' },
    maxBytes: 100_000,
    redirects: 0,
  })
  const fields = fieldsOf(answer)
  const issuer = textField(fields, 'issuer')
  if (answer.status !== 200 || issuer === null || !URL.canParse(issuer)) return null
  // §4.1.1: the issuer is a prefix of where its metadata lies.
  if (!metadata.startsWith(issuer)) throw problem('otherIssuer', new URL(metadata).hostname)
  return {
    server: { ...usedOf(fields), authorization_response_iss_parameter_supported: true },
    skew: skewIn(answer.headers['date'] ?? null),
  }
}

/**
 * Ends one that was begun. The answer's `me` may differ from what was asked for, by its path or its site:
 * then that page must name the same server (§5.4), or it would be somebody else's to say.
 */
export async function finishIndieAuth(flow: Flow, answer: URLSearchParams, state: string): Promise<SignedIn> {
  const { token, grant, subject } = await exchange(flow, answer, state)
  const me = subject !== null && URL.canParse(subject) ? new URL(subject) : null
  if (!me) throw problem('oddAnswer', flow.network)
  if (me.href !== flow.subject) {
    const confirmed = await serverOf(await micropubPage(me))
    if (confirmed?.server.authorization_endpoint !== flow.server.authorization_endpoint)
      throw problem('otherIdentity', flow.subject ?? flow.network, me.href)
  }
  const checked = await micropub.check(me, token)
  if (!checked) throw problem('oddAnswer', flow.network)
  return { checked, address: me.href, token, grant }
}
