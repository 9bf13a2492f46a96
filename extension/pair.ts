import { extensionWords } from '#shared/capture/extensionWords'
import { sentenceOf } from './deliver'
import type { Pairing } from './types'

const words = extensionWords.pair
const PATIENCE_MS = 15_000

/** Such as `https://desk.example`, of whatever of it somebody typed or copied; null where it is no address. */
export function originOf(typed: string): string | null {
  const text = typed.trim()
  // A machine at hand seldom has a certificate; every other server should.
  const scheme = /^(?:localhost|[\d.]+)(?::|\/|$)/i.test(text) ? 'http' : 'https'
  const address = /^https?:\/\//i.test(text) ? text : `${scheme}://${text}`
  if (text === '' || /\s/.test(text) || !URL.canParse(address)) return null
  const { origin, hostname } = new URL(address)
  return hostname.includes('.') || hostname === 'localhost' ? origin : null
}

/** Pairs with the server at an origin. Throws an Error with the sentence that says why not. */
export async function pairWith(
  origin: string,
  code: string,
  name: string,
  send: typeof fetch = fetch,
): Promise<Pairing> {
  const { host } = new URL(origin)
  const answer = await send(`${origin}/api/pairing`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ code, name }),
    credentials: 'omit',
    redirect: 'error',
    signal: AbortSignal.timeout(PATIENCE_MS),
  }).catch(() => {
    throw new Error(words.noAnswer(host))
  })
  const isOurs = (answer.headers.get('content-type') ?? '').includes('json')
  if (!answer.ok) throw new Error(isOurs ? await sentenceOf(answer) : words.notOurs(host))
  const made: unknown = isOurs ? await answer.json().catch(() => null) : null
  if (!isMade(made)) throw new Error(words.notOurs(host))
  return { origin, token: made.token, person: made.person, brand: made.brand }
}

const isMade = (value: unknown): value is Omit<Pairing, 'origin'> =>
  typeof value === 'object' &&
  value !== null &&
  ['token', 'person', 'brand'].every((name) => typeof Reflect.get(value, name) === 'string')
