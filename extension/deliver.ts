import type { Delivery, Pairing, Waiting } from './types'

/** How long an answer is waited for: pages are read before it comes. */
export const PATIENCE_MS = 30_000

/** Where what waits is kept. */
export interface WaitingStore {
  /** In the order in which they were captured. */
  all: () => Promise<Waiting[]>
  put: (item: Waiting) => Promise<void>
  remove: (id: string) => Promise<void>
}

/** Hands one thing over. `late`: nobody waits for it any more. Never throws. */
export async function deliver(
  { origin, token }: Pairing,
  { id, payload }: Waiting,
  late: boolean,
  send: typeof fetch = fetch,
): Promise<Delivery> {
  try {
    const answer = await send(`${origin}/api/capture/${id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', authorization: `Bearer ${token}` },
      body: JSON.stringify({ ...payload, late }),
      credentials: 'omit',
      redirect: 'error',
      signal: AbortSignal.timeout(PATIENCE_MS),
    })
    if (answer.ok) return { fate: 'delivered', feeds: await feedsOf(answer) }
    if (answer.status === 401) return { fate: 'unpaired' }
    // Refused for what it is; whatever is about the moment (429, 5xx) passes.
    const isForGood = answer.status >= 400 && answer.status < 500 && answer.status !== 429
    return isForGood ? { fate: 'refused', message: await sentenceOf(answer) } : { fate: 'away' }
  } catch {
    return { fate: 'away' }
  }
}

/** How many feeds the page names, as the server read it. */
async function feedsOf(answer: Response): Promise<number> {
  const body: unknown = await answer.json().catch(() => null)
  const feeds: unknown = typeof body === 'object' && body !== null ? Reflect.get(body, 'feeds') : 0
  return typeof feeds === 'number' ? feeds : 0
}

/** What a refusal says (problem details, RFC 9457). */
export async function sentenceOf(answer: Response): Promise<string> {
  const body: unknown = await answer.json().catch(() => null)
  const detail = typeof body === 'object' && body !== null && 'detail' in body ? body.detail : null
  return typeof detail === 'string' ? detail : `${answer.status}`
}

/**
 * Hands over what waits, the oldest first, each once; stops at the first that can't be delivered now. Gives
 * what stopped it.
 */
export async function deliverWaiting(
  pairing: Pairing,
  store: WaitingStore,
  send: typeof fetch = fetch,
  now = Date.now(),
): Promise<'done' | 'away' | 'unpaired'> {
  for (const item of await store.all()) {
    if (item.refused !== '') continue
    if (item.inHandUntil > now) return 'away'
    const delivery = await deliver(pairing, item, true, send)
    if (delivery.fate === 'away' || delivery.fate === 'unpaired') return delivery.fate
    if (delivery.fate === 'delivered') await store.remove(item.id)
    else await store.put({ ...item, refused: delivery.message })
  }
  return 'done'
}
