import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { DRAFT_WISHES, type DraftWishRow } from '../rows'

type Key = Pick<DraftWishRow, 'order_id' | 'article_id'>
const keyOf = ({ order_id, article_id }: Key): Key => ({ order_id, article_id })

export const wishOf = (db: Db, key: Key): Promise<DraftWishRow | undefined> =>
  db('draft_wishes').where(keyOf(key)).first()

/** Wants a draft, once. */
export const insertWish = async (
  db: Db,
  row: Pick<DraftWishRow, 'order_id' | 'article_id' | 'brand_id' | 'room' | 'due_at' | 'created_at'>,
): Promise<void> => {
  await db('draft_wishes').insert(row).onConflict(['order_id', 'article_id']).ignore()
}

export const noteWish = async (
  db: Db,
  key: Key,
  patch: Partial<Pick<DraftWishRow, 'state' | 'attempts' | 'due_at' | 'message' | 'draft_id'>>,
): Promise<void> => {
  await db('draft_wishes').where(keyOf(key)).update(patch)
}

/** Those whose time has come, of each brand there is the oldest few: one with many is in nobody's way. */
export const wishesDue = (db: Db, at: number, ofEach: number): Promise<DraftWishRow[]> =>
  readAll(
    DRAFT_WISHES.columns,
    db
      .from(
        joined(db, 'draft_wishes')
          .join('brands', 'brands.id', 'draft_wishes.brand_id')
          .whereNull('brands.removed_at')
          .where('draft_wishes.state', 'waiting')
          .where('draft_wishes.due_at', '<=', at)
          .select(
            'draft_wishes.*',
            db.raw('row_number() OVER (PARTITION BY brand_id ORDER BY due_at, article_id) AS place'),
          )
          .as('due'),
      )
      .where('place', '<=', ofEach)
      .orderBy('due_at')
      .select(Object.keys(DRAFT_WISHES.columns)),
  )

/** The drafts that a brand's orders wait for. */
export const wishesWaiting = (
  db: Db,
  brandId: string,
): Promise<Pick<DraftWishRow, 'order_id' | 'article_id' | 'created_at'>[]> =>
  db('draft_wishes')
    .where({ brand_id: brandId, state: 'waiting' })
    .select('order_id', 'article_id', 'created_at')

/** Lets a draft be that nobody waits for any more. */
export const removeWish = async (db: Db, key: Key): Promise<void> => {
  await db('draft_wishes').where(keyOf(key)).del()
}
