import type { Db } from '.'
import type { WatchRow } from './rows'
import { insertAll, listOf } from './sqlite/bulk'

export interface MarkRow {
  watch_id: string
  article_id: string
  feed_id: string
  strength: number
  found_json: string
}

export const watchesOf = (db: Db, brandId: string): Promise<WatchRow[]> =>
  db<WatchRow>('watches').where({ brand_id: brandId }).whereNull('removed_at').orderBy('position')

export const watchById = (db: Db, brandId: string, id: string): Promise<WatchRow | undefined> =>
  db<WatchRow>('watches').where({ brand_id: brandId, id }).whereNull('removed_at').first()

/** The watches of every brand that reads a feed. */
export const watchesOfFeed = (db: Db, feedId: string): Promise<WatchRow[]> =>
  db('watches')
    .whereNull('removed_at')
    .whereIn('brand_id', db('sources').where({ feed_id: feedId }).whereNull('removed_at').select('brand_id'))
    .select('watches.*')

export const marksOfArticles = (db: Db, brandId: string, articleIds: string[]): Promise<(MarkRow & { name: string })[]> =>
  db('watch_marks')
    .join('watches', 'watches.id', 'watch_marks.watch_id')
    .where('watches.brand_id', brandId)
    .whereNull('watches.removed_at')
    .whereIn('watch_marks.article_id', articleIds)
    .orderBy('watches.position')
    .select('watch_marks.*', 'watches.name')

export async function replaceMarksOfWatch(db: Db, watchId: string, marks: Omit<MarkRow, 'watch_id'>[]): Promise<void> {
  await db('watch_marks').where({ watch_id: watchId }).del()
  await insertMarks(db, marks.map((mark) => ({ ...mark, watch_id: watchId }))) // prettier-ignore
}

export async function replaceMarksOfArticles(db: Db, articleIds: string[], watchIds: string[], marks: MarkRow[]): Promise<void> {
  await db('watch_marks')
    .whereRaw('article_id IN ?', [listOf(db, articleIds)])
    .whereIn('watch_id', watchIds)
    .del()
  await insertMarks(db, marks)
}

const insertMarks = (db: Db, marks: MarkRow[]): Promise<void> =>
  insertAll(db, 'watch_marks', marks as unknown as Record<string, unknown>[], ['watch_id', 'article_id'])
