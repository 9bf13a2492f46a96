import { note } from '#shared/messages'
import { webUrlOf } from '#server/platform/net/address'
import { LIMITS } from '#shared/platform/limits'
import { httpRequest, type HttpResponse } from '#server/platform/net/httpRequest'
import type { AccountAccess, Connector, Found, OutPicture, Outcome, Outgoing } from './connector'
import {
  bearer,
  beforePost,
  CLOCK_SLACK_MS,
  fieldsOf,
  formOf,
  notTaken,
  NotTaken,
  noWord,
  objectField,
  outcomeOf,
  outcomeOfFailure,
  textField,
  webField,
  wordsOf,
} from './outcome'
import { configOf, linksOn, micropubPage, withQuery } from './micropubPage'
import { plainRules, statedRules } from './rules'

/**
 * How many posts `q=source` is asked for when looking for one of ours: more each time, until the list reaches
 * back far enough.
 */
const LOOK_BACK = [20, 100, 1000]

/**
 * Micropub (W3C Recommendation, 23 May 2017). It has no idempotency key: a post carries `mp-slug` made from
 * the delivery's key and is looked for among the account's latest posts, or on its page. A server may state
 * its rules and the account's name in `q=config` as
 * `post-rules` and `account`, which are extensions of ours.
 */
