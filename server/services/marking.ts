import { parseWatch } from '../../core/watch'
import { LIMITS } from '../../shared/limits'
import { now } from '../clock'
import { inTransaction, useDb } from '../db'
import { articlesOfFeed } from '../db/articles'
import type { ArticleRecord, FeedRow } from '../db/rows'
import { replaceMarksOfArticles, watchesOfFeed } from '../db/watches'
import { runInThread } from '../work/pool'

/** Looks at a feed's kept articles with the watches of everyone who reads it: a new reader's have seen none of them. */
export async function markFeed(feed: FeedRow): Promise<void> {
  await markArticles(feed, await articlesOfFeed(await useDb(), feed.id, LIMITS.watchArchive))
}

/** Looks at articles with the watches of every brand that reads their feed. */
export async function markArticles(feed: FeedRow, articles: ArticleRecord[]): Promise<void> {
  const watches = articles.length === 0 ? [] : await watchesOfFeed(await useDb(), feed.id)
  if (watches.length === 0) return
  const feedOf = new Map(articles.map((article) => [article.id, article.feed_id]))
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
      marks.map((mark) => ({
        watch_id: mark.watchId,
        article_id: mark.articleId,
        feed_id: feedOf.get(mark.articleId)!,
        strength: mark.strength,
        found_json: JSON.stringify(mark.found),
      })),
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
