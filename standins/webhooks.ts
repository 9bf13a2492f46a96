import { fieldsOf, json, type Ask, type Reply } from './http'

/** What came to a webhook, as it came. */
export interface WebhookMessage {
  path: string
  headers: Ask['headers']
  body: string
}

/**
 * Addresses of somebody's own that take posts, on `doorway.example`: `/posts` posts at once, `/queue` takes
 * them and says later what became of them, `/plain` says nothing but 200,
 * `/strict` states rules of its own, `/away` points at an address that nobody outside should reach.
 */
export class Webhooks {
  readonly messages: WebhookMessage[] = []
  /** Keys of posts that came, in their order, each once. */
  readonly keys: string[] = []
  /** What `/queue` says when it is asked again. */
  said: object = { state: 'taken' }

  answer(ask: Ask): Reply {
    if (ask.method !== 'POST') return json({ reason: 'A message is a POST.' }, 405)
    this.messages.push({ path: ask.path, headers: ask.headers, body: ask.body })
    const { type, data } = fieldsOf(ask) as { type?: string; data?: { key?: string; text?: string } }
    const isNew = type === 'post.publish' && data?.key !== undefined && !this.keys.includes(data.key)
    if (isNew) this.keys.push(data.key!)
    switch (ask.path) {
      case '/posts':
        return json(this.#posted(type, data?.key))
      case '/strict':
        return json({ ...this.#posted(type, data?.key), rules: RULES })
      case '/queue':
        return type === 'post.publish' ? json({ state: 'taken' }, 202) : json(this.said)
      case '/away':
        return { status: 302, headers: { location: 'http://127.0.0.1:9/inside' } }
      case '/plain':
        return { status: 200, body: 'ok' }
      default:
        return json({ reason: 'Nobody takes posts here.' }, 404)
    }
  }

  #posted(type: string | undefined, key: string | undefined): object {
    if (type === 'trial') return {}
    if (type === 'post.remove') return { state: 'removed' }
    if (type === 'post.find' && !this.keys.includes(key ?? '')) return { state: 'unknown' }
    const id = String(this.keys.indexOf(key ?? '') + 1)
    return { state: 'posted', id, url: `https://doorway.example/wall/${id}` }
  }
}

const RULES = {
  id: 'doorway.example',
  name: 'The doorway',
  limit: 90,
  counting: 'characters',
  media: { kinds: ['picture'], max: 1, maxBytes: 200_000 },
}