export const micropub: Connector = {
  async check(address, token) {
    const page = await micropubPage(address)
    if (!page.endpoint) return null
    const { endpoint } = page
    const config = fieldsOf(await configOf(endpoint, address, token))
    const account = objectField(config, 'account')
    const media = webField(config, 'media-endpoint')
    const rules =
      statedRules(config['post-rules']) ?? plainRules(address.hostname, address.hostname, media !== null)
    const targets =
      targetsOf(config) ??
      targetsOf(
        fieldsOf(await httpRequest(withQuery(endpoint, { q: 'syndicate-to' }), { headers: bearer(token) })),
      ) ??
      []
    return {
      protocol: 'micropub',
      name: rules.name,
      handle: textField(account, 'handle') ?? address.href.replace(/^https?:\/\//, '').replace(/\/$/, ''),
      pageUrl: webField(account, 'url') ?? page.url,
      rules,
      endpoint: {
        micropub: endpoint,
        boards: JSON.stringify(channelsOf(config)),
        targets: JSON.stringify(targets),
        ...(media === null ? {} : { media }),
      },
    }
  },

  async publish(account, post) {
    try {
      const photos: Photo[] = []
      for (const picture of post.pictures)
        photos.push({
          value: await beforePost(() => upload(account, picture)),
          alt: picture.description ?? '',
        })
      return publishOutcome(
        await httpRequest(account.endpoint['micropub']!, {
          method: 'POST',
          ...requestOf(account, post, photos),
        }),
      )
    } catch (error) {
      return outcomeOfFailure(error)
    }
  },

  async find(account, post) {
    try {
      return (
        (await foundInList(account, post)) ??
        foundOnPage(
          await httpRequest(account.pageUrl, {
            headers: { accept: 'text/html' },
            maxBytes: LIMITS.pageBytes,
          }),
          slugOf(post),
        )
      )
    } catch (error) {
      return noWord(error)
    }
  },

  async remove(account, { remoteId }) {
    const answer = await httpRequest(account.endpoint['micropub']!, {
      method: 'POST',
      headers: { ...bearer(account.token), 'content-type': 'application/json' },
      body: JSON.stringify({ action: 'delete', url: remoteId }),
    })
    if ([200, 201, 204, 404, 410].includes(answer.status)) return { kind: 'done' }
    return { kind: 'failed', message: wordsOf(answer, whyOf(answer)) }
  },
}

interface Photo {
  value: string
  alt: string
}

/**
 * The request that makes a post: as a form (§3.3), the least that every server takes, unless something in it
 * needs JSON, which is a picture's description (§3.3.2).
 */
export function requestOf(
  account: AccountAccess,
  post: Outgoing,
  photos: Photo[],
): { headers: Record<string, string>; body: string } {
  const isApart = post.link !== null && (post.link.place === 'attached' || post.link.place === 'button')
  const properties: Record<string, unknown[]> = {
    content: [post.text],
    'mp-slug': [slugOf(post)],
    ...(post.hashtags.length > 0 ? { category: post.hashtags } : {}),
    ...(photos.length > 0 ? { photo: photos.map((photo) => (photo.alt === '' ? photo.value : photo)) } : {}),
    // A link beside the text is what the post is a bookmark of (h-entry).
    ...(isApart ? { 'bookmark-of': [post.link!.url] } : {}),
    ...(post.board ? { 'mp-channel': [post.board] } : {}),
    ...(post.audience ? { visibility: [post.audience] } : {}),
    ...(account.alsoTo.length > 0 ? { 'mp-syndicate-to': account.alsoTo } : {}),
  }
  if (photos.some(({ alt }) => alt !== '')) {
    const headers = { ...bearer(account.token), 'content-type': 'application/json' }
    return { headers, body: JSON.stringify({ type: ['h-entry'], properties }) }
  }
  const form = new URLSearchParams({ h: 'entry' })
  // Several values of one property are given with brackets behind its name (§3.3).
  for (const [name, values] of Object.entries(properties))
    for (const value of values) form.append(values.length > 1 ? `${name}[]` : name, String(value))
  return {
    headers: { ...bearer(account.token), 'content-type': 'application/x-www-form-urlencoded' },
    body: form.toString(),
  }
}

/** Hands a picture to the media endpoint (Micropub §3.6), which answers with its address. */
async function upload(account: AccountAccess, picture: OutPicture): Promise<string> {
  const endpoint = account.endpoint['media']
  if (!endpoint) throw new NotTaken({ kind: 'refused', message: [note('network.no-media')] })
  const { body, type } = await formOf(picture, {})
  const answer = await httpRequest(endpoint, {
    method: 'POST',
    headers: { ...bearer(account.token), 'content-type': type },
    body,
  })
  const location = webUrlOf(answer.headers['location'], endpoint)
  if (answer.status === 201 && location) return location
  throw notTaken(answer, whyOf(answer))
}

/** The post's last path segment: short enough for any server, and no other post's. */
export const slugOf = (post: Pick<Outgoing, 'key'>): string => `q-${post.key.replace(/-/g, '').slice(-20)}`

/** §3.7: an error is a JSON object with `error` and perhaps `error_description`. */
const whyOf = (answer: HttpResponse): string | null =>
  textField(fieldsOf(answer), 'error_description') ?? textField(fieldsOf(answer), 'error')

/** What the answer to a post means (§3.4, §3.7). */
export function publishOutcome(answer: HttpResponse): Outcome {
  const url = webUrlOf(answer.headers['location'], answer.url)
  // 202: taken, and will be at this address (§3.4).
  if ((answer.status === 201 || answer.status === 202) && url) {
    return { kind: 'done', remoteId: url, remoteUrl: url }
  }
  // `insufficient_scope` comes with 401 by the Recommendation, with 403 or 400 from some servers (§3.7).
  if (textField(fieldsOf(answer), 'error') === 'insufficient_scope')
    return { kind: 'signed-out', message: [note('network.no-scope'), ...wordsOf(answer, whyOf(answer))] }
  return outcomeOf(answer, whyOf(answer))
}

const lastPart = (url: string): string | undefined =>
  URL.canParse(url) ? new URL(url).pathname.split('/').filter(Boolean).at(-1) : undefined

/**
 * Looks for a post in the account's list, which is an extension: null where the server has none. That it is
 * not there is believed only of a list that reaches back before the post, or holds all there is.
 */
async function foundInList(account: AccountAccess, post: Outgoing): Promise<Found | null> {
  for (const limit of LOOK_BACK) {
    const answer = await httpRequest(
      withQuery(account.endpoint['micropub']!, { q: 'source', limit: String(limit) }),
      { headers: bearer(account.token) },
    )
    if ([400, 404, 501].includes(answer.status)) return null
    if (answer.status !== 200) return { kind: 'no-word', message: wordsOf(answer, null) }
    const { items } = fieldsOf(answer) as { items?: Item[] }
    if (!Array.isArray(items)) return null
    const url = items
      .map((item) => webUrlOf(item.properties?.url?.[0]) ?? '')
      .find((item) => lastPart(item) === slugOf(post))
    if (url) return { kind: 'there', remoteId: url, remoteUrl: url, isWhole: true }
    if (items.length < SHORT_LIST || items.some((item) => isOlder(item, post))) return { kind: 'not-there' }
    if (items.length < limit) break
  }
  return { kind: 'cant-ask', message: [note('network.short-list')] }
}

/** So few posts are all that an account has: no server lists less than this at a time. */
const SHORT_LIST = 10

const isOlder = ({ properties }: Item, post: Outgoing): boolean =>
  Date.parse(properties?.published?.[0] ?? '') < post.dueAt - CLOCK_SLACK_MS ||
  post.knownBefore.includes(properties?.url?.[0] ?? '')

interface Item {
  properties?: { url?: string[]; published?: string[] }
}

/** A page that links to the post has it; one that does not may only not show it yet. */
async function foundOnPage(page: HttpResponse, slug: string): Promise<Found> {
  const urls = (await linksOn(page)).flatMap(({ href }) =>
    URL.canParse(href, page.url) ? [new URL(href, page.url).href] : [],
  )
  const url = urls.find((url) => lastPart(url) === slug)
  return url
    ? { kind: 'there', remoteId: url, remoteUrl: url, isWhole: true }
    : { kind: 'cant-ask', message: [note('network.page-silent')] }
}

/** Names of the channels a server has (its boards), by the `channels` extension of `q=config`. */
function channelsOf(config: Record<string, unknown>): string[] {
  const { channels } = config
  if (!Array.isArray(channels)) return []
  return (channels as { name?: unknown }[]).flatMap(({ name }) => (typeof name === 'string' ? [name] : []))
}

/**
 * Syndication targets (§3.5 `syndicate-to`): where the server passes posts on to. Null where it does not say.
 */
function targetsOf(config: Record<string, unknown>): { uid: string; name: string }[] | null {
  const targets = config['syndicate-to']
  if (!Array.isArray(targets)) return null
  return (targets as { uid?: unknown; name?: unknown }[]).flatMap(({ uid, name }) =>
    typeof uid === 'string' ? [{ uid, name: typeof name === 'string' ? name : uid }] : [],
  )
}
