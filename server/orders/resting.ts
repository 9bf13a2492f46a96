import type { Message } from '#core/message'
import { note } from '#shared/messages'
import { putNotice, settleNotices } from '#server/notices'
import { announce } from '#server/platform/changes/announce'
import { inTransaction, type Db } from '#server/platform/db'
import { storeMessages } from '#server/platform/db/messages'
import { noteOrder, orderById } from './queries/orders'
import type { OrderRow } from './rows'

/** An order that can't do what it says rests, says why, and somebody is told. */
export const restOrder = (order: OrderRow, message: Message[]): Promise<void> =>
  inTransaction(async (db) => {
    const row = await orderById(db, order.brand_id, order.id)
    if (row?.state !== 'on' || row.version !== order.version) return
    await noteOrder(db, row.id, { state: 'resting', message: storeMessages(message), failures: 0 })
    await putNotice(db, {
      brandId: row.brand_id,
      kind: 'order-rests',
      about: row.id,
      title: [note('notice.order-rests', { network: row.name })],
      message: [...message, note('order.rests-until')],
      link: `/order/${row.id}`,
    })
    await announce(db, row.brand_id, 'order', row.id)
  })

/** What was told of an order is put right: it is on again, off, or gone. */
export async function settleOrder(db: Db, brandId: string, id: string): Promise<void> {
  for (const kind of ['order-rests', 'order-quiet'] as const) await settleNotices(db, brandId, kind, id)
}
