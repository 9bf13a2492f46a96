import type { SourceMessages } from '#shared/sources/messages'
import type { Message } from '#core/message'
import { v7 as uuid } from 'uuid'
import type { Feed, FeedItem } from '#core/feed'
import { firstPicture, SANITISER_VERSION } from '#core/feed/html'
import { MINUTE } from '#core/instant'
import { canonicalUrl } from '#core/url'
import { now, realNow } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import * as articles from '#server/articles'
import { type ArticleRow, type NewArticle, putToMatch } from '#server/articles'
import type { FeedRow } from './rows'

const NEW_IDS: Message = { code: 'source.new-ids' satisfies keyof SourceMessages, params: {} }

/** Clocks differ; a date this little ahead is not called one in the future. */
const CLOCK_DRIFT_MS = 10 * MINUTE

export interface Stored {
  /** The records that are new or that their outlet changed. */
  fresh: NewArticle[]
  /** What had to be put right besides the feed's own text, in words. */
  notes: Message[]
}

/** What came, with the plain text of each item. */
export interface Delivered {
  feed: Pick<Feed, 'items' | 'language' | 'homeUrl'>
  texts: string[]
}

/**
 * Stores new items and those their outlet changed, noted as yet to be looked at by watches and rules. An
 * article keeps its one row however often it comes, also under a new id.
 */
export async function storeItems(db: Db, feed: FeedRow, { feed: read, texts }: Delivered): Promise<Stored> {
  const known = await knownArticles(db, feed, read)
  const fresh: NewArticle[] = []
  const added: NewArticle[] = []
  let renamed = 0
  for (const [index, item] of read.items.entries()) {
    const before = known.of(item)
    const record = recordOf(feed, item, texts[index]!, read.language, before)
    if (before && before.guid !== record.guid) renamed++
    if (!before) added.push(record)
    else if (isSameText(before, record)) {
      if (before.guid !== record.guid) await articles.updateArticle(db, before.id, { guid: record.guid })
      continue
    } else await articles.updateArticle(db, before.id, { ...record, changed_at: now() })
    fresh.push(record)
  }
  await articles.insertArticles(db, feed.id, added)
  await putToMatch(
    db,
    fresh.map(({ id }) => id),
    true,
    realNow(),
  )
  return {
    fresh,
    notes: renamed > 0 ? [NEW_IDS] : [],
  }
}

/** The newest articles' times of a feed, newest first; those in the feed's own future left out. */
export const newestDates = (db: Db, feedId: string): Promise<number[]> => articles.newestTimes(db, feedId, 20)

interface Known {
  of(item: FeedItem): ArticleRow | undefined
}

/**
 * Finds the row of an item: by its id, else, where the feed has given it a new one, by its canonical address.
 * An address counts only if one item alone has it (some feeds give all items the home page's) and its row's
 * own id is no longer in the feed.
 */
async function knownArticles(db: Db, feed: FeedRow, read: Delivered['feed']): Promise<Known> {
  const ids = new Set(read.items.map((item) => item.id))
  const byId = new Map((await articles.articlesByGuids(db, feed.id, [...ids])).map((row) => [row.guid, row]))
  const keys = read.items.flatMap((item) => linkKey(item) ?? [])
  const shared = new Set(keys.filter((key, at) => keys.indexOf(key) !== at))
  const home = read.homeUrl ? canonicalUrl(read.homeUrl) : null
  const unknown = read.items.filter((item) => !byId.has(item.id)).flatMap((item) => linkKey(item) ?? [])
  const rows = await articles.articlesByLinks(
    db,
    feed.id,
    unknown.filter((key) => !shared.has(key) && key !== home),
  )
  const byLink = new Map(rows.filter((row) => !ids.has(row.guid)).map((row) => [row.link_key, row]))
  return { of: (item) => byId.get(item.id) ?? byLink.get(linkKey(item)) }
}

const linkKey = (item: FeedItem): string | null => (item.url ? canonicalUrl(item.url) : null)

function recordOf(
  feed: FeedRow,
  item: FeedItem,
  text: string,
  language: string | null,
  known: ArticleRow | undefined,
): NewArticle {
  const published = item.publishedAt ?? item.updatedAt
  const firstSeen = known?.first_seen_at ?? now()
  const publishedAt = published ? Date.parse(published) : null
  // The text of its own page stays, as long as the feed says the same of it.
  const page = known && item.contentHtml === null && known.summary_html === item.summaryHtml ? known : null
  return {
    id: known?.id ?? uuid(),
    feed_id: feed.id,
    guid: item.id,
    link_key: linkKey(item),
    url: item.url,
    title: item.title,
    author: item.author,
    summary_html: item.summaryHtml,
    content_html: item.contentHtml,
    text: page?.page_html ? page.text : text,
    sanitiser_version: SANITISER_VERSION,
    language,
    categories_json: JSON.stringify(item.categories),
    image: item.image ?? firstPicture(item.contentHtml ?? item.summaryHtml ?? ''),
    published_at: publishedAt,
    updated_at: item.updatedAt ? Date.parse(item.updatedAt) : null,
    first_seen_at: firstSeen,
    // A date in the future would keep an article on top for ever: such a one counts from when it was first
    // seen. It never moves again.
    at: known?.at ?? Math.min(publishedAt ?? firstSeen, firstSeen),
    dating: publishedAt === null ? 'missing' : publishedAt > firstSeen + CLOCK_DRIFT_MS ? 'future' : 'stated',
    changed_at: known?.changed_at ?? null,
    kind: kindOf(item, text),
    page_html: page?.page_html ?? null,
    page_at: page?.page_at ?? null,
    page_message: page?.page_message ?? null,
    indexed: 0,
  }
}

/** What an item mainly is: by what is enclosed with it, else a picture where it has hardly any words. */
function kindOf(item: FeedItem, text: string): ArticleRow['kind'] {
  const types = item.enclosures.map(({ type, url }) => type ?? url)
  if (types.some((type) => /^video\/|\.(mp4|webm|mov)$/i.test(type))) return 'video'
  if (types.some((type) => /^audio\/|\.(mp3|ogg|m4a)$/i.test(type))) return 'sound'
  if (types.some((type) => /pdf|msword|officedocument|opendocument/i.test(type))) return 'document'
  const html = item.contentHtml ?? item.summaryHtml ?? ''
  const hasPicture = item.image !== null || /<img\s/i.test(html)
  return hasPicture && text.length < 200 ? 'picture' : 'text'
}

const isSameText = (a: NewArticle, b: NewArticle): boolean =>
  a.title === b.title &&
  a.text === b.text &&
  a.url === b.url &&
  a.author === b.author &&
  a.content_html === b.content_html &&
  a.summary_html === b.summary_html
