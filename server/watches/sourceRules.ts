import { matchWatchesTask } from './tasks'
import { anyOf } from '#core/watch'
import { LIMITS } from '#shared/platform/limits'
import type { ExcludedBy } from '#shared/articles/shows'
import { now } from '#server/platform/clock'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { Tracked } from '#server/platform/db/tracked'
import {
  articlesOfFeed,
  decidedStates,
  putLeftOut,
  putStateOf,
  takeBackLeftOut,
  type NewArticle,
} from '#server/articles'
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
 * Of a source's kept articles, so many of the newest are clipped as it begins to: what a list of saved items
 * holds.
 */
const MOST_CLIPPED_AT_ONCE = 100

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
    const untouched = articles.filter(({ id }) => !known.has(id))
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
    const excluded = new Set(left.map(({ id }) => id))
    await clipThem(
      db,
      source,
      untouched.filter(({ id }) => !excluded.has(id)),
    )
  })
}

/** Clips articles in the name of who wanted their source to. Nobody is asked, so there is nothing to undo. */
async function clipThem(db: Db, source: SourceRow, articles: NewArticle[]): Promise<void> {
  if (source.clips_for === null || source.paused_at !== null) return
  const actor: Actor = { personId: source.clips_for, brandId: source.brand_id, role: 'curator' }
  const newest = articles.toSorted((a, b) => b.at - a.at).slice(0, MOST_CLIPPED_AT_ONCE)
  for (const article of newest) await putStateOf(db, new Tracked(db), actor, article, 'clipped')
  if (newest.length > 0) await announce(db, source.brand_id, 'article', newest[0]!.id)
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
