import { createHash } from 'node:crypto'
import { escapeText } from './http'
import { lengthOn } from './length'
import type { Network, NetworkAccount } from './networks'

export interface NetworkPost {
  id: string
  slug: string
  accountId: string
  text: string
  at: number
}

export type Taken = { post: NetworkPost } | { says: string }

/** What has been posted on one network, newest first. */
export class Timeline {
  readonly network: Network
  readonly posts: NetworkPost[] = []
  #next = 1

  constructor(network: Network) {
    this.network = network
  }

  accountOfToken(authorization: string | undefined): NetworkAccount | null {
    const token = /^Bearer (.+)$/.exec(authorization ?? '')?.[1]
    return this.network.accounts.find((account) => account.token === token) ?? null
  }

  /** Takes a post, or says which rule of the network it breaks. */
  take(account: NetworkAccount, text: string, wantedSlug: string | null, now: number): Taken {
    const { limit, equalTextRefusedDays } = this.network.rules
    const length = lengthOn(this.network, text)
    if (text.trim() === '') return { says: 'A post needs a text.' }
    if (length > limit) return { says: `This post has ${length} characters; ${limit} are allowed.` }
    const since = now - (equalTextRefusedDays ?? 0) * 86_400_000
    const isRepeat = this.posts.some((post) => post.accountId === account.id && post.text === text && post.at > since)
    if (equalTextRefusedDays !== null && isRepeat) return { says: 'You have posted this already.' }
    const number = this.#next++
    const post = { id: String(1000 + number), slug: this.#freeSlug(wantedSlug ?? `p${number}`), accountId: account.id, text, at: now }
    this.posts.unshift(post)
    return { post }
  }

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
      return `<article data-post="${post.id}"><header><b>@${this.#handle(post)}</b> <a href="${address}"><time datetime="${new Date(post.at).toISOString()}">${when} UTC</time></a></header><p class="text">${linked(post.text)}</p></article>`
    })
    return rows.join('')
  }

  #document(title: string, body: string): string {
    const { ground, ink, line, font, form } = this.network.dress
    const shape =
      form === 'ledger'
        ? `article{display:grid;grid-template-columns:13rem 1fr;gap:1.5rem;border-top:1px solid ${line};padding:.8rem 0}header{font-size:.8rem}header b{display:block}`
        : `article{margin:0 0 1.8rem;padding-left:1.2rem;border-left:3px solid ${line}}header{font-size:.85rem;font-style:italic}`
    return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escapeText(title)}</title>${this.network.protocol === 'micropub' ? '<link rel="micropub" href="/micropub">' : ''}<style>body{max-width:52rem;margin:2.5rem auto;padding:0 1.2rem;background:${ground};color:${ink};font:15px/1.55 ${font}}a{color:inherit}h1 small,header{color:${ink};opacity:.85}.text{white-space:pre-wrap;overflow-wrap:anywhere;margin:.2rem 0}${shape}footer{margin-top:3rem;font-size:.8rem}</style></head><body><p><b>${this.network.name}</b> · ${this.network.about}</p>${body}<footer>A stand-in network on this machine; nothing here is public.</footer></body></html>`
  }
}

const linked = (text: string): string => escapeText(text).replace(/https?:\/\/[^\s<>]+/g, (url) => `<a href="${url}">${url}</a>`)
