import { createHash } from 'node:crypto'
import { escapeText, type Ask } from './http'
import { lengthOn } from './length'
import { brokenBy, readUpload, type NetworkPicture } from './media'
import type { Network, NetworkAccount } from './networks'

export interface NetworkPost {
  id: string
  slug: string
  accountId: string
  text: string
  at: number
  pictures: NetworkPicture[]
  /** Beside the text: as a card or behind the picture. */
  link: string | null
  board: string | null
  audience: string | null
  /** The post this one answers. */
  replyTo: string | null
}

/** What somebody wants to post. */
export interface NewPost {
  text: string
  slug?: string | null
  pictures?: NetworkPicture[]
  link?: string | null
  board?: string | null
  audience?: string | null
  replyTo?: string | null
}

export type Taken = { post: NetworkPost } | { says: string }

/** What has been posted on one network, newest first. */
export class Timeline {
  readonly network: Network
  readonly posts: NetworkPost[] = []
  readonly #pictures = new Map<string, NetworkPicture>()
  #next = 1

  constructor(network: Network) {
    this.network = network
  }

  accountOfToken(authorization: string | undefined): NetworkAccount | null {
    const token = /^Bearer (.+)$/.exec(authorization ?? '')?.[1]
    return this.network.accounts.find((account) => account.token === token) ?? null
  }

  /** Takes a post, or says which rule of the network it breaks. */
  take(account: NetworkAccount, wanted: NewPost, now: number): Taken {
    const { rules } = this.network
    const { text, slug = null, pictures = [], link = null, board = null, audience = null, replyTo = null } = wanted
    const length = lengthOn(this.network, text)
    if (text.trim() === '') return { says: 'A post needs a text.' }
    if (length > rules.limit) return { says: `This post has ${length} characters; ${rules.limit} are allowed.` }
    if (rules.maxTextBytes !== null && Buffer.byteLength(text) > rules.maxTextBytes) return { says: `This post has more than ${rules.maxTextBytes} bytes.` }
    const broken = brokenBy(pictures, rules)
    if (broken) return { says: broken }
    if (rules.boards && !board) return { says: 'A post here is filed on a board.' }
    const since = now - (rules.equalTextRefusedDays ?? 0) * 86_400_000
    const isRepeat = this.posts.some((post) => post.accountId === account.id && post.text === text && post.at > since)
    if (rules.equalTextRefusedDays !== null && isRepeat) return { says: 'You have posted this already.' }
    if (board && !(account.boards ?? []).includes(board)) account.boards = [...(account.boards ?? []), board]
    const number = this.#next++
    const post = {
      id: String(1000 + number),
      slug: this.#freeSlug(slug ?? `p${number}`),
      accountId: account.id,
      text,
      at: now,
      pictures,
      link,
      board,
      audience,
      replyTo,
    }
    this.posts.unshift(post)
    return { post }
  }

  /** Keeps a picture for a post to come. */
  async keepPicture(ask: Ask, account: NetworkAccount): Promise<NetworkPicture | { says: string }> {
    const kept = await readUpload(ask, String(this.#pictures.size + 1), account)
    if (!('says' in kept)) this.#pictures.set(kept.id, kept)
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
  page(path: string): string | null {
    const [, handle, part] = /^\/@([a-z0-9_]+)(?:\/([a-z0-9-]+))?\/?$/i.exec(path) ?? []
    const account = this.network.accounts.find((candidate) => candidate.handle === handle)
    if (!account) return path === '/' ? this.#document(this.network.name, this.#list(this.posts, './')) : null
    const own = this.of(account.id)
    if (!part)
      return this.#document(
        `${account.name} on ${this.network.name}`,
        `<h1>${escapeText(account.name)} <small>@${account.handle}</small></h1>${this.#list(own, './')}`,
      )
    const post = own.find((candidate) => candidate.slug === part || candidate.id === part)
    return post ? this.#document(`A post on ${this.network.name}`, this.#list([post], '../')) : null
  }

  #handle(post: NetworkPost): string {
    return this.network.accounts.find((account) => account.id === post.accountId)!.handle
  }

  #freeSlug(wanted: string): string {
    const clean = wanted.toLowerCase().replace(/[^a-z0-9-]+/g, '-')
    // A second post under one slug is a second post: it gets another address, so that nothing sent twice goes unseen.
    return this.posts.some((post) => post.slug === clean) ? `${clean}-${createHash('sha256').update(String(this.#next)).digest('hex').slice(0, 4)}` : clean
  }

  #list(posts: NetworkPost[], home: string): string {
    if (posts.length === 0) return '<p>Nothing has been posted yet.</p>'
    const rows = posts.map((post) => {
      const when = new Date(post.at).toISOString().slice(0, 16).replace('T', ' ')
      const address = `${home}@${this.#handle(post)}/${this.network.protocol === 'micropub' ? post.slug : post.id}`
      return `<article data-post="${post.id}"><header><b>@${this.#handle(post)}</b> <a href="${address}"><time datetime="${new Date(post.at).toISOString()}">${when} UTC</time></a></header><div class="body"><p class="text">${linked(post.text)}</p>${shownPictures(post)}${post.link ? `<p class="beside"><a href="${escapeText(post.link)}">${escapeText(post.link)}</a></p>` : ''}${post.board ? `<p class="board">on the board ${escapeText(post.board)}</p>` : ''}</div></article>`
    })
    return rows.join('')
  }

  #document(title: string, body: string): string {
    const { ground, ink, line, font, form } = this.network.dress
    const shape =
      form === 'ledger'
        ? `article{display:grid;grid-template-columns:13rem 1fr;gap:1.5rem;border-top:1px solid ${line};padding:.8rem 0}header{font-size:.8rem}header b{display:block}`
        : form === 'wall'
          ? `body{columns:2;column-gap:2rem}article{break-inside:avoid;border:1px solid ${line};margin:0 0 1.4rem;padding:.9rem}header{font-size:.8rem}img{max-width:100%!important}`
          : `article{margin:0 0 1.8rem;padding-left:1.2rem;border-left:3px solid ${line}}header{font-size:.85rem;font-style:italic}`
    return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escapeText(title)}</title>${this.network.protocol === 'micropub' ? '<link rel="micropub" href="/micropub">' : ''}<style>body{max-width:52rem;margin:2.5rem auto;padding:0 1.2rem;background:${ground};color:${ink};font:15px/1.55 ${font}}a{color:inherit}h1 small,header{color:${ink};opacity:.85}img{max-width:22rem;height:auto;display:block;margin:.5rem 0}.beside,.board{font-size:.85rem;margin:.3rem 0;overflow-wrap:anywhere}.text{white-space:pre-wrap;overflow-wrap:anywhere;margin:.2rem 0}${shape}footer{margin-top:3rem;font-size:.8rem}</style></head><body><p><b>${this.network.name}</b> · ${this.network.about}</p>${body}<footer>A stand-in network on this machine; nothing here is public.</footer></body></html>`
  }
}

const linked = (text: string): string => escapeText(text).replace(/https?:\/\/[^\s<>]+/g, (url) => `<a href="${url}">${url}</a>`)

const shownPictures = (post: NetworkPost): string =>
  post.pictures
    .map(
      ({ bytes, type, alt, width, height }) =>
        `<img src="data:${type};base64,${bytes.toString('base64')}" alt="${escapeText(alt)}" width="${width}" height="${height}">`,
    )
    .join('')
