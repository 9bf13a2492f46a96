import { matchWatchesTask } from './tasks'
import { anyOf } from '#core/watch'
import { LIMITS } from '#shared/platform/limits'
import type { ExcludedBy } from '#shared/articles/shows'
import { now } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import { articlesOfFeed, decidedStates, putLeftOut, takeBackLeftOut, type NewArticle } from '#server/articles'
import { type FeedRow, type SourceRow, feedById, sourceById, sourcesWithRules } from '#server/sources'
import { runInThread } from '#server/platform/jobs/pool'
import { watchArticleOf } from './marking'

/**
 * Passes what the rules of a feed's sources leave out, for each brand that reads it. `fresh`: articles that
 * are new or were changed.
 */
export async function excludeFresh(feed: FeedRow, fresh: NewArticle[]): Promise<void> {
  if (fresh.length === 0) return
  for (const source of await sourcesWithRules(await useDb(), feed.id)) await apply(source, feed, fresh)
}

/**
 * Looks at a source's kept articles with its rules as they are now; what they leave out no more waits again.
 */
export async function applyExclusionRules(brandId: string, sourceId: string): Promise<void> {
  const db = await useDb()
  const source = await sourceById(db, brandId, sourceId)
  const feed = source && (await feedById(db, source.feed_id))
  if (source && feed) await apply(source, feed, await articlesOfFeed(db, feed.id, LIMITS.watchArchive))
}

/**
 * What a person decided or read stays as it is. What came while the source was paused stays left out when it
 * goes on, so that nobody comes back to a flood; it can be looked through under its own name.
 */
async function apply(source: SourceRow, feed: FeedRow, articles: NewArticle[]): Promise<void> {
  const unwanted = await withUnwantedWords(source, articles)
  const reasonFor = (article: NewArticle): ExcludedBy | null => {
    if (source.paused_at !== null && article.first_seen_at >= source.paused_at) return 'paused'
    if (source.only_new === 1 && article.at < source.created_at) return 'old'
    return unwanted.has(article.id) ? 'words' : null
  }
  await inTransaction(async (db) => {
    const known = await decidedStates(
      db,
      source.brand_id,
      articles.map(({ id }) => id),
    )
    const isOpen = ({ id }: NewArticle): boolean => (known.get(id)?.state ?? 'new') === 'new'
    const left = articles.filter(isOpen).flatMap((article) => {
      const excluded_by = reasonFor(article)
      return excluded_by ? [{ id: article.id, excluded_by }] : []
    })
    const back = articles.filter((article) => {
      const state = known.get(article.id)
      const excluded_by = state?.watch_id ? null : (state?.excluded_by ?? null)
      return excluded_by !== null && excluded_by !== 'paused' && reasonFor(article) === null
    })
    await putLeftOut(db, source.brand_id, feed.id, left, now())
    await takeBackLeftOut(
      db,
      source.brand_id,
      back.map(({ id }) => id),
    )
  })
}

async function withUnwantedWords(source: SourceRow, articles: NewArticle[]): Promise<Set<string>> {
  const query = anyOf(source.leave_out)
  if (!query) return new Set()
  const { marks } = await runInThread('background', [`brand:${source.brand_id}`], matchWatchesTask, {
    watches: [{ id: source.id, query }],
    articles: articles.map((article) => watchArticleOf(article, source)),
    now: new Date(now()).toISOString(),
  })
  return new Set(marks.map(({ articleId }) => articleId))
}
