import { DAY } from '#core/instant'
import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { ORDER_TODO, ORDERS, type OrderRow } from '../rows'

/** A brand's orders that are not removed, in the order in which they act. */
export const ordersOf = (db: Db, brandId: string): Promise<OrderRow[]> =>
  db('orders').where({ brand_id: brandId }).whereNull('removed_at').orderBy(['position', 'id'])

export const orderById = (db: Db, brandId: string, id: string): Promise<OrderRow | undefined> =>
  db('orders').where({ brand_id: brandId, id }).whereNull('removed_at').first()

/** All orders that are on, of brands that are there and have not stopped theirs. */
export const ordersAtWork = (db: Db): Promise<OrderRow[]> =>
  readAll(
    ORDERS.columns,
    joined(db, 'orders')
      .join('brands', 'brands.id', 'orders.brand_id')
      .where('orders.state', 'on')
      .whereNull('orders.removed_at')
      .whereNull('brands.removed_at')
      .whereNull('brands.orders_stopped_at')
      .orderBy(['orders.brand_id', 'orders.position', 'orders.id'])
      .select('orders.*'),
  )

/** Keeps what became of an order as it works: no change of its own. */
export const noteOrder = async (
  db: Db,
  id: string,
  patch: Partial<Pick<OrderRow, 'last_at' | 'failures' | 'state' | 'message'>>,
): Promise<void> => {
  await db('orders').where({ id }).update(patch)
}

/**
 * What waits already waits anew: whoever looks at it now finds, when they are through, that more came of it.
 */
const LATER = `ON CONFLICT (brand_id, article_id) DO UPDATE
  SET since = max(excluded.since, order_todo.since + 1)`

/** What a source brings as it is added was there before it, but for what is as new as that. */
const GRACE = DAY

/** Notes articles that the orders of all who read their feed have yet to look at. */
export const putTodo = async (db: Db, feedId: string, articleIds: string[], since: number): Promise<void> => {
  await db.raw(
    `INSERT INTO order_todo (brand_id, article_id, since)
      SELECT sources.brand_id, listed.value, ? FROM json_each(?) AS listed
      JOIN articles ON articles.id = listed.value
      CROSS JOIN sources ON sources.feed_id = ? AND sources.removed_at IS NULL AND sources.paused_at IS NULL
      WHERE articles.at >= sources.created_at - ?
        AND EXISTS (SELECT 1 FROM orders WHERE orders.brand_id = sources.brand_id AND orders.state = 'on'
        AND orders.removed_at IS NULL)
      ${LATER}`,
    [since, JSON.stringify(articleIds), feedId, GRACE],
  )
}

/** The same for one brand, which changed something about them. */
export const putTodoOf = async (
  db: Db,
  brandId: string,
  articleIds: string[],
  since: number,
): Promise<void> => {
  await db.raw(
    `INSERT INTO order_todo (brand_id, article_id, since) SELECT ?, listed.value, ?
      FROM json_each(?) AS listed WHERE EXISTS (SELECT 1 FROM orders WHERE orders.brand_id = ?
        AND orders.state = 'on' AND orders.removed_at IS NULL)
      ${LATER}`,
    [brandId, since, JSON.stringify(articleIds), brandId],
  )
}

/** Brands whose orders have articles to look at. */
export const brandsWithTodo = async (db: Db): Promise<string[]> =>
  (await db('order_todo').distinct('brand_id')).map(({ brand_id }) => brand_id)

/** Those that wait longest. */
export const todoOf = (db: Db, brandId: string, most: number) =>
  db(ORDER_TODO.name as 'order_todo')
    .where({ brand_id: brandId })
    .orderBy(['since', 'article_id'])
    .limit(most)

/** They were looked at as they waited; what waits anew since stays. */
export const removeTodo = async (
  db: Db,
  brandId: string,
  looked: { article_id: string; since: number }[],
): Promise<void> => {
  await db.raw(
    `DELETE FROM order_todo WHERE brand_id = ? AND (article_id, since) IN (
      SELECT json_extract(value, '$[0]'), json_extract(value, '$[1]') FROM json_each(?))`,
    [brandId, JSON.stringify(looked.map(({ article_id, since }) => [article_id, since]))],
  )
}

/** Nothing that came is looked at. */
export const forgetTodo = async (db: Db, brandId: string): Promise<void> => {
  await db('order_todo').where({ brand_id: brandId }).del()
}
