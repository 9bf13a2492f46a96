import { createHash } from 'node:crypto'
import { escapeText, type Ask } from './http'
import { lengthOn } from './length'
import { brokenBy, readUpload, type NetworkPicture } from './media'
import type { Network, NetworkAccount } from './networks'
import type { NetworkPost } from './posts'
import { responsesTo } from './readers'

export type { NetworkPost } from './posts'

/** What somebody wants to post. */
export interface NewPost {
  text: string
  slug?: string | null
  pictures?: NetworkPicture[]
  link?: string | null
  board?: string | null
  audience?: string | null
  replyTo?: string | null
  id?: string
  categories?: string[]
  alsoTo?: string[]
  record?: Record<string, unknown> | null
}

/** Taken, refused for good, or too many at once. */
export type Taken = { post: NetworkPost } | { message: string; retryAfter?: number }

/** What has been posted on one network, newest first. */
export class Timeline {
  readonly network: Network
  readonly posts: NetworkPost[] = []
  /** Texts refused for good, as the network itself knows. */
  readonly refused: { accountId: string; text: string; message: string }[] = []
  /** When the world began: what changes by the day counts from then. */
  readonly start = Date.now()
  readonly #posted = new Map<string, number[]>()
  #now = 0
  readonly #pictures = new Map<string, NetworkPicture>()
  #next = 1

  constructor(network: Network) {
    this.network = network
  }

  accountOfToken(authorization: string | undefined): NetworkAccount | null {
    const token = /^Bearer (.+)$/.exec(authorization ?? '')?.[1]
    return this.network.accounts.find((account) => account.token === token) ?? null
  }

  /** The identity of an account, on networks of the AT Protocol. */
  didOf = (account: NetworkAccount): string => `did:plc:${account.handle.padEnd(24, '2').slice(0, 24)}`

  /** Takes a post, or says which rule of the network it breaks. */
  take(account: NetworkAccount, wanted: NewPost, now: number): Taken {
    this.#now = now
    const { left, resetMs } = this.rateOf(account, now)
    if (left === 0) return { message: 'Too many posts; wait a while.', retryAfter: Math.ceil(resetMs / 1000) }
    const taken = this.#judge(account, wanted, now)
    if ('message' in taken)
      this.refused.push({ accountId: account.id, text: wanted.text, message: taken.message })
    else this.#posted.set(account.id, [...(this.#posted.get(account.id) ?? []), now])
    return taken
  }

  /** How many more posts an account may make now, and when its time begins anew. */
  rateOf(account: NetworkAccount, now: number): { limit: number; left: number; resetMs: number } {
    const { rate } = this.network.rules
    if (!rate) return { limit: 0, left: Number.POSITIVE_INFINITY, resetMs: 0 }
    const window = rate.perMinutes * 60_000
    const recent = (this.#posted.get(account.id) ?? []).filter((at) => at > now - window)
    return {
      limit: rate.posts,
      left: Math.max(0, rate.posts - recent.length),
      resetMs: recent.length === 0 ? window : recent[0]! + window - now,
    }
  }

  /** Removes a post of an account's. Says whether it was there. */
  remove(account: NetworkAccount, isIt: (post: NetworkPost) => boolean): boolean {
    const at = this.posts.findIndex((post) => post.accountId === account.id && isIt(post))
    if (at >= 0) this.posts.splice(at, 1)
    return at >= 0
  }

  #judge(account: NetworkAccount, wanted: NewPost, now: number): Taken {
    const { rules } = this.network
    const {
      text,
      slug = null,
      pictures = [],
      link = null,
      board = null,
      audience = null,
      replyTo = null,
      categories = [],
      alsoTo = [],
      record = null,
    } = wanted
    const length = lengthOn(this.network, text)
    if (text.trim() === '') return { message: 'A post needs a text.' }
    if (alsoTo.some((uid) => !rules.targets.some((target) => target.uid === uid)))
      return { message: 'It is not passed on to there.' }
    if (length > rules.limit)
      return { message: `This post has ${length} characters; ${rules.limit} are allowed.` }
    if (rules.maxTextBytes !== null && Buffer.byteLength(text) > rules.maxTextBytes)
      return { message: `This post has more than ${rules.maxTextBytes} bytes.` }
    const broken = brokenBy(pictures, rules)
    if (broken) return { message: broken }
    if (rules.boards && !board) return { message: 'A post here is filed on a board.' }
    const since = now - (rules.equalTextRefusedDays ?? 0) * 86_400_000
    const isRepeat = this.posts.some(
      (post) => post.accountId === account.id && post.text === text && post.at > since,
    )
    if (rules.equalTextRefusedDays !== null && isRepeat) return { message: 'You have posted this already.' }
    if (board && !(account.boards ?? []).includes(board)) account.boards = [...(account.boards ?? []), board]
    const number = this.#next++
    const post = {
      id: wanted.id ?? String(1000 + number),
      slug: this.#freeSlug(slug ?? `p${number}`),
      accountId: account.id,
      text,
      at: now,
      pictures,
      link,
      board,
      audience,
      replyTo,
      categories,
      alsoTo,
      record,
    }
    this.posts.unshift(post)
    return { post }
  }

