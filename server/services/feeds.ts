import { v7 as uuid } from 'uuid'
import { FeedError, safeHtml, type FeedItem } from '../../core/feed'
import { SANITISER_VERSION } from '../../core/feed/html'
import { canonicalUrl } from '../../core/url'
import { parseWatch } from '../../core/watch'
import { LIMITS } from '../../shared/limits'
import { now } from '../clock'
import { inTransaction, useDb, type Db } from '../db'
import { articleByGuid, articlesOfFeed, insertArticle, updateArticle } from '../db/articles'
import type { ArticleRecord, FeedRow } from '../db/rows'
import * as sources from '../db/sources'
import { replaceMarksOfArticles, watchesOfFeed } from '../db/watches'
import { log } from '../log'
import { meaningOf, retryAfterMs } from '../net/meanings'
import { askOutside, type Answer } from '../net/outside'
import { problem, ProblemError } from '../problem'
import { runInThread } from '../work/pool'
import type { ReadFeedResult } from '../work/tasks'
import { announce } from './changes'

const MINUTE = 60_000
const fullMinute = (at: number): number => Math.ceil(at / MINUTE) * MINUTE
const LONGEST_BACK_OFF_MINUTES = 24 * 60

/** Reads the bytes of an answer as a feed, in a worker thread. Throws a ProblemError where they are none. */
export async function readAnswer(answer: Answer): Promise<ReadFeedResult> {
  try {
    return await runInThread('readFeed', { body: answer.body, url: answer.url, contentType: answer.headers['content-type'] ?? null })
  } catch (error) {
    throw error instanceof FeedError ? problem('notAFeed', error.message) : error
  }
}

/** Fetches one feed now, keeps what is new and says so. A failure is kept at the feed, with its sentence, and never thrown. */
export async function fetchFeed(feed: FeedRow): Promise<void> {
  try {
    const answer = await askOutside(feed.url, { headers: conditions(feed) })
    if (answer.status === 304) return await settle(feed, {})
    if (answer.status !== 200)
      return await fail(feed, problem('httpStatus', new URL(feed.url).hostname, answer.status, meaningOf(answer.status)).message, answer.headers['retry-after'])
    const read = await readAnswer(answer)
    await keep(feed, answer, read)
  } catch (error) {
    if (!(error instanceof ProblemError)) log.error({ error, feed: feed.url }, 'A feed could not be kept.')
    await fail(feed, error instanceof ProblemError ? error.message : 'It could not be kept; the server’s log says why.')
  }
}

/** Keeps a feed that has just been read for the first time. */
export async function keep(feed: FeedRow, answer: Answer, read: ReadFeedResult): Promise<void> {
  const fresh = await inTransaction((db) => storeItems(db, feed, read))
  await markArticles(feed, fresh)
  await settle(feed, {
    title: read.feed.title,
    home_url: read.feed.homeUrl,
    format: read.feed.format,
    etag: answer.headers['etag'] ?? null,
    last_modified: answer.headers['last-modified'] ?? null,
  })
  if (fresh.length > 0) await tellReaders(feed, 'article')
}

const conditions = (feed: FeedRow): Record<string, string> => ({
  accept: 'application/atom+xml, application/rss+xml, application/feed+json, application/xml;q=0.9, */*;q=0.5',
  ...(feed.etag ? { 'if-none-match': feed.etag } : {}),
  ...(feed.last_modified ? { 'if-modified-since': feed.last_modified } : {}),
})

async function settle(feed: FeedRow, patch: Partial<FeedRow>): Promise<void> {
  const at = now()
  await sources.updateFeed(await useDb(), feed.id, {
    ...patch,
    fetched_at: at,
    next_fetch_at: fullMinute(at + feed.interval_minutes * MINUTE),
    failures: 0,
    failing_since: null,
    trouble: null,
    lease_until: 0,
  })
  await tellReaders(feed, 'source')
}

async function fail(feed: FeedRow, trouble: string, retryAfter?: string): Promise<void> {
  const at = now()
  const pause = Math.min(LONGEST_BACK_OFF_MINUTES, feed.interval_minutes * 2 ** feed.failures) * MINUTE
  await sources.updateFeed(await useDb(), feed.id, {
    fetched_at: at,
    next_fetch_at: fullMinute(at + Math.max(pause, retryAfterMs(retryAfter, at) ?? 0)),
    failures: feed.failures + 1,
    failing_since: feed.failing_since ?? at,
    trouble,
    lease_until: 0,
  })
  await tellReaders(feed, 'source')
}

