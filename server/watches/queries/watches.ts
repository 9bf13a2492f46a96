import type { Db } from '#server/platform/db'
import { joined, readAll, readFirst } from '#server/platform/db/read'
import { pick, whole } from '#server/platform/db/tables'
import { WATCHES, WATCH_MARKS, type MarkRow, type WatchRow } from '../rows'
import { listOf, insertAll } from '#server/platform/db/sqlite/bulk'
import { IN_FORCE } from '#server/articles'

/** A brand’s watches that are not removed, in their order. */
export const watchesOf = (db: Db, brandId: string): Promise<WatchRow[]> =>
  db('watches').where({ brand_id: brandId }).whereNull('removed_at').orderBy('position')

export const watchById = (db: Db, brandId: string, id: string): Promise<WatchRow | undefined> =>
  db('watches').where({ brand_id: brandId, id }).whereNull('removed_at').first()

export const watchByName = (db: Db, brandId: string, name: string): Promise<WatchRow | undefined> =>
  db('watches')
    .where({ brand_id: brandId })
    .whereNull('removed_at')
    .whereRaw('lower(name) = lower(?)', [name])
    .first()

/** A watch of any brand that is there: for whoever comes with the key of its feed. */
export const anyWatch = (db: Db, id: string): Promise<WatchRow | undefined> =>
  readFirst(
    WATCHES.columns,
    joined(db, 'watches')
      .join('brands', 'brands.id', 'watches.brand_id')
      .where('watches.id', id)
      .whereNull('watches.removed_at')
      .whereNull('brands.removed_at')
      .select('watches.*'),
  )

/** What a brand's watches mark on articles at a time, in the watches' order. */
export const marksOfArticles = (
  db: Db,
  brandId: string,
  articleIds: string[],
  at: number,
): Promise<(MarkRow & { name: string })[]> =>
  readAll(
    { ...WATCH_MARKS.columns, ...pick(WATCHES, 'name') },
    joined(db, 'watch_marks')
      .join('watches', 'watches.id', 'watch_marks.watch_id')
      .where('watches.brand_id', brandId)
      .whereNull('watches.removed_at')
      .whereRaw('watch_marks.article_id IN ?', [listOf(db, articleIds)])
      .whereRaw(IN_FORCE, [at, at])
      .orderBy('watches.position')
      .select('watch_marks.*', 'watches.name'),
  )

/** Takes away marks that an older state of a watch left, at most so many. Gives how many. */
export async function removeStaleMarks(
  db: Db,
  watchId: string,
  runAt: number,
  most: number,
): Promise<number> {
  const stale = db('watch_marks')
    .where({ watch_id: watchId })
    .where('run_at', '<', runAt)
    .limit(most)
    .select('article_id')
  return db('watch_marks')
    .where({ watch_id: watchId })
    .where('run_at', '<', runAt)
    .whereIn('article_id', stale)
    .del()
}

/** Puts what watches found on articles in the place of what they had found there before. */
export async function replaceMarks(
  db: Db,
  articleIds: string[],
  watchIds: string[],
  marks: MarkRow[],
): Promise<void> {
  for (const watchId of watchIds) {
    await db('watch_marks')
      .where({ watch_id: watchId })
      .whereRaw('article_id IN ?', [listOf(db, articleIds)])
      .del()
  }
  await insertAll(db, 'watch_marks', marks, ['watch_id', 'article_id', 'from_at'])
}

/** How many articles a person has not seen of each watch that tells. */
export async function newsOfWatches(
  db: Db,
  brandId: string,
  personId: string,
  at: number,
): Promise<Map<string, number>> {
  const telling = (await watchesOf(db, brandId)).filter((watch) => watch.tells === 1)
  const found = new Map<string, number>()
  for (const { id } of telling) {
    const seen = await db('watch_seen').where({ person_id: personId, watch_id: id }).first('seen_at')
    // What is not read is looked for its marks, or the marks for what is not read: whatever is less is for
    // SQLite to say.
    const row = await readFirst(
      { n: whole() },
      joined(db, 'watch_marks')
        .join('undecided', 'undecided.article_id', 'watch_marks.article_id')
        .where({ 'watch_marks.watch_id': id, 'undecided.brand_id': brandId, 'undecided.is_new': 1 })
        .where('watch_marks.marked_at', '>', seen?.seen_at ?? 0)
        .whereRaw(IN_FORCE, [at, at])
        .count({ n: '*' }),
    )
    found.set(id, Number(row?.n ?? 0))
  }
  return found
}

/** Remembers that somebody has seen what a watch had to tell until then. */
export const markSeen = async (db: Db, personId: string, watchId: string, at: number): Promise<void> => {
  await db('watch_seen')
    .insert({ person_id: personId, watch_id: watchId, seen_at: at })
    .onConflict(['person_id', 'watch_id'])
    .merge()
}
