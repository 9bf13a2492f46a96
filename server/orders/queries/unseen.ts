import type { Db } from '#server/platform/db'
import { joined, readAll, readFirst } from '#server/platform/db/read'
import { listOf } from '#server/platform/db/sqlite/bulk'
import { pick, text, whole, type ShapeOf } from '#server/platform/db/tables'
import { ORDERS } from '../rows'
import { POSTS, type PostRow } from '#server/posts'

const UNSEEN = {
  ...POSTS.columns,
  order_name: ORDERS.columns.name,
  text: text(),
  title: text().orNull(),
  outlet: text().orNull(),
  picture_id: text().orNull(),
}
export type UnseenRow = ShapeOf<typeof UNSEEN>

const unseen = (db: Db, brandId: string) =>
  joined(db, 'posts')
    .where('posts.brand_id', brandId)
    .whereNotNull('posts.order_id')
    .whereNull('posts.order_seen_at')
    .whereNull('posts.removed_at')

/** Posts that orders made and nobody looked over, the oldest first. */
export const unseenPosts = (db: Db, brandId: string, most: number): Promise<UnseenRow[]> =>
  readAll(
    UNSEEN,
    unseen(db, brandId)
      .leftJoin('orders', 'orders.id', 'posts.order_id')
      .join('wordings', (join) => join.on('wordings.post_id', 'posts.id').andOnVal('wordings.position', 0))
      .leftJoin('order_log', 'order_log.post_id', 'posts.id')
      .orderBy('posts.created_at')
      .limit(most)
      .select([
        'posts.*',
        db.raw(`coalesce(orders.name, '') AS order_name`),
        'wordings.text',
        'order_log.title',
        'order_log.source AS outlet',
        db.raw(
          `(SELECT picture_id FROM post_pictures WHERE post_pictures.post_id = posts.id
            ORDER BY position LIMIT 1) AS picture_id`,
        ),
      ]),
  )

/** How many there are, with the one made last; undefined for none. */
export const newestUnseen = (
  db: Db,
  brandId: string,
): Promise<{ count: number; at: number; text: string } | undefined> =>
  readFirst(
    { count: whole(), at: whole(), text: text() },
    unseen(db, brandId)
      .join('wordings', (join) => join.on('wordings.post_id', 'posts.id').andOnVal('wordings.position', 0))
      .orderBy('posts.created_at', 'desc')
      .select(['posts.created_at AS at', 'wordings.text', db.raw('count(*) OVER () AS count')]),
  )

export const countUnseen = async (db: Db, brandId: string): Promise<number> =>
  Number((await readFirst({ n: whole() }, unseen(db, brandId).count({ n: '*' })))?.n ?? 0)

/** Those of some posts that an order made and nobody looked over. */
export const unseenOf = (db: Db, brandId: string, ids: string[]): Promise<Pick<PostRow, 'id'>[]> =>
  readAll(
    pick(POSTS, 'id'),
    unseen(db, brandId)
      .whereRaw('posts.id IN ?', [listOf(db, ids)])
      .select('posts.id'),
  )