async function tellReaders(feed: FeedRow, what: 'article' | 'source'): Promise<void> {
  await inTransaction(async (db) => {
    for (const brandId of await sources.brandsOfFeed(db, feed.id)) await announce(db, brandId, what, feed.id)
  })
}

/** Stores new items and those their outlet changed. Gives the records that are new or changed. */
async function storeItems(db: Db, feed: FeedRow, { feed: read, texts }: ReadFeedResult): Promise<ArticleRecord[]> {
  const fresh: ArticleRecord[] = []
  for (const [index, item] of read.items.entries()) {
    const known = await articleByGuid(db, feed.id, item.id)
    const record = recordOf(feed, item, texts[index]!, read.language, known)
    if (!known) await insertArticle(db, record)
    else if (saysTheSame(known, record)) continue
    else await updateArticle(db, known.id, record)
    fresh.push(record)
  }
  return fresh
}

function recordOf(feed: FeedRow, item: FeedItem, text: string, language: string | null, known: ArticleRecord | undefined): ArticleRecord {
  const published = item.publishedAt ?? item.updatedAt
  const firstSeen = known?.first_seen_at ?? now()
  const publishedAt = published ? Date.parse(published) : null
  return {
    id: known?.id ?? uuid(),
    feed_id: feed.id,
    guid: item.id,
    link_key: item.url ? canonicalUrl(item.url) : null,
    url: item.url,
    title: item.title,
    author: item.author,
    summary_html: item.summaryHtml,
    content_html: item.contentHtml,
    text,
    sanitiser_version: SANITISER_VERSION,
    language,
    categories_json: JSON.stringify(item.categories),
    image: item.image,
    published_at: publishedAt,
    updated_at: item.updatedAt ? Date.parse(item.updatedAt) : null,
    first_seen_at: firstSeen,
    // A date in the future would keep an article on top for ever: such a one counts from when it was first seen.
    at: Math.min(publishedAt ?? firstSeen, firstSeen),
  }
}

const saysTheSame = (a: ArticleRecord, b: ArticleRecord): boolean =>
  a.title === b.title && a.text === b.text && a.url === b.url && a.author === b.author && a.content_html === b.content_html && a.summary_html === b.summary_html

/** Looks at a feed's kept articles with the watches of everyone who reads it: a new reader's have seen none of them. */
export async function markFeed(feed: FeedRow): Promise<void> {
  await markArticles(feed, await articlesOfFeed(await useDb(), feed.id, LIMITS.watchArchive))
  await tellReaders(feed, 'article')
}

/** Looks at articles with the watches of every brand that reads their feed. */
async function markArticles(feed: FeedRow, articles: ArticleRecord[]): Promise<void> {
  const db = await useDb()
  const watches = await watchesOfFeed(db, feed.id)
  if (articles.length === 0 || watches.length === 0) return
  const { marks } = await runInThread('matchWatches', {
    watches: watches.map((watch) => ({ id: watch.id, query: parseWatch(watch.query) })),
    articles: articles.map((article) => watchArticleOf(article, feed.title ?? '')),
    now: new Date(now()).toISOString(),
  })
  await inTransaction((transaction) =>
    replaceMarksOfArticles(
      transaction,
      articles.map((article) => article.id),
      watches.map((watch) => watch.id),
      marks.map((mark) => ({ watch_id: mark.watchId, article_id: mark.articleId, strength: mark.strength, found_json: JSON.stringify(mark.found) })),
    ),
  )
}

/** An article as watches see it. */
export function watchArticleOf(article: ArticleRecord, source: string) {
  return {
    id: article.id,
    title: article.title ?? '',
    body: article.text,
    author: article.author,
    source,
    url: article.url,
    language: article.language,
    region: null,
    categories: JSON.parse(article.categories_json) as string[],
    publishedAt: article.published_at === null ? null : new Date(article.published_at).toISOString(),
  }
}

/** Kept HTML, made safe once more as it is shown. */
export const shownHtml = (article: ArticleRecord): string => safeHtml(article.content_html ?? article.summary_html ?? '', article.url ?? 'about:blank')
