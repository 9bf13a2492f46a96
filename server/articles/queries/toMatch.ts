import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { pick } from '#server/platform/db/tables'
import { ARTICLES, TO_MATCH } from '../rows'
import { listOf } from '#server/platform/db/sqlite/bulk'

/**
 * Notes that watches and rules have yet to look at articles. `isFresh`: what watches that tell find there is
 * told.
 */
export async function putToMatch(db: Db, ids: string[], isFresh: boolean, since: number): Promise<void> {
  if (ids.length === 0) return
  await db.raw(
    `INSERT INTO to_match (article_id, is_fresh, since) SELECT value, ?, ? FROM json_each(?) WHERE true
     ON CONFLICT (article_id) DO UPDATE SET is_fresh = max(is_fresh, excluded.is_fresh), since = excluded.since`,
    [isFresh ? 1 : 0, since, JSON.stringify(ids)],
  )
}

/** They have been looked at. */
export const takeOffToMatch = async (db: Db, ids: string[]): Promise<void> => {
  await db('to_match')
    .whereRaw('article_id IN ?', [listOf(db, ids)])
    .del()
}

/** Articles that have waited since before then, the longest first. */
export const leftToMatch = (db: Db, before: number, limit: number) =>
  readAll(
    { ...ARTICLES.columns, ...pick(TO_MATCH, 'is_fresh') },
    joined(db, 'to_match')
      .join('articles', 'articles.id', 'to_match.article_id')
      .where('to_match.since', '<', before)
      .orderBy('to_match.since')
      .limit(limit)
      .select(['articles.*', 'to_match.is_fresh']),
  )
