import { HANDED_ON } from '#shared/recipients/types'
import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { pick, text, whole, type ShapeOf } from '#server/platform/db/tables'
import { DISPATCHES, type DispatchRow } from '../rows'

/**
 * What waits longest for a recipient, of what has its time now; with `byHand`, of what no standing order
 * handed on.
 */
export function nextFor(
  db: Db,
  recipientId: string,
  { at, byHand }: { at: number; byHand: boolean },
): Promise<DispatchRow | undefined> {
  const query = db('dispatches')
    .where({ recipient_id: recipientId, state: 'waiting' })
    .where('due_at', '<=', at)
    .orderBy(['due_at', 'id'])
  if (byHand) void query.whereNull('order_id')
  return query.first()
}

export const dispatchById = (db: Db, brandId: string, id: string): Promise<DispatchRow | undefined> =>
  db('dispatches').where({ brand_id: brandId, id }).first()

/** Keeps what became of one, where it waits still: somebody may have taken it back meanwhile. */
export const noteDispatch = (
  db: Db,
  id: string,
  patch: Partial<Pick<DispatchRow, 'state' | 'attempts' | 'status' | 'message' | 'ended_at'>>,
): Promise<number> => db('dispatches').where({ id, state: 'waiting' }).update(patch)

/** Gives up all that waits for a recipient since before a moment. */
export const giveUp = async (
  db: Db,
  recipientId: string,
  before: number,
  patch: Pick<DispatchRow, 'message' | 'ended_at'>,
): Promise<void> => {
  await db('dispatches')
    .where({ recipient_id: recipientId, state: 'waiting' })
    .where('created_at', '<=', before)
    .update({ ...patch, state: 'failed' })
}

/** How many wait, by recipient. */
export async function countWaiting(db: Db, recipientIds: string[]): Promise<Map<string, number>> {
  const rows = await readAll(
    { ...pick(DISPATCHES, 'recipient_id'), n: whole() },
    joined(db, 'dispatches')
      .whereIn('recipient_id', recipientIds)
      .where({ state: 'waiting' })
      .groupBy('recipient_id')
      .select('recipient_id')
      .count({ n: '*' }),
  )
  return new Map(rows.map(({ recipient_id, n }) => [recipient_id, n]))
}

const LISTED = {
  ...pick(
    DISPATCHES,
    'id',
    'recipient_id',
    'type',
    'title',
    'article_id',
    'by_name',
    'state',
    'attempts',
    'status',
  ),
  ...pick(DISPATCHES, 'message', 'created_at', 'ended_at'),
  recipient_name: text(),
}
export type ListedDispatch = ShapeOf<typeof LISTED>

/** What was handed on, the newest first, with whom it went to. */
export function dispatchesOf(
  db: Db,
  brandId: string,
  asked: { recipientId?: string; key?: string; before?: string; limit: number },
): Promise<ListedDispatch[]> {
  const query = joined(db, 'dispatches')
    .join('recipients', 'recipients.id', 'dispatches.recipient_id')
    .where('dispatches.brand_id', brandId)
    .orderBy('dispatches.id', 'desc')
    .limit(asked.limit)
    .select([
      ...Object.keys(LISTED).flatMap((column) =>
        column === 'recipient_name' ? [] : [`dispatches.${column}`],
      ),
      'recipients.name AS recipient_name',
    ])
  if (asked.recipientId !== undefined) void query.where('dispatches.recipient_id', asked.recipientId)
  if (asked.key !== undefined) void query.where('dispatches.key', asked.key)
  if (asked.before !== undefined) void query.where('dispatches.id', '<', asked.before)
  return readAll(LISTED, query)
}

/** The newest that a recipient was handed, whole. */
export const newestOf = (db: Db, recipientId: string, limit: number): Promise<DispatchRow[]> =>
  db('dispatches').where({ recipient_id: recipientId, state: 'done' }).orderBy('id', 'desc').limit(limit)

/** What a standing order handed on of one thing and waits still. */
export const waitingOfOrder = (
  db: Db,
  brandId: string,
  orderId: string,
  key: string,
): Promise<Pick<DispatchRow, 'id'>[]> =>
  db('dispatches').where({ brand_id: brandId, key, order_id: orderId, state: 'waiting' }).select('id')

/** Whether the same was handed on to a recipient and waits still. */
export const isWaiting = async (
  db: Db,
  brandId: string,
  recipientId: string,
  key: string,
): Promise<boolean> =>
  (await db('dispatches')
    .where({ brand_id: brandId, key, recipient_id: recipientId, type: HANDED_ON, state: 'waiting' })
    .first('id')) !== undefined

/** Puts one among those that wait. */
export const insertDispatch = async (db: Db, row: DispatchRow): Promise<void> => {
  await db('dispatches').insert(row)
}
