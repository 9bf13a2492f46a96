import { message } from '../messages'
import type { Message } from '../message'
import { jsonrepair } from 'jsonrepair'
import { parseFeedDate } from './date'
import { FeedError } from './errors'
import { madeId, oneLine, safePart } from './item'
import type { Feed, FeedItem } from './types'
import { absoluteUrl } from './xml'
import { withoutEnd } from '../text/ends'

type Fields = Record<string, unknown>

/** A JSON Feed 1.0 or 1.1 document as a feed. Throws FeedError for JSON that is none. */
export function readJsonFeed(text: string, url: string, repairs: Message[]): Feed {
  const root = parse(text, repairs)
  if (!isFeed(root)) {
    if (repairs.length > 0) throw new FeedError('malformed', message('feed.damaged-json'))
    throw new FeedError('not-a-feed', message('feed.other-json'))
  }
  const hubs = list(root['hubs'])
  const author = authorOf(root)
  return {
    format: 'json',
    title: oneLine(str(root['title'])),
    homeUrl: absoluteUrl(str(root['home_page_url']), url),
    selfUrl: absoluteUrl(str(root['feed_url']), url),
    hubUrl: absoluteUrl(str(hubs[0]?.['url']), url),
    language: str(root['language']),
    description: oneLine(str(root['description'])),
    ttlMinutes: null,
    items: list(root['items']).map((item) => readItem(item, author, url, repairs)),
    repairs,
  }
}

/** By its version, or by items that hold what a JSON Feed's do: some forget the version's address. */
function isFeed(root: Fields): boolean {
  if ((str(root['version']) ?? '').includes('jsonfeed.org')) return true
  const [first] = list(root['items'])
  return (
    Array.isArray(root['items']) &&
    (typeof root['title'] === 'string' ||
      first?.['content_html'] !== undefined ||
      first?.['content_text'] !== undefined)
  )
}

/**
 * Strictly first; what is damaged (cut, with a comma too many or too few, with bare line breaks) is mended.
 */
function parse(text: string, repairs: Message[]): Fields {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch (error) {
    value = mended(text, error instanceof Error ? error.message : '')
    repairs.push(message('feed.json-mended'))
  }
  return isFields(value) ? value : {}
}

function mended(text: string, trouble: string): unknown {
  const bare = withoutEnd(text, ' \t\r\n\0\ufeff').replace(/,(?:\s*,)+/g, ',')
  for (const attempt of [bare, bare.slice(0, Math.max(bare.lastIndexOf('}'), bare.lastIndexOf(']')) + 1)]) {
    try {
      return JSON.parse(jsonrepair(attempt))
    } catch {
      // The next attempt leaves out what stands behind the last bracket.
    }
  }
  throw new FeedError('malformed', message('feed.unreadable-json', { trouble }))
}

function readItem(item: Fields, feedAuthor: string | null, base: string, repairs: Message[]): FeedItem {
  const url = absoluteUrl(str(item['url']) ?? str(item['external_url']), base)
  const title = oneLine(str(item['title']))
  const text = str(item['content_text'])
  const html = str(item['content_html']) ?? (text ? paragraphs(text) : null)
  const summary = str(item['summary'])
  return {
    id: str(item['id']) ?? madeId(url, title),
    url,
    title,
    author: authorOf(item) ?? feedAuthor,
    publishedAt: dateOf(item['date_published']),
    updatedAt: dateOf(item['date_modified']),
    summaryHtml: safePart(summary && paragraphs(summary), base, repairs),
    contentHtml: safePart(html, url ?? base, repairs),
    categories: Array.isArray(item['tags']) ? item['tags'].flatMap((tag) => oneLine(str(tag)) ?? []) : [],
    image: absoluteUrl(str(item['image']) ?? str(item['banner_image']), base),
    enclosures: list(item['attachments']).flatMap((attachment) => {
      const address = absoluteUrl(str(attachment['url']), base)
      const length = Number(attachment['size_in_bytes'] ?? Number.NaN)
      return address
        ? [
            {
              url: address,
              type: str(attachment['mime_type']),
              length: Number.isFinite(length) ? length : null,
            },
          ]
        : []
    }),
  }
}

function authorOf(node: Fields): string | null {
  const authors = [...list(node['authors']), ...(isFields(node['author']) ? [node['author']] : [])]
  const names = authors.flatMap((author) => oneLine(str(author['name'])) ?? [])
  return names.length > 0 ? [...new Set(names)].join(', ') : null
}

const dateOf = (value: unknown): string | null => {
  const text = str(value)
  return text ? parseFeedDate(text) : null
}

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

const list = (value: unknown): Fields[] => (Array.isArray(value) ? value.filter(isFields) : [])

/** A string with something in it; a number is taken as its digits, since some feeds write ids so. */
function str(value: unknown): string | null {
  if (typeof value === 'number') return String(value)
  return typeof value === 'string' && value.trim() !== '' ? value : null
}

function paragraphs(text: string): string {
  const escaped = text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')
  return escaped
    .split(/\n{2,}/)
    .map((paragraph) => `<p>${paragraph.replace(/\n/g, '<br>')}</p>`)
    .join('')
}
