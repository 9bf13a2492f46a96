import { Parser } from 'htmlparser2'
import { problem } from '../problem'
import { askOutside, type Answer } from '../net/outside'
import type { AccountAccess, Connector, Found, OutPicture, Outcome, Outgoing } from './connector'
import { fieldsOf, formOf, NotUploaded, outcomeOf, outcomeOfFailure, textField, uploadOutcome } from './outcome'
import { plainRules, statedRules } from './rules'

/** Posts that `q=source` is asked for when looking for one of ours. */
const LOOK_BACK = 40

/**
 * Micropub (W3C Recommendation, 23 May 2017). It has no idempotency key: a post carries `mp-slug` made from the delivery's key and
 * is looked for among the account's latest posts. A server may state its rules and the account's name in `q=config` as `post-rules`
 * and `account`, which are extensions of ours.
 */
export const micropub: Connector = {
  sends: true,

  async check(address, token) {
    const page = await askOutside(address, { headers: { accept: 'text/html' } })
    const endpoint = endpointOf(page)
    if (!endpoint) return null
    const answer = await askOutside(withQuery(endpoint, { q: 'config' }), { headers: bearer(token) })
    if (answer.status === 401 || answer.status === 403) throw problem('tokenRefused', address.hostname).at('token')
    const config = fieldsOf(answer)
    const account = objectField(config, 'account')
    const rules = statedRules(config['post-rules']) ?? plainRules(address.hostname, address.hostname)
    return {
      protocol: 'micropub',
      name: rules.name,
      handle: textField(account, 'handle') ?? address.href.replace(/^https?:\/\//, '').replace(/\/$/, ''),
      pageUrl: textField(account, 'url') ?? page.url,
      rules,
      endpoint: {
        micropub: endpoint,
        boards: JSON.stringify(channelsOf(config)),
        ...(textField(config, 'media-endpoint') ? { media: textField(config, 'media-endpoint')! } : {}),
      },
    }
  },

  async publish(account, post) {
    try {
      const photo: { value: string; alt: string }[] = []
      for (const picture of post.pictures) photo.push({ value: await upload(account, picture), alt: picture.description ?? '' })
      const isApart = post.link !== null && (post.link.place === 'attached' || post.link.place === 'button')
      const properties = {
        content: [post.text],
        'mp-slug': [slugOf(post)],
        ...(photo.length > 0 ? { photo } : {}),
        // A link beside the text is what the post is a bookmark of (h-entry).
        ...(isApart ? { 'bookmark-of': [post.link!.url] } : {}),
        ...(post.board ? { 'mp-channel': [post.board] } : {}),
        ...(post.audience ? { visibility: [post.audience] } : {}),
      }
      const answer = await askOutside(account.endpoint['micropub']!, {
        method: 'POST',
        headers: { ...bearer(account.token), 'content-type': 'application/json' },
        body: JSON.stringify({ type: ['h-entry'], properties }),
      })
      return publishOutcome(answer)
    } catch (error) {
      return error instanceof NotUploaded ? error.outcome : outcomeOfFailure(error)
    }
  },

  async find(account, post) {
    try {
      const answer = await askOutside(withQuery(account.endpoint['micropub']!, { q: 'source', limit: String(LOOK_BACK) }), { headers: bearer(account.token) })
      return foundIn(answer, slugOf(post))
    } catch (error) {
      return { kind: 'no-word', says: error instanceof Error ? error.message : String(error) }
    }
  },
}

/** Hands a picture to the media endpoint (Micropub §3.6), which answers with its address. */
async function upload(account: AccountAccess, picture: OutPicture): Promise<string> {
  const endpoint = account.endpoint['media']
  if (!endpoint) throw new NotUploaded({ kind: 'refused', says: 'It names no media endpoint, so it takes no pictures.' })
  const { body, type } = await formOf(picture, {})
  const answer = await askOutside(endpoint, { method: 'POST', headers: { ...bearer(account.token), 'content-type': type }, body })
  const location = answer.headers['location']
  if (answer.status === 201 && location) return location
  const fields = fieldsOf(answer)
  throw new NotUploaded(uploadOutcome(answer, textField(fields, 'error_description') ?? textField(fields, 'error')))
}

/** The post's last path segment: short enough for any server, and no other post's. */
export const slugOf = (post: Pick<Outgoing, 'key'>): string => `q-${post.key.replace(/-/g, '').slice(-20)}`

function publishOutcome(answer: Answer): Outcome {
  const location = answer.headers['location']
  if ((answer.status === 201 || answer.status === 202) && location) return { kind: 'done', remoteId: location, remoteUrl: location }
  const fields = fieldsOf(answer)
  return outcomeOf(answer, textField(fields, 'error_description') ?? textField(fields, 'error'))
}

function foundIn(answer: Answer, slug: string): Found {
  const { items } = fieldsOf(answer) as { items?: unknown }
  if (answer.status !== 200 || !Array.isArray(items)) return { kind: 'no-word', says: 'The network does not tell which posts it has.' }
  for (const item of items as { properties?: { url?: string[] } }[]) {
    const url = item.properties?.url?.[0]
    if (url && new URL(url).pathname.split('/').filter(Boolean).at(-1) === slug) return { kind: 'there', remoteId: url, remoteUrl: url }
  }
  return { kind: 'not-there' }
}

/** The endpoint a page names: in its `Link` header first, then in a link element (Micropub §5.3). */
function endpointOf(page: Answer): string | null {
  const inHeader = /<([^>]+)>\s*;[^,]*rel="?[^",]*\bmicropub\b/i.exec(page.headers['link'] ?? '')?.[1]
  const found = inHeader ?? linkElement(new TextDecoder().decode(page.body))
  return found && URL.canParse(found, page.url) ? new URL(found, page.url).href : null
}

function linkElement(html: string): string | null {
  let found: string | null = null
  const parser = new Parser({
    onopentag: (name, attributes) => {
      const isEndpoint = (name === 'link' || name === 'a') && (attributes['rel'] ?? '').split(/\s+/).includes('micropub')
      if (isEndpoint) found ??= attributes['href'] ?? null
    },
  })
  parser.end(html)
  return found
}

const bearer = (token: AccountAccess['token']): Record<string, string> => ({ authorization: `Bearer ${token}`, accept: 'application/json' })

function withQuery(address: string, query: Record<string, string>): URL {
  const url = new URL(address)
  for (const [name, value] of Object.entries(query)) url.searchParams.set(name, value)
  return url
}

/** Names of the channels a server has (its boards), by the `channels` extension of `q=config`. */
function channelsOf(config: Record<string, unknown>): string[] {
  const { channels } = config
  if (!Array.isArray(channels)) return []
  return (channels as { name?: unknown }[]).flatMap(({ name }) => (typeof name === 'string' ? [name] : []))
}

function objectField(fields: Record<string, unknown>, name: string): Record<string, unknown> {
  const value = fields[name]
  return typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : {}
}