  /** Keeps a picture for a post to come. */
  async keepPicture(ask: Ask, account: NetworkAccount): Promise<NetworkPicture | { message: string }> {
    const kept = await readUpload(ask, String(this.#pictures.size + 1), account)
    if (!('message' in kept)) this.#pictures.set(kept.id, kept)
    return kept
  }

  picture = (id: string): NetworkPicture | undefined => this.#pictures.get(id)

  of(accountId: string, most = 200): NetworkPost[] {
    return this.posts.filter((post) => post.accountId === accountId).slice(0, most)
  }

  url(post: NetworkPost): string {
    return `https://${this.network.host}/@${this.#handle(post)}/${this.network.protocol === 'micropub' ? post.slug : post.id}`
  }

  /** The public page of an account, or of one of its posts. Null where there is none. */
  page(path: string, now = this.#now): string | null {
    this.#now = now
    const [, handle, part] = /^\/@([a-z0-9_]+)(?:\/([a-z0-9-]+)(?:\/[a-z0-9-]+)?)?\/?$/i.exec(path) ?? []
    const account = this.network.accounts.find((candidate) => candidate.handle === handle)
    if (!account) return path === '/' ? this.document(this.network.name, this.#list(this.posts, './')) : null
    const own = this.of(account.id)
    const board = /\/boards\/([a-z0-9-]+)\/?$/.exec(path)?.[1]
    if (board) {
      const posts = own.filter((post) => boardSlug(post.board) === board)
      return this.document(
        `${posts[0]?.board ?? board} on ${this.network.name}`,
        `<h1>${escapeText(posts[0]?.board ?? board)}</h1>${this.#list(posts, '../../')}`,
      )
    }
    if (!part)
      return this.document(
        `${account.name} on ${this.network.name}`,
        `<h1>${escapeText(account.name)} <small>@${account.handle}</small></h1>${this.#list(own, './')}`,
      )
    const post = own.find((candidate) => candidate.slug === part || candidate.id === part)
    return post ? this.document(`A post on ${this.network.name}`, this.#list([post], '../')) : null
  }

  #handle(post: NetworkPost): string {
    return this.network.accounts.find((account) => account.id === post.accountId)!.handle
  }

  #freeSlug(wanted: string): string {
    const clean = wanted.toLowerCase().replace(/[^a-z0-9-]+/g, '-')
    // A second post under one slug is a second post: it gets another address, so that nothing sent twice goes
    // unseen.
    return this.posts.some((post) => post.slug === clean)
      ? `${clean}-${createHash('sha256').update(String(this.#next)).digest('hex').slice(0, 4)}`
      : clean
  }

  #list(posts: NetworkPost[], home: string): string {
    if (posts.length === 0) return '<p>Nothing has been posted yet.</p>'
    const rows = posts.map((post) => {
      const when = new Date(post.at).toISOString().slice(0, 16).replace('T', ' ')
      const address = `${home}@${this.#handle(post)}/${this.network.protocol === 'micropub' ? post.slug : post.id}`
      return `<article data-post="${post.id}"${this.network.protocol === 'micropub' ? ' class="h-entry"' : ''}><header><b>@${this.#handle(post)}</b> <a class="u-url" href="${address}"><time class="dt-published" datetime="${new Date(post.at).toISOString()}">${when} UTC</time></a></header><div class="body"><p class="text">${linked(post.text)}</p>${shownPictures(post)}${post.link ? `<p class="beside"><a href="${escapeText(post.link)}">${escapeText(post.link)}</a></p>` : ''}${post.board ? `<p class="board">on the board <a href="${home}@${this.#handle(post)}/boards/${boardSlug(post.board)}">${escapeText(post.board)}</a></p>` : ''}${this.#responses(post)}</div></article>`
    })
    return rows.join('')
  }

  #responses(post: NetworkPost): string {
    const { likes, reshares, answers } = responsesTo(this.network, post, this.#now)
    if (likes + reshares + answers.length === 0) return ''
    const said = answers
      .slice(-3)
      .map(({ by, text }) => `<p class="answer"><b>${escapeText(by)}</b> ${escapeText(text)}</p>`)
    return `<p class="responses">${likes} liked it · ${reshares} passed it on · ${answers.length} answered</p>${said.join('')}${this.network.protocol === 'micropub' ? citations(this.network.host, likes, reshares, answers) : ''}`
  }

  /** A page in the network's plain dress. */
  document(title: string, body: string): string {
    const { ground, ink, line, font, form } = this.network.dress
    const shape =
      form === 'ledger'
        ? `article{display:grid;grid-template-columns:13rem 1fr;gap:1.5rem;border-top:1px solid ${line};padding:.8rem 0}header{font-size:.8rem}header b{display:block}`
        : form === 'wall'
          ? `body{columns:2;column-gap:2rem}article{break-inside:avoid;border:1px solid ${line};margin:0 0 1.4rem;padding:.9rem}header{font-size:.8rem}img{max-width:100%!important}`
          : `article{margin:0 0 1.8rem;padding-left:1.2rem;border-left:3px solid ${line}}header{font-size:.85rem;font-style:italic}`
    return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escapeText(title)}</title>${this.network.protocol === 'micropub' ? '<link rel="micropub" href="/micropub"><link rel="indieauth-metadata" href="/.well-known/oauth-authorization-server">' : ''}<style>body{max-width:52rem;margin:2.5rem auto;padding:0 1.2rem;background:${ground};color:${ink};font:15px/1.55 ${font}}a{color:inherit}h1 small,header{color:${ink};opacity:.85}img{max-width:22rem;height:auto;display:block;margin:.5rem 0}.responses,.answer{font-size:.8rem;opacity:.85;margin:.25rem 0}.answer{padding-left:.8rem}.beside,.board{font-size:.85rem;margin:.3rem 0;overflow-wrap:anywhere}.text{white-space:pre-wrap;overflow-wrap:anywhere;margin:.2rem 0}${shape}footer{margin-top:3rem;font-size:.8rem}</style></head><body><p><b>${this.network.name}</b> · ${this.network.about}</p>${body}<footer>A stand-in network on this machine; nothing here is public.</footer></body></html>`
  }
}

const boardSlug = (board: string | null): string => (board ?? '').toLowerCase().replace(/[^a-z0-9]+/g, '-')

const linked = (text: string): string =>
  escapeText(text).replace(/https?:\/\/[^\s<>]+/g, (url) => `<a href="${url}">${url}</a>`)

/** Who did what with a post, for programs (microformats2); people read the line above. */
const citations = (
  host: string,
  likes: number,
  reshares: number,
  answers: { by: string; text: string; at: number }[],
): string => {
  const cites = (name: string, many: number): string =>
    Array.from(
      { length: many },
      (_, at) => `<a class="u-${name} h-cite" href="https://${host}/readers/${name}-${at + 1}"></a>`,
    ).join('')
  const said = answers.map(
    ({ by, text, at }, number) =>
      `<div class="u-comment h-cite"><span class="p-author h-card">${escapeText(by)}</span><span class="p-content">${escapeText(text)}</span><time class="dt-published" datetime="${new Date(at).toISOString()}"></time><a class="u-url" href="https://${host}/readers/comment-${number + 1}-${at}"></a></div>`,
  )
  return `<div hidden>${cites('like', likes)}${cites('repost', reshares)}${said.join('')}</div>`
}

const shownPictures = (post: NetworkPost): string =>
  post.pictures
    .map(
      ({ bytes, type, alt, width, height }) =>
        `<img src="data:${type};base64,${bytes.toString('base64')}" alt="${escapeText(alt)}" width="${width}" height="${height}">`,
    )
    .join('')
