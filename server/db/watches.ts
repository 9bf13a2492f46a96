import type { Db } from '.'
import type { WatchRow } from './rows'
import { insertAll, listOf } from './sqlite/bulk'

export interface MarkRow {
  watch_id: string
  article_id: string
  /** In force from then on, and before then, in milliseconds. */
  from_at: number
  until_at: number
  feed_id: string
  strength: number
  found_json: string
  marked_at: number
}

/** Times of a mark that is always in force. */
export const ALWAYS = { from: 0, until: 8_640_000_000_000_000 }

/** Whether a mark is in force; takes the time twice. */
export const IN_FORCE = 'watch_marks.from_at <= ? AND watch_marks.until_at > ?'

export const watchesOf = (db: Db, brandId: string): Promise<WatchRow[]> =>
  db<WatchRow>('watches').where({ brand_id: brandId }).whereNull('removed_at').orderBy('position')

export const watchById = (db: Db, brandId: string, id: string): Promise<WatchRow | undefined> =>
  db<WatchRow>('watches').where({ brand_id: brandId, id }).whereNull('removed_at').first()

export const watchByName = (db: Db, brandId: string, name: string): Promise<WatchRow | undefined> =>
  db<WatchRow>('watches').where({ brand_id: brandId }).whereNull('removed_at').whereRaw('lower(name) = lower(?)', [name]).first()

/** A watch of any brand that is there: for whoever comes with the key of its feed. */
export const anyWatch = (db: Db, id: string): Promise<WatchRow | undefined> =>
  db('watches')
    .join('brands', 'brands.id', 'watches.brand_id')
    .where('watches.id', id)
    .whereNull('watches.removed_at')
    .whereNull('brands.removed_at')
    .first('watches.*') as unknown as Promise<WatchRow | undefined>

/** What a brand's watches mark on articles at a time, in the watches' order. */
export const marksOfArticles = (db: Db, brandId: string, articleIds: string[], at: number): Promise<(MarkRow & { name: string })[]> =>
  db('watch_marks')
    .join('watches', 'watches.id', 'watch_marks.watch_id')
    .where('watches.brand_id', brandId)
    .whereNull('watches.removed_at')
    .whereRaw('watch_marks.article_id IN ?', [listOf(db, articleIds)])
    .whereRaw(IN_FORCE, [at, at])
    .orderBy('watches.position')
    .select('watch_marks.*', 'watches.name')

export const removeMarksOfWatch = async (db: Db, watchId: string): Promise<void> => {
  await db('watch_marks').where({ watch_id: watchId }).del()
}

/** Puts what watches found on articles in the place of what they had found there before. */
export async function replaceMarks(db: Db, articleIds: string[], watchIds: string[], marks: MarkRow[]): Promise<void> {
  await db('watch_marks')
    .whereRaw('article_id IN ?', [listOf(db, articleIds)])
    .whereIn('watch_id', watchIds)
    .del()
  await insertAll(db, 'watch_marks', marks as unknown as Record<string, unknown>[], ['watch_id', 'article_id', 'from_at'])
}

/** How many articles a person has not seen of each watch that tells. */
export async function newsOfWatches(db: Db, brandId: string, personId: string, at: number): Promise<Map<string, number>> {
  const rows = (await db('watches')
    .join('watch_marks', 'watch_marks.watch_id', 'watches.id')
    .join('undecided', (join) => join.on('undecided.article_id', 'watch_marks.article_id').andOn('undecided.brand_id', 'watches.brand_id'))
    .leftJoin('watch_seen', (join) => join.on('watch_seen.watch_id', 'watches.id').andOnVal('watch_seen.person_id', personId))
    .where({ 'watches.brand_id': brandId, 'watches.tells': 1, 'undecided.is_new': 1 })
    .whereNull('watches.removed_at')
    .whereRaw('watch_marks.marked_at > coalesce(watch_seen.seen_at, 0)')
    .whereRaw(IN_FORCE, [at, at])
    .groupBy('watches.id')
    .select('watches.id', db.raw('count(*) AS n'))) as { id: string; n: number }[]
  return new Map(rows.map((row) => [row.id, Number(row.n)]))
}

/** Remembers that somebody has seen what a watch had to tell until then. */
export const markSeen = async (db: Db, personId: string, watchId: string, at: number): Promise<void> => {
  await db('watch_seen').insert({ person_id: personId, watch_id: watchId, seen_at: at }).onConflict(['person_id', 'watch_id']).merge()
}
