import { generateRandomCodeVerifier } from 'oauth4webapi'
import type { Purpose } from '#shared/networks/types'
import { problem } from '#server/platform/http/problem'
import { settings } from '#server/platform/settings'
import { mastodon, mastodonInstance } from '../connectors/mastodon'
import { textField } from '../connectors/outcome'
import { clientAt } from './clients'
import { exchange, requireEndpoints, serverFacts } from './oauth'
import { scopesFor } from './purposes'
import type { Flow, ServerFacts, SignedIn } from './types'

/** What a Mastodon-compatible server is called; null for any other. */
export async function mastodonName(address: URL): Promise<string | null> {
  const about = await mastodonInstance(address)
  return about && (textField(about, 'title') ?? address.hostname)
}

/** Begins at a Mastodon-compatible server; null where the address is none. */
export async function beginMastodon(
  address: URL,
  { redirectUri, purposes }: { redirectUri: string; purposes: readonly Purpose[] },
): Promise<Flow | null> {
  const network = await mastodonName(address)
  if (network === null) return null
  const known = await serverFacts(address.origin)
  const scopes = scopesFor('mastodon', purposes)
  return {
    protocol: 'mastodon',
    network,
    address: address.href,
    server: requireEndpoints(known?.facts ?? usualFacts(address.origin), address.hostname),
    client: await clientAt(address.origin, {
      redirectUri,
      scopes,
      website: settings().publicUrl,
    }),
    redirectUri,
    verifier: generateRandomCodeVerifier(),
    scopes,
    subject: null,
    dpopKey: null,
    skew: known?.skew ?? 0,
  }
}

/** Servers that publish nothing (before 4.3) have their endpoints where the API's documents put them. */
const usualFacts = (origin: string): ServerFacts => ({
  issuer: origin,
  authorization_endpoint: `${origin}/oauth/authorize`,
  token_endpoint: `${origin}/oauth/token`,
  revocation_endpoint: `${origin}/oauth/revoke`,
})

/** Ends one that was begun: the account whose token it is. */
export async function finishMastodon(flow: Flow, answer: URLSearchParams, state: string): Promise<SignedIn> {
  const { token, grant } = await exchange(flow, answer, state)
  const checked = await mastodon.check(new URL(flow.address), token)
  if (!checked) throw problem('oddAnswer', flow.network)
  return { checked, address: flow.address, token, grant }
}
