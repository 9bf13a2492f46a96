import sharp from 'sharp'
import type { AuthorizationServer } from './authorization'
import { fieldsOf, html, json, nothing, type Ask, type Reply } from './http'
import type { NetworkPicture } from './media'
import type { NetworkAccount } from './networks'
import { followersOf, responsesTo } from './readers'
import type { NetworkPost, Timeline } from './timeline'

const COLLECTION = 'app.bsky.feed.post'
type Fields = Record<string, unknown>

/**
 * A network that speaks the AT Protocol (atproto.com): sessions with refresh, blobs, records with a key of
 * the client's choosing. Records are judged by the lexicon's rules, by code of its own.
 */
export class AtprotoServer {
  readonly #timeline: Timeline
  /** Per account: how often its sessions were ended, and how often its access was. */
  readonly #rounds = new Map<string, { session: number; access: number }>()
  readonly #blobs = new Map<string, NetworkPicture>()

  readonly #authorization: AuthorizationServer

  constructor(timeline: Timeline, authorization: AuthorizationServer) {
    this.#authorization = authorization
    this.#timeline = timeline
  }

  /** Ends what was given out: access alone can be refreshed, a session can't. */
  expire(accountId: string, what: 'access' | 'session'): void {
    const round = this.#round(accountId)
    round.access++
    if (what === 'session') round.session++
  }

  async answer(ask: Ask, now: number): Promise<Reply> {
    const method = /^\/xrpc\/([a-zA-Z.]+)$/.exec(ask.path)?.[1]
    if (!method) {
      const page = this.#timeline.page(ask.path, now)
      return page ? html(page) : nothing()
    }
    const { host } = this.#timeline.network
    switch (`${ask.method} ${method}`) {
      case 'GET com.atproto.server.describeServer':
        return json({ did: `did:web:${host}`, availableUserDomains: [`.${host}`], inviteCodeRequired: true })
      case 'GET com.atproto.identity.resolveHandle':
        return this.#resolve(String(ask.query.get('handle')))
      case 'POST com.atproto.server.createSession':
        return this.#signIn(fieldsOf(ask))
      case 'POST com.atproto.server.refreshSession':
        return this.#refresh(ask)
      case 'GET com.atproto.repo.getRecord':
        return this.#get(ask.query)
      default:
        return this.#signedIn(ask, method, now)
    }
  }

