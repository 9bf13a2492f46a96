import type { AuthorizationServer } from './authorization'
import { escapeText, fieldsOf, html, json, nothing, type Ask, type Reply } from './http'
import type { NetworkPicture } from './media'
import type { NetworkAccount } from './networks'
import { followersOf, responsesTo } from './readers'
import type { NetworkPost, Timeline } from './timeline'

/** The scope that a request needs. */
function scopeFor({ method, path }: Ask): string {
  if (path.endsWith('/verify_credentials')) return 'read:accounts'
  if (path.includes('/media')) return 'write:media'
  return method === 'GET' ? 'read:statuses' : 'write:statuses'
}

/** A wider scope holds its parts: `write` is enough for `write:media`. */
const holds = (granted: string, scope: string): boolean =>
  granted.split(' ').some((one) => one === scope || one === scope.split(':')[0])

/** A server remembers a key about this long. */
const KEY_MS = 60 * 60_000

/**
 * A network that speaks the Mastodon-compatible REST API: its instance, the account, statuses with
 * `Idempotency-Key`.
 */
export class MastodonServer {
  readonly #timeline: Timeline
  /** How often a picture is still to be asked about before it is ready. */
  readonly #worked = new Map<string, number>()
  readonly #keys = new Map<string, { post: NetworkPost; until: number }>()

  readonly #signIn: AuthorizationServer

  constructor(timeline: Timeline, signIn: AuthorizationServer) {
    this.#signIn = signIn
    this.#timeline = timeline
  }

