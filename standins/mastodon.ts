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

  async answer(ask: Ask, now: number): Promise<Reply> {
    if (!ask.path.startsWith('/api/')) {
      const page = this.#timeline.page(ask.path)
      return page ? html(page) : nothing()
    }
    if (ask.path === '/api/v2/instance') return json(this.#instance())
    const account = this.#timeline.accountOfToken(ask.headers.authorization)
    if (!account) return json({ error: 'The access token is invalid' }, 401)
    if (ask.path === '/api/v1/accounts/verify_credentials') return json(this.#account(account))
    if (ask.path === '/api/v1/statuses' && ask.method === 'POST') return this.#post(ask, account, now)
    if (/^\/api\/v[12]\/media$/.test(ask.path) && ask.method === 'POST') return this.#media(ask, account)
    const asked = /^\/api\/v1\/accounts\/(\d+)\/statuses$/.exec(ask.path)?.[1]
    if (asked) return json(this.#timeline.of(asked, Math.min(40, Number(ask.query.get('limit') ?? 20))).map((post) => this.#status(post)))
    return json({ error: 'Record not found' }, 404)
  }

  #post(ask: Ask, account: NetworkAccount, now: number): Reply {
    const key = ask.headers['idempotency-key']
    const remembered = typeof key === 'string' ? this.#keys.get(`${account.id} ${key}`) : undefined
    if (remembered && remembered.until > now) return json(this.#status(remembered.post))
    const fields = ask.headers['content-type']?.includes('json') ? fieldsOf(ask) : Object.fromEntries(new URLSearchParams(ask.body))
    const ids = Array.isArray(fields['media_ids']) ? fields['media_ids'].map(String) : []
    const pictures = ids.flatMap((id) => this.#timeline.picture(id) ?? [])
    if (pictures.length < ids.length) return json({ error: 'Validation failed: there is no such picture' }, 422)
    const replyTo = fields['in_reply_to_id'] === undefined ? null : String(fields['in_reply_to_id'])
    const taken = this.#timeline.take(
      account,
      { text: String(fields['status'] ?? ''), pictures, audience: String(fields['visibility'] ?? 'public'), replyTo },
      now,
    )
    if ('says' in taken) return json({ error: `Validation failed: ${taken.says}` }, 422)
    if (typeof key === 'string') this.#keys.set(`${account.id} ${key}`, { post: taken.post, until: now + KEY_MS })
    return json(this.#status(taken.post))
  }

  async #media(ask: Ask, account: NetworkAccount): Promise<Reply> {
    const kept = await this.#timeline.keepPicture(ask, account)
    if ('says' in kept) return json({ error: `Validation failed: ${kept.says}` }, 422)
    return json({ id: kept.id, type: 'image', description: kept.alt || null, meta: { original: { width: kept.width, height: kept.height } } })
  }

  #instance(): Record<string, unknown> {
    const { host, name, about, rules } = this.#timeline.network
    return {
      domain: host,
      title: name,
      version: '4.3.0',
      description: about,
      configuration: {
        statuses: { max_characters: rules.limit, max_media_attachments: rules.media.max, characters_reserved_per_url: rules.linkLength },
        media_attachments: { image_size_limit: rules.media.maxBytes },
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
    return {
      id: post.id,
      created_at: new Date(post.at).toISOString(),
      content: paragraphs.join(''),
      url: this.#timeline.url(post),
      visibility: post.audience ?? 'public',
      in_reply_to_id: post.replyTo,
    }
  }
}
