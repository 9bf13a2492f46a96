import { mf2 } from 'microformats-parser'
import { decodeBytes } from '#core/feed'
import type { Received } from './readCard'

type Item = ReturnType<typeof mf2>['items'][number]
type Value = Item['properties'][string][number]

/** What a page says was done with its post. */
export interface Mentions {
  likes: number
  reposts: number
  comments: { remoteId: string; author: string; text: string; url: string | null; at: number }[]
}

/** More are counted, and not kept. */
const MOST_COMMENTS = 200
const LONGEST_TEXT = 2_000

/**
 * The likes, reposts and comments that a post's page states for its h-entry (microformats2); null for a page
 * without one. Of several entries it is the one of the page's own address, or the first.
 */
export function readMentions({ body, url, contentType }: Received): Mentions | null {
  const { items } = mf2(decodeBytes(body, contentType).text, { baseUrl: url })
  const entries = items
    .flatMap((item) => [item, ...(item.children ?? [])])
    .filter(({ type }) => type?.includes('h-entry'))
  const entry =
    entries.find(({ properties }) => (properties['url'] ?? []).includes(url)) ?? entries[0] ?? null
  if (!entry) return null
  const of = (name: string): Value[] => entry.properties[name] ?? []
  return {
    likes: of('like').length,
    reposts: of('repost').length,
    comments: of('comment')
      .slice(0, MOST_COMMENTS)
      .map((value, at) => commentIn(value, `${url}#${at + 1}`)),
  }
}

function commentIn(value: Value, otherwise: string): Mentions['comments'][number] {
  const properties = typeof value === 'object' && 'properties' in value ? value.properties : {}
  const url = webUrl(textOf(properties['url']?.[0]) || textOf(value))
  return {
    remoteId: url ?? otherwise,
    author: textOf(properties['author']?.[0]).slice(0, LONGEST_TEXT),
    text: (textOf(properties['content']?.[0]) || textOf(properties['name']?.[0])).slice(0, LONGEST_TEXT),
    url,
    at: Date.parse(textOf(properties['published']?.[0])) || 0,
  }
}

/** A value as plain text: an embedded item by its name or value. */
function textOf(value: Value | undefined): string {
  if (value === undefined) return ''
  if (typeof value === 'string') return value
  if ('properties' in value) {
    const [name] = value.properties['name'] ?? []
    return typeof name === 'string' ? name : textOf(value.value)
  }
  return 'value' in value && typeof value.value === 'string' ? value.value : ''
}

const webUrl = (text: string): string | null =>
  URL.canParse(text) && /^https?:$/.test(new URL(text).protocol) ? text : null
