import { groupBy } from '#core/grouped'
import { DAY, toInstant } from '#core/instant'
import { note } from '#shared/messages'
import { openNotices, putNotice, settleNotices } from '#server/notices'
import { brandById, liveBrands } from '#server/people'
import { now } from '#server/platform/clock'
import { inTransaction, type Db } from '#server/platform/db'
import { ordersAtWork } from './queries/orders'

/** An order that took nothing for so long is told of: its words may have been wrong from the beginning. */
const QUIET_DAYS = 21

/** What an order told of is news for so long. */
const TOLD_DAYS = 3

/** Settles what orders told of once it is no news any more. */
export async function settleFound(db: Db): Promise<void> {
  for (const { id } of await liveBrands(db))
    for (const { about, at } of await openNotices(db, id, 'order-found'))
      if (now() - at >= TOLD_DAYS * DAY)
        await inTransaction((within) => settleNotices(within, id, 'order-found', about))
}

/** Tells of orders that find nothing for long, once for each. */
export async function noticeQuiet(db: Db): Promise<void> {
  for (const [brandId, orders] of groupBy(await ordersAtWork(db), ({ brand_id }) => brand_id)) {
    const told = new Set((await openNotices(db, brandId, 'order-quiet')).map(({ about }) => about))
    const brand = await brandById(db, brandId)
    for (const order of orders) {
      const since = Math.max(order.last_at ?? 0, order.on_since ?? 0)
      const isQuiet = now() - since >= QUIET_DAYS * DAY
      if (!brand || isQuiet === told.has(order.id)) continue
      await inTransaction((within) =>
        isQuiet
          ? putNotice(within, {
              brandId,
              kind: 'order-quiet',
              about: order.id,
              title: [note('notice.order-quiet', { network: order.name })],
              message: [note('order.quiet', { at: toInstant(since), zone: brand.zone })],
              link: `/order/${order.id}`,
            })
          : settleNotices(within, brandId, 'order-quiet', order.id),
      )
    }
  }
}
