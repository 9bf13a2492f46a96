import { escapeText, fieldsOf, html, json, nothing, type Ask, type Reply } from './http'
import type { NetworkAccount } from './networks'
import type { NetworkPost, Timeline } from './timeline'

/** A server remembers a key about this long. */
const KEY_MS = 60 * 60_000

/** A network that speaks the Mastodon-compatible REST API: its instance, the account, statuses with `Idempotency-Key`. */
export class MastodonServer {
  readonly #timeline: Timeline
  readonly #keys = new Map<string, { post: NetworkPost; until: number }>()

  constructor(timeline: Timeline) {
    this.#timeline = timeline
  }

  answer(ask: Ask, now: number): Reply {
    if (!ask.path.startsWith('/api/')) {
      const page = this.#timeline.page(ask.path)
      return page ? html(page) : nothing()
    }
    if (ask.path === '/api/v2/instance') return json(this.#instance())
    const account = this.#timeline.accountOfToken(ask.headers.authorization)
    if (!account) return json({ error: 'The access token is invalid' }, 401)
    if (ask.path === '/api/v1/accounts/verify_credentials') return json(this.#account(account))
    if (ask.path === '/api/v1/statuses' && ask.method === 'POST') return this.#post(ask, account, now)
    const asked = /^\/api\/v1\/accounts\/(\d+)\/statuses$/.exec(ask.path)?.[1]
    if (asked) return json(this.#timeline.of(asked, Math.min(40, Number(ask.query.get('limit') ?? 20))).map((post) => this.#status(post)))
    return json({ error: 'Record not found' }, 404)
  }

  #post(ask: Ask, account: NetworkAccount, now: number): Reply {
    const key = ask.headers['idempotency-key']
    const remembered = typeof key === 'string' ? this.#keys.get(`${account.id} ${key}`) : undefined
    if (remembered && remembered.until > now) return json(this.#status(remembered.post))
    const text = ask.headers['content-type']?.includes('json') ? String(fieldsOf(ask)['status'] ?? '') : (new URLSearchParams(ask.body).get('status') ?? '')
    const taken = this.#timeline.take(account, text, null, now)
    if ('says' in taken) return json({ error: `Validation failed: ${taken.says}` }, 422)
    if (typeof key === 'string') this.#keys.set(`${account.id} ${key}`, { post: taken.post, until: now + KEY_MS })
    return json(this.#status(taken.post))
  }

  #instance(): Record<string, unknown> {
    const { host, name, about, rules } = this.#timeline.network
    return {
      domain: host,
      title: name,
      version: '4.3.0',
      description: about,
      configuration: {
        statuses: { max_characters: rules.limit, max_media_attachments: 4, characters_reserved_per_url: rules.linkLength },
        media_attachments: { image_size_limit: 8_000_000 },
      },
    }
  }

  #account(account: NetworkAccount): Record<string, unknown> {
    return {
      id: account.id,
      username: account.handle,
      acct: account.handle,
      display_name: account.name,
      url: `https://${this.#timeline.network.host}/@${account.handle}`,
    }
  }

  #status(post: NetworkPost): Record<string, unknown> {
    const paragraphs = post.text.split(/\n{2,}/).map((paragraph) => `<p>${escapeText(paragraph).replace(/\n/g, '<br>')}</p>`)
    return { id: post.id, created_at: new Date(post.at).toISOString(), content: paragraphs.join(''), url: this.#timeline.url(post), visibility: 'public' }
  }
}