  async answer(ask: Ask, now: number): Promise<Reply> {
    if (!ask.path.startsWith('/api/')) {
      const page = this.#timeline.page(ask.path, now)
      return page ? html(page) : nothing()
    }
    // Some clients ask with a slash behind.
    if (/^\/api\/v[12]\/instance\/?$/.test(ask.path)) return json(this.#instance())
    const granted = this.#signIn.bearer(ask)
    if (granted && 'status' in granted) return granted
    const account = granted?.account ?? this.#timeline.accountOfToken(ask.headers.authorization)
    if (!account) return json({ error: 'The access token is invalid' }, 401)
    if (granted && !holds(granted.scopes, scopeFor(ask)))
      return json({ error: 'This action is outside the authorized scopes' }, 403)
    if (ask.path === '/api/v1/accounts/verify_credentials') return json(this.#account(account, now))
    if (ask.path === '/api/v1/statuses' && ask.method === 'POST') return this.#post(ask, account, now)
    if (/^\/api\/v[12]\/media$/.test(ask.path) && ask.method === 'POST') return this.#media(ask, account)
    const picture = /^\/api\/v1\/media\/(\d+)$/.exec(ask.path)?.[1]
    if (picture) return this.#mediaState(picture)
    const asked = /^\/api\/v1\/accounts\/(\d+)\/statuses$/.exec(ask.path)?.[1]
    if (asked) return this.#statuses(ask, asked, now)
    if (ask.path === '/api/v1/statuses') return this.#several(ask, now)
    const talk = /^\/api\/v1\/statuses\/(\d+)\/context$/.exec(ask.path)?.[1]
    if (talk) return this.#context(talk, now)
    const one = /^\/api\/v1\/statuses\/(\d+)$/.exec(ask.path)?.[1]
    if (one) return this.#one(ask, account, one, now)
    return json({ error: 'Record not found' }, 404)
  }

  #statuses(ask: Ask, accountId: string, now: number): Reply {
    const before = ask.query.get('max_id')
    const most = Math.min(40, Number(ask.query.get('limit') ?? 20))
    const older = this.#timeline
      .of(accountId, 10_000)
      .filter(({ replyTo }) => replyTo === null || !ask.query.has('exclude_replies'))
      .filter(({ id }) => before === null || Number(id) < Number(before))
    return json(older.slice(0, most).map((post) => this.#status(post, now)))
  }

  /** Several statuses in one call, from 4.3.0 on. */
  #several(ask: Ask, now: number): Reply {
    const ids = ask.query.getAll('id[]')
    if (ids.length > 20) return json({ error: 'Too many statuses' }, 422)
    return json(
      this.#timeline.posts.filter(({ id }) => ids.includes(id)).map((post) => this.#status(post, now)),
    )
  }

  #context(id: string, now: number): Reply {
    const { network } = this.#timeline
    const post = this.#timeline.posts.find((candidate) => candidate.id === id)
    if (!post) return json({ error: 'Record not found' }, 404)
    const descendants = responsesTo(network, post, now).answers.map(({ by, text, at }, number) => ({
      id: `${id}${String(number + 1).padStart(3, '0')}9`,
      in_reply_to_id: id,
      created_at: new Date(at).toISOString(),
      content: `<p>${escapeText(text)}</p>`,
      visibility: 'public',
      url: `https://${network.host}/@reader/${id}${number + 1}`,
      account: { id: `9${number}`, acct: 'reader', display_name: by },
    }))
    return json({ ancestors: [], descendants })
  }

  #one(ask: Ask, account: NetworkAccount, id: string, now: number): Reply {
    const post = this.#timeline.posts.find((candidate) => candidate.id === id)
    if (!post) return json({ error: 'Record not found' }, 404)
    if (ask.method !== 'DELETE') return json(this.#status(post, now))
    return this.#timeline.remove(account, (candidate) => candidate.id === id)
      ? json(this.#status(post, now))
      : json({ error: 'This action is not allowed' }, 403)
  }

  #post(ask: Ask, account: NetworkAccount, now: number): Reply {
    const key = ask.headers['idempotency-key']
    const remembered = typeof key === 'string' ? this.#keys.get(`${account.id} ${key}`) : undefined
    if (remembered && remembered.until > now) return json(this.#status(remembered.post, now))
    const isJson = ask.headers['content-type']?.includes('json') ?? false
    const form = new URLSearchParams(isJson ? '' : ask.body)
    const fields = isJson ? fieldsOf(ask) : Object.fromEntries(form)
    const ids = Array.isArray(fields['media_ids'])
      ? fields['media_ids'].map(String)
      : form.getAll('media_ids[]')
    const pictures = ids.flatMap((id) => this.#timeline.picture(id) ?? [])
    if (pictures.length < ids.length)
      return json({ error: 'Validation failed: there is no such picture' }, 422)
    const replyTo = fields['in_reply_to_id'] === undefined ? null : String(fields['in_reply_to_id'])
    const taken = this.#timeline.take(
      account,
      {
        text: String(fields['status'] ?? ''),
        pictures,
        audience: String(fields['visibility'] ?? 'public'),
        replyTo,
      },
      now,
    )
    const headers = this.#limits(account, now)
    if ('message' in taken)
      return taken.retryAfter === undefined
        ? json({ error: `Validation failed: ${taken.message}` }, 422, headers)
        : json({ error: taken.message }, 429, headers)
    if (typeof key === 'string')
      this.#keys.set(`${account.id} ${key}`, { post: taken.post, until: now + KEY_MS })
    return json(this.#status(taken.post, now), 200, headers)
  }

  async #media(ask: Ask, account: NetworkAccount): Promise<Reply> {
    const kept = await this.#timeline.keepPicture(ask, account)
    if ('message' in kept) return json({ error: `Validation failed: ${kept.message}` }, 422)
    // Large pictures are worked on for a while: they are there, and not yet ready.
    const isReady = kept.bytes.length < 200_000
    if (!isReady) this.#worked.set(kept.id, 1)
    return json(this.#attachment(kept), isReady ? 200 : 202)
  }

  #mediaState(id: string): Reply {
    const kept = this.#timeline.picture(id)
    if (!kept) return json({ error: 'Record not found' }, 404)
    const looks = this.#worked.get(id) ?? 0
    if (looks === 0) return json(this.#attachment(kept))
    this.#worked.set(id, looks - 1)
    return json({ ...this.#attachment(kept), url: null }, 206)
  }

  #attachment = ({ id, alt, width, height }: NetworkPicture): Record<string, unknown> => ({
    id,
    type: 'image',
    url: `https://${this.#timeline.network.host}/media/${id}`,
    description: alt || null,
    meta: { original: { width, height } },
  })

  /** The headers that say how many more posts an account may make. */
  #limits(account: NetworkAccount, now: number): Record<string, string> {
    const { limit, left, resetMs } = this.#timeline.rateOf(account, now)
    if (limit === 0) return {}
    return {
      'x-ratelimit-limit': String(limit),
      'x-ratelimit-remaining': String(left),
      'x-ratelimit-reset': new Date(Date.now() + resetMs).toISOString(),
    }
  }

  #instance(): Record<string, unknown> {
    const { host, name, about, rules } = this.#timeline.network
    return {
      domain: host,
      uri: host,
      title: name,
      version: '4.3.0',
      description: about,
      configuration: {
        statuses: {
          max_characters: rules.limit,
          max_media_attachments: rules.media.max,
          characters_reserved_per_url: rules.linkLength,
        },
        media_attachments: { image_size_limit: rules.media.maxBytes },
      },
    }
  }

  #account(account: NetworkAccount, now: number): Record<string, unknown> {
    return {
      id: account.id,
      username: account.handle,
      acct: account.handle,
      display_name: account.name,
      followers_count: followersOf(this.#timeline.network, account.id, now, this.#timeline.start),
      url: `https://${this.#timeline.network.host}/@${account.handle}`,
    }
  }

  #status(post: NetworkPost, now: number): Record<string, unknown> {
    const { likes, reshares, answers } = responsesTo(this.#timeline.network, post, now)
    const paragraphs = post.text
      .split(/\n{2,}/)
      .map((paragraph) => `<p>${escapeText(paragraph).replace(/\n/g, '<br>')}</p>`)
    return {
      id: post.id,
      created_at: new Date(post.at).toISOString(),
      content: paragraphs.join(''),
      url: this.#timeline.url(post),
      visibility: post.audience ?? 'public',
      in_reply_to_id: post.replyTo,
      favourites_count: likes,
      reblogs_count: reshares,
      replies_count: answers.length,
    }
  }
}
