import type { ArticleStateRow } from '../rows'
import type { ExcludedBy } from '#shared/articles/shows'
import type { Db } from '#server/platform/db'
import { insertAll, listOf } from '#server/platform/db/sqlite/bulk'

/** What a brand decided about articles, or a rule did for it. */
export async function decidedStates(
  db: Db,
  brandId: string,
  articleIds: string[],
): Promise<Map<string, ArticleStateRow>> {
  const rows = (await db('article_states')
    .where({ brand_id: brandId })
    .whereRaw('article_id IN ?', [listOf(db, articleIds)])
    .select('article_id', 'state', 'excluded_by', 'watch_id')) as ArticleStateRow[]
  return new Map(rows.map((row) => [row.article_id, row]))
}

/** Passes articles in a brand's place, each with the rule that did it; only such as nobody decided about. */
export async function putLeftOut(
  db: Db,
  brandId: string,
  feedId: string,
  left: { id: string; excluded_by: ExcludedBy }[],
  at: number,
): Promise<void> {
  await db('article_states')
    .where({ brand_id: brandId, state: 'new' })
    .whereRaw('article_id IN ?', [
      listOf(
        db,
        left.map(({ id }) => id),
      ),
    ])
    .del()
  const rows = left.map(({ id, excluded_by }) => ({
    brand_id: brandId,
    article_id: id,
    state: 'passed' as const,
    feed_id: feedId,
    changed_at: at,
    excluded_by,
  }))
  await insertAll(db, 'article_states', rows, ['brand_id', 'article_id'])
}

/** Lets articles wait again that a rule had passed. */
export const takeBackLeftOut = async (db: Db, brandId: string, ids: string[]): Promise<void> => {
  await db('article_states')
    .where({ brand_id: brandId })
    .whereNotNull('excluded_by')
    .whereNull('watch_id')
    .whereRaw('article_id IN ?', [listOf(db, ids)])
    .del()
}

/** Passes articles that a watch hides, for the brand of the watch; only such as nobody decided about. */
export async function putHidden(
  db: Db,
  watch: { id: string; brand_id: string },
  found: { article_id: string; feed_id: string }[],
  at: number,
): Promise<void> {
  const ids = found.map((item) => item.article_id)
  await db('article_states')
    .where({ brand_id: watch.brand_id, state: 'new' })
    .whereRaw('article_id IN ?', [listOf(db, ids)])
    .del()
  const rows = found.map(({ article_id, feed_id }) => ({
    brand_id: watch.brand_id,
    article_id,
    state: 'passed' as const,
    feed_id,
    changed_at: at,
    excluded_by: 'words' as const,
    watch_id: watch.id,
  }))
  await insertAll(db, 'article_states', rows, ['brand_id', 'article_id'])
}

/** Lets articles wait again that a watch had hidden and does not mark any more. */
export const takeBackUnmarked = async (db: Db, brandId: string, watchId: string): Promise<void> => {
  await db('article_states')
    .where({ brand_id: brandId, watch_id: watchId })
    .whereNotIn('article_id', db('watch_marks').where({ watch_id: watchId }).select('article_id'))
    .del()
}

/** Lets articles wait again that a watch had hidden: some of them, or (null) all. */
export const takeBackHidden = async (
  db: Db,
  brandId: string,
  watchId: string,
  ids: string[] | null,
): Promise<void> => {
  const query = db('article_states').where({ brand_id: brandId, watch_id: watchId })
  if (ids) query.whereRaw('article_id IN ?', [listOf(db, ids)])
  await query.del()
}
