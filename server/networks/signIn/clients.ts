import { HOUR } from '#core/instant'
import { isShape, isText, orNull, readJson } from '#shared/platform/json'
import { realNow } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { httpRequest } from '#server/platform/net/httpRequest'
import { seal, unseal } from '#server/platform/secrets'
import { fieldsOf, textField } from '../connectors/outcome'
import { networkClient, putNetworkClient } from '../queries/signIns'
import type { ClientFacts } from './types'

/**
 * Servers forget who registered and was let in by nobody; what was granted has its own copy of the client.
 */
const KNOWN_MS = 12 * HOUR

const isClient = isShape<ClientFacts>({ id: isText, secret: orNull(isText) })

/**
 * What a Mastodon-compatible server knows this installation as, for one way back and some scopes: registered
 * there the first time (its `POST /api/v1/apps`), known from then on.
 */
export async function clientAt(
  origin: string,
  { redirectUri, scopes, website }: { redirectUri: string; scopes: string; website: string | null },
): Promise<ClientFacts> {
  const key = { origin, redirect_uri: redirectUri, scopes }
  const known = await networkClient(await useDb(), key)
  if (known && known.registered_at > realNow() - KNOWN_MS)
    return readJson(unseal(known.client_sealed), isClient)
  const answer = await httpRequest(new URL('/api/v1/apps', origin), {
    method: 'POST',
    headers: { 'content-type': 'application/json', accept: 'application/json' },
    body: JSON.stringify({
      client_name: 'Clear Quill',
      redirect_uris: redirectUri,
      scopes,
      ...(website ? { website } : {}),
    }),
    maxBytes: 100_000,
  })
  const fields = fieldsOf(answer)
  const [id, secret] = [textField(fields, 'client_id'), textField(fields, 'client_secret')]
  if (answer.status !== 200 || !id)
    throw problem(
      'signInRefused',
      new URL(origin).hostname,
      textField(fields, 'error') ?? `it answered ${answer.status}`,
    )
  const client: ClientFacts = { id, secret }
  await putNetworkClient(await useDb(), {
    ...key,
    client_sealed: seal(JSON.stringify(client)),
    registered_at: realNow(),
  })
  return client
}
