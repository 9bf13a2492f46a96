import type { Knex } from 'knex'
import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { text, whole } from '#server/platform/db/tables'
import { IN_FORCE } from '../marks'

/** How many articles a brand has not read. */
export async function unreadOf(db: Db, brandId: string): Promise<number> {
  const row = await db('unread_counts').where({ brand_id: brandId }).sum({ n: 'n' }).first()
  return Number(row?.n ?? 0)
}

/** From so many unread articles on, marks are counted by what was read of them. */
const MANY_UNREAD = 5_000

/** How many articles of each watch a brand has not read, by whichever way looks at less. */
export async function unreadByWatch(db: Db, brandId: string, now: number): Promise<Map<string, number>> {
  const watches = db('watches').where({ brand_id: brandId }).whereNull('removed_at').select('id')
  if ((await unreadOf(db, brandId)) < MANY_UNREAD) {
    const unread = db.from(db.raw('undecided CROSS JOIN watch_marks')).where({
      'undecided.brand_id': brandId,
      'undecided.is_new': 1,
    })
    return marksPerWatch(db, unread.whereRaw('watch_marks.article_id = undecided.article_id'), watches, now)
  }
  const feeds = db('sources').where({ brand_id: brandId }).whereNull('removed_at').select('feed_id')
  const marked = await marksPerWatch(db, db('watch_marks').whereIn('feed_id', feeds), watches, now)
  const read = await marksPerWatch(
    db,
    joined(db, 'article_states')
      .join('watch_marks', 'watch_marks.article_id', 'article_states.article_id')
      .where('article_states.brand_id', brandId)
      .whereNot('article_states.state', 'new')
      .whereIn('article_states.feed_id', feeds)
      .whereIn('watch_marks.feed_id', feeds),
    watches,
    now,
  )
  return new Map([...marked].map(([watchId, count]) => [watchId, count - (read.get(watchId) ?? 0)]))
}

async function marksPerWatch(
  db: Db,
  marks: Knex.QueryBuilder,
  watches: Knex.QueryBuilder,
  now: number,
): Promise<Map<string, number>> {
  const rows = await readAll(
    { watch_id: text(), n: whole() },
    marks
      .whereIn('watch_marks.watch_id', watches)
      .whereRaw(IN_FORCE, [now, now])
      .groupBy('watch_marks.watch_id')
      .select('watch_marks.watch_id', db.raw('count(*) AS n')),
  )
  return new Map(rows.map((row) => [row.watch_id, Number(row.n)]))
}
