import { readTexts } from '#shared/platform/json'
import { matchWatchesTask, type MatchResult } from './tasks'
import { parseWatch } from '#core/watch'
import { toInstant } from '#core/instant'
import { LIMITS } from '#shared/platform/limits'
import { now, realNow } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import {
  articlesOfFeed,
  putHidden,
  takeBackHidden,
  type ArticleRow,
  type NewArticle,
  ALWAYS,
} from '#server/articles'
import { type FeedRow, type SourceRow, sourcesOfFeed } from '#server/sources'
import type { MarkRow, WatchRow } from './rows'
import { replaceMarks, watchesOf } from './queries/watches'
import { runInThread } from '#server/platform/jobs/pool'
import { announce } from '#server/platform/changes/announce'
import { watchesLookingAt } from './watchScope'

/**
 * Looks at a feed's kept articles with the watches of everyone who reads it: a new reader's have seen none of
 * them.
 */
export async function markFeed(feed: FeedRow): Promise<void> {
  await markArticles(feed, await articlesOfFeed(await useDb(), feed.id, LIMITS.watchArchive))
}

/**
 * Looks at articles with the watches of every brand that reads their feed. `fresh`: what watches that tell
 * find there is told.
 */
export async function markArticles(
  feed: FeedRow,
  articles: NewArticle[],
  { fresh = false } = {},
): Promise<void> {
  if (articles.length === 0) return
  const db = await useDb()
  for (const source of await sourcesOfFeed(db, feed.id)) {
    const watches = await watchesLookingAt(db, source, await watchesOf(db, source.brand_id))
    if (watches.length > 0) await markForBrand(source, watches, articles, fresh)
  }
}

async function markForBrand(
  source: SourceRow,
  watches: WatchRow[],
  articles: NewArticle[],
  fresh: boolean,
): Promise<void> {
  const { marks } = await runInThread('background', [`brand:${source.brand_id}`], matchWatchesTask, {
    watches: watches.map((watch) => ({ id: watch.id, query: parseWatch(watch.query) })),
    articles: articles.map((article) => watchArticleOf(article, source)),
    now: toInstant(now()),
  })
  const rows = rowsOf(marks, new Map(articles.map((article) => [article.id, article.feed_id])), realNow())
  await inTransaction(async (db) => {
    const ids = articles.map((article) => article.id)
    await replaceMarks(
      db,
      ids,
      watches.map((watch) => watch.id),
      rows,
    )
    for (const watch of watches.filter(({ hides }) => hides === 1))
      await hideFound(
        db,
        watch,
        ids,
        rows.filter((row) => row.watch_id === watch.id),
      )
    if (!fresh) return
    for (const watch of watches)
      if (watch.tells === 1 && rows.some((row) => row.watch_id === watch.id))
        await announce(db, watch.brand_id, 'watch-hit', watch.id)
  })
}

/** What a watch found, as rows of its marks. */
export const rowsOf = (marks: MatchResult['marks'], feedOf: Map<string, string>, runAt: number): MarkRow[] =>
  marks.map((mark) => ({
    watch_id: mark.watchId,
    article_id: mark.articleId,
    from_at: mark.from ?? ALWAYS.from,
    until_at: mark.until ?? ALWAYS.until,
    feed_id: feedOf.get(mark.articleId)!,
    strength: mark.strength,
    found_json: JSON.stringify(mark.found),
    marked_at: now(),
    run_at: runAt,
  }))

/**
 * Passes what a watch that hides found, of the articles it looked at; what it had passed of them and finds no
 * more waits again.
 */
export async function hideFound(
  db: Db,
  watch: WatchRow,
  lookedAt: string[],
  marks: MarkRow[],
): Promise<void> {
  const at = now()
  const inForce = marks.filter((mark) => mark.from_at <= at && mark.until_at > at)
  const found = new Set(inForce.map((mark) => mark.article_id))
  await takeBackHidden(
    db,
    watch.brand_id,
    watch.id,
    lookedAt.filter((id) => !found.has(id)),
  )
  await putHidden(db, watch, inForce, at)
}

/**
 * An article as a brand's watches see it: under the name, the language and the region that the brand gave its
 * source.
 */
export function watchArticleOf(
  article: Pick<
    ArticleRow,
    'id' | 'title' | 'text' | 'author' | 'url' | 'language' | 'categories_json' | 'at'
  >,
  source: Pick<SourceRow, 'label' | 'language' | 'region'>,
) {
  return {
    id: article.id,
    title: article.title ?? '',
    body: article.text,
    author: article.author,
    source: source.label,
    url: article.url,
    language: source.language ?? article.language,
    region: source.region,
    categories: readTexts(article.categories_json),
    publishedAt: toInstant(article.at),
  }
}