  async #signedIn(ask: Ask, method: string, now: number): Promise<Reply> {
    const account = this.#accountOf(ask)
    if ('status' in account) return account
    if (method === 'com.atproto.server.getSession')
      return json({
        did: this.#timeline.didOf(account),
        handle: `${account.handle}.${this.#timeline.network.host}`,
      })
    if (method === 'com.atproto.repo.uploadBlob') return this.#keepBlob(ask, account)
    if (method === 'com.atproto.repo.createRecord') return this.#create(fieldsOf(ask), account, now)
    const told = this.#told(ask, method, account, now)
    if (told) return told
    if (method === 'com.atproto.repo.deleteRecord') return this.#delete(fieldsOf(ask), account)
    return json({ error: 'MethodNotImplemented', message: 'Method Not Implemented' }, 501)
  }

  /** What the servers that show posts know of them; an account's own server passes the question on. */
  #told(ask: Ask, method: string, account: NetworkAccount, now: number): Reply | null {
    const { network, posts, start } = this.#timeline
    const own = posts.filter(({ accountId }) => accountId === account.id)
    switch (method) {
      case 'app.bsky.feed.getPosts': {
        const uris = ask.query.getAll('uris')
        if (uris.length > 25) return json({ error: 'InvalidRequest', message: 'Too many uris' }, 400)
        const found = posts.filter((post) => uris.includes(this.#uriOfPost(post)))
        return json({ posts: found.map((post) => this.#view(post, now)) })
      }
      case 'app.bsky.feed.getPostThread': {
        const post = posts.find((one) => this.#uriOfPost(one) === ask.query.get('uri'))
        if (!post) return json({ error: 'NotFound', message: 'Post not found' }, 400)
        const replies = responsesTo(network, post, now).answers.map(({ by, text, at }, number) => ({
          $type: 'app.bsky.feed.defs#threadViewPost',
          post: {
            uri: `at://did:plc:reader${number}/${COLLECTION}/${post.id}`,
            author: { did: `did:plc:reader${number}`, handle: `reader.${network.host}`, displayName: by },
            record: { text, createdAt: new Date(at).toISOString() },
            indexedAt: new Date(at).toISOString(),
          },
        }))
        return json({
          thread: { $type: 'app.bsky.feed.defs#threadViewPost', post: this.#view(post, now), replies },
        })
      }
      case 'app.bsky.actor.getProfile':
        return json({
          did: this.#timeline.didOf(account),
          handle: `${account.handle}.${network.host}`,
          followersCount: followersOf(network, account.id, now, start),
        })
      case 'app.bsky.feed.getAuthorFeed':
        return json({
          feed: own
            .slice(0, Number(ask.query.get('limit') ?? 50))
            .map((post) => ({ post: this.#view(post, now) })),
        })
      default:
        return null
    }
  }

  #uriOfPost = (post: NetworkPost): string => {
    const account = this.#timeline.network.accounts.find(({ id }) => id === post.accountId)!
    return this.#uriOf(account, post.id)
  }

  #view(post: NetworkPost, now: number): Fields {
    const { likes, reshares, answers } = responsesTo(this.#timeline.network, post, now)
    return {
      uri: this.#uriOfPost(post),
      record: post.record ?? { text: post.text, createdAt: new Date(post.at).toISOString() },
      indexedAt: new Date(post.at).toISOString(),
      likeCount: likes,
      repostCount: reshares,
      replyCount: answers.length,
      quoteCount: 0,
    }
  }

  #uriOf = (account: NetworkAccount, key: string): string =>
    `at://${this.#timeline.didOf(account)}/${COLLECTION}/${key}`

  #round(accountId: string): { session: number; access: number } {
    const round = this.#rounds.get(accountId) ?? { session: 0, access: 0 }
    this.#rounds.set(accountId, round)
    return round
  }

  #session(account: NetworkAccount): Reply {
    const { session, access } = this.#round(account.id)
    const handle = `${account.handle}.${this.#timeline.network.host}`
    return json({
      did: this.#timeline.didOf(account),
      handle,
      active: true,
      accessJwt: `access.${account.id}.${access}`,
      refreshJwt: `refresh.${account.id}.${session}`,
    })
  }

  #signIn({ identifier, password }: Fields): Reply {
    const { host, accounts } = this.#timeline.network
    const account = accounts.find(
      (one) =>
        [`${one.handle}.${host}`, this.#timeline.didOf(one)].includes(String(identifier)) &&
        one.token === password,
    )
    return account
      ? this.#session(account)
      : json({ error: 'AuthenticationRequired', message: 'Invalid identifier or password' }, 401)
  }

  #refresh(ask: Ask): Reply {
    const [, id, session] = /^Bearer refresh\.(\d+)\.(\d+)$/.exec(ask.headers.authorization ?? '') ?? []
    const account = this.#timeline.network.accounts.find((one) => one.id === id)
    if (!account || Number(session) !== this.#round(account.id).session)
      return json({ error: 'ExpiredToken', message: 'Token has expired' }, 400)
    return this.#session(account)
  }

  #accountOf(ask: Ask): NetworkAccount | Reply {
    const granted = this.#authorization.bearer(ask)
    if (granted) {
      if ('status' in granted) return granted
      return granted.scopes.split(' ').includes('transition:generic')
        ? granted.account
        : json({ error: 'InvalidToken', message: 'Bad token scope' }, 403)
    }
    const [, id, access] = /^Bearer access\.(\d+)\.(\d+)$/.exec(ask.headers.authorization ?? '') ?? []
    const account = this.#timeline.network.accounts.find((one) => one.id === id)
    if (!account) return json({ error: 'AuthMissing', message: 'Authentication Required' }, 401)
    return Number(access) === this.#round(account.id).access
      ? account
      : json({ error: 'ExpiredToken', message: 'Token has expired' }, 400)
  }

  #resolve(handle: string): Reply {
    const { host, accounts } = this.#timeline.network
    const account = accounts.find((one) => `${one.handle}.${host}` === handle)
    return account
      ? json({ did: this.#timeline.didOf(account) })
      : json({ error: 'InvalidRequest', message: 'Unable to resolve handle' }, 400)
  }

  async #keepBlob(ask: Ask, account: NetworkAccount): Promise<Reply> {
    const { network } = this.#timeline
    if (ask.bytes.length > network.rules.media.maxBytes)
      return json({ error: 'BlobTooLarge', message: 'This file is too large' }, 400)
    try {
      const { width, height, format, exif, icc, xmp } = await sharp(ask.bytes).metadata()
      const id = `bafkrei${String(this.#blobs.size + 1).padStart(52, '2')}`
      const type = `image/${format}`
      this.#blobs.set(id, {
        id,
        accountId: account.id,
        bytes: ask.bytes,
        type,
        width,
        height,
        alt: '',
        focus: null,
        hasMetadata: Boolean(exif ?? xmp ?? icc),
      })
      return json({
        blob: {
          $type: 'blob',
          ref: { $link: id },
          mimeType: ask.headers['content-type'] ?? type,
          size: ask.bytes.length,
        },
      })
    } catch {
      return json({ error: 'InvalidMimeType', message: 'This file is no picture' }, 400)
    }
  }

  #create({ repo, collection, rkey, record }: Fields, account: NetworkAccount, now: number): Reply {
    const invalid = (message: string): Reply => json({ error: 'InvalidRequest', message }, 400)
    if (repo !== this.#timeline.didOf(account)) return invalid('This is not your repository')
    if (collection !== COLLECTION) return invalid(`Unknown collection ${String(collection)}`)
    const key = typeof rkey === 'string' ? rkey : `k${now}`
    if (!/^[a-zA-Z0-9.\-_:~]{1,512}$/.test(key)) return invalid('Invalid record key')
    if (this.#timeline.posts.some((post) => post.id === key && post.accountId === account.id))
      return invalid('Record already exists')
    const fields = (record ?? {}) as Fields
    const broken = brokenRecord(fields)
    if (broken) return invalid(`Invalid ${COLLECTION} record: ${broken}`)
    const embed = (fields['embed'] ?? {}) as {
      $type?: string
      images?: { image: { ref: { $link: string } }; alt: string }[]
      external?: { uri: string }
    }
    const pictures = (embed.images ?? []).map(({ image, alt }) => ({
      blob: this.#blobs.get(image.ref.$link),
      alt,
    }))
    if (pictures.some(({ blob }) => !blob)) return invalid('Could not find blob')
    const taken = this.#timeline.take(
      account,
      {
        text: String(fields['text']),
        id: key,
        slug: key,
        pictures: pictures.map(({ blob, alt }) => ({ ...blob!, alt })),
        link: embed.external?.uri ?? null,
        record: fields,
      },
      now,
    )
    const { limit, left, resetMs } = this.#timeline.rateOf(account, now)
    const headers: Record<string, string> = limit === 0 ? {} : { 'ratelimit-limit': String(limit), 'ratelimit-remaining': String(left), 'ratelimit-reset': String(Math.ceil((Date.now() + resetMs) / 1000)) } // prettier-ignore
    if ('message' in taken)
      return taken.retryAfter === undefined
        ? invalid(taken.message)
        : json({ error: 'RateLimitExceeded', message: taken.message }, 429, headers)
    return json(
      { uri: this.#uriOf(account, key), cid: `bafyrei${key}`, validationStatus: 'valid' },
      200,
      headers,
    )
  }

  #get(query: URLSearchParams): Reply {
    const account = this.#timeline.network.accounts.find(
      (one) => this.#timeline.didOf(one) === query.get('repo'),
    )
    const post =
      account &&
      this.#timeline.posts.find(({ id, accountId }) => id === query.get('rkey') && accountId === account.id)
    if (!account || !post) return json({ error: 'RecordNotFound', message: 'Could not locate record' }, 400)
    return json({ uri: this.#uriOf(account, post.id), cid: `bafyrei${post.id}`, value: post.record })
  }

  #delete({ repo, rkey }: Fields, account: NetworkAccount): Reply {
    if (repo !== this.#timeline.didOf(account))
      return json({ error: 'InvalidRequest', message: 'This is not your repository' }, 400)
    this.#timeline.remove(account, ({ id }) => id === rkey)
    return json({})
  }
}

/** What of a record breaks its lexicon; null for nothing. */
function brokenRecord(record: Fields): string | null {
  const {
    text,
    createdAt,
    facets = [],
    langs = [],
  } = record as { text?: unknown; createdAt?: unknown; facets?: Fields[]; langs?: unknown[] }
  if (record['$type'] !== COLLECTION) return 'wrong $type'
  if (typeof text !== 'string') return 'must have a text'
  if (typeof createdAt !== 'string' || Number.isNaN(Date.parse(createdAt)))
    return 'createdAt must be a valid datetime'
  if (!Array.isArray(langs) || langs.length > 3) return 'langs must not have more than 3 elements'
  const bytes = Buffer.byteLength(text)
  for (const facet of facets) {
    const { byteStart, byteEnd } = (facet['index'] ?? {}) as { byteStart?: number; byteEnd?: number }
    if (
      !Number.isInteger(byteStart) ||
      !Number.isInteger(byteEnd) ||
      byteStart! < 0 ||
      byteEnd! <= byteStart! ||
      byteEnd! > bytes
    )
      return 'a facet lies outside the text'
    const part = Buffer.from(text).subarray(byteStart, byteEnd).toString('utf8')
    if (part.includes('\uFFFD')) return 'a facet cuts a character'
  }
  return null
}
