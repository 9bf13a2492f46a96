import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { listOf } from '#server/platform/db/sqlite/bulk'
import { pick, text, whole, type ShapeOf } from '#server/platform/db/tables'
import { ORDER_LOG, ORDERS, type OrderLogRow } from '../rows'

/** Which of these keys an order dealt with already. */
export const knownKeys = async (db: Db, orderId: string, keys: string[]): Promise<Set<string>> =>
  new Set(
    (
      await db('order_log')
        .where({ order_id: orderId })
        .whereRaw('key IN ?', [listOf(db, keys)])
        .select('key')
    ).map(({ key }) => key),
  )

/** Which of these keys some orders dealt with already, by the order. */
export async function knownKeysOf(
  db: Db,
  orderIds: string[],
  keys: string[],
): Promise<Map<string, Set<string>>> {
  const rows = await db('order_log')
    .whereRaw('key IN ?', [listOf(db, keys)])
    .whereRaw('+order_id IN ?', [listOf(db, orderIds)])
    .select('order_id', 'key')
  const known = new Map<string, Set<string>>()
  for (const { order_id, key } of rows)
    known.set(order_id, (known.get(order_id) ?? new Set<string>()).add(key))
  return known
}

/** Which of these keys any of a brand's orders made a post of. */
export const takenKeys = async (db: Db, brandId: string, keys: string[]): Promise<Set<string>> =>
  new Set(
    (
      await db('order_log')
        .whereRaw(
          `key IN ? AND +order_id IN (SELECT id FROM orders WHERE brand_id = ?)
            AND post_id IS NOT NULL AND outcome = 'done'`,
          [listOf(db, keys), brandId],
        )
        .select('key')
    ).map(({ key }) => key),
  )

export const insertLog = async (db: Db, row: OrderLogRow): Promise<void> => {
  await db('order_log').insert(row)
}

/** What orders did since then: undone things count, since they were done. */
export const doneSince = (db: Db, brandId: string, since: number) =>
  db('order_log')
    .where({ brand_id: brandId })
    .whereIn('outcome', ['done', 'undone'])
    .where('at', '>=', since)
    .select('order_id', 'at', 'act', 'not_before')

/** From when on posts of orders may go out, of those that are not over. */
export const spreadFrom = async (
  db: Db,
  brandId: string,
  from: number,
): Promise<{ order_id: string; not_before: number }[]> =>
  readAll(
    { order_id: text(), not_before: whole().surely() },
    joined(db, 'order_log')
      .where({ brand_id: brandId, outcome: 'done' })
      .where('not_before', '>=', from)
      .orderBy('not_before')
      .select('order_id', 'not_before'),
  )

const LOGGED = {
  ...ORDER_LOG.columns,
  order_name: ORDERS.columns.name,
  approval: text().orNull(),
  approved_version: whole().orNull(),
  version: whole().orNull(),
  removed_at: whole().orNull(),
  lined: whole(),
  out: whole(),
  /** What was handed on and has not gone yet. */
  handed_waits: whole(),
}
export type LoggedRow = ShapeOf<typeof LOGGED>

/** What a brand's orders did and left, the newest first. */
export function loggedOf(
  db: Db,
  brandId: string,
  {
    orderId,
    outcome,
    before,
    ids,
    runId,
    limit,
  }: {
    orderId?: string | undefined
    outcome?: string | undefined
    before?: string | undefined
    ids?: string[]
    runId?: string
    limit: number
  },
): Promise<LoggedRow[]> {
  const query = joined(db, 'order_log')
    .join('orders', 'orders.id', 'order_log.order_id')
    .leftJoin('posts', 'posts.id', 'order_log.post_id')
    .where('order_log.brand_id', brandId)
    .orderBy([
      { column: 'order_log.at', order: 'desc' },
      { column: 'order_log.id', order: 'desc' },
    ])
    .limit(limit)
    .select(
      'order_log.*',
      'orders.name AS order_name',
      'posts.approval',
      'posts.approved_version',
      'posts.version',
      'posts.removed_at',
      db.raw(`(SELECT count(*) FROM lines WHERE lines.post_id = order_log.post_id)
        + (SELECT count(*) FROM evergreens WHERE evergreens.post_id = order_log.post_id) AS lined`),
      db.raw(`(SELECT count(*) FROM deliveries WHERE deliveries.post_id = order_log.post_id
        AND deliveries.state NOT IN ('not-sent', 'back-in-line', 'given-up', 'taken-back')) AS out`),
      db.raw(`(SELECT count(*) FROM dispatches WHERE dispatches.brand_id = order_log.brand_id
        AND dispatches.key = coalesce('article:' || order_log.article_id, order_log.key)
        AND dispatches.order_id = order_log.order_id AND dispatches.state = 'waiting') AS handed_waits`),
    )
  if (orderId !== undefined) query.where('order_log.order_id', orderId)
  if (outcome !== undefined) query.where('order_log.outcome', outcome)
  if (before !== undefined)
    query.whereRaw(
      '(order_log.at, order_log.id) < (SELECT at, id FROM order_log AS last WHERE last.id = ?)',
      [before],
    )
  if (runId !== undefined) query.where('order_log.run_id', runId)
  if (ids !== undefined) query.whereRaw('order_log.id IN ?', [listOf(db, ids)])
  return readAll(LOGGED, query)
}

/** How much each of a brand's orders did since then. */
export const countDone = (db: Db, brandId: string, since: number) =>
  readAll(
    { ...pick(ORDER_LOG, 'order_id'), n: whole() },
    joined(db, 'order_log')
      .where({ brand_id: brandId, outcome: 'done' })
      .where('at', '>=', since)
      .groupBy('order_id')
      .select('order_id')
      .count({ n: '*' }),
  )
