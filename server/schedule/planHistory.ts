import { toInstant } from '#core/instant'
import type { Sent } from '#core/schedule'
import { NOTHING_THERE } from '#shared/delivery/states'
import type { DeliveryRow } from '#server/delivery'
import type { Pooled } from '#server/evergreens'

/**
 * A delivery as the plan counts it: one that the network has nothing of holds its slot, and no link or
 * series.
 */
export function sentOf(delivery: DeliveryRow, evergreenOf: (delivery: DeliveryRow) => string | null): Sent {
  const isThere = !NOTHING_THERE.includes(delivery.state)
  return {
    accountId: delivery.account_id,
    at: toInstant(delivery.due_at),
    slotAt: delivery.slot_at === null ? null : toInstant(delivery.slot_at),
    postId: isThere ? delivery.line_id : null,
    evergreenId: isThere ? evergreenOf(delivery) : null,
    wording: delivery.wording,
    pillar: delivery.pillar_id,
    linkKey: isThere ? delivery.link_key : null,
    seriesId: isThere ? (delivery.series_id ?? delivery.post_id) : null,
  }
}

/**
 * The last showings of evergreens that lie further back than what is looked at: whose turn it is hangs on
 * them at any age.
 */
export function shownBefore(pool: Pooled[], since: number): Sent[] {
  return pool.flatMap(({ row, shown }) =>
    shown === null || shown.last_at >= since
      ? []
      : [
          {
            accountId: row.account_id,
            at: toInstant(shown.last_at),
            slotAt: null,
            postId: null,
            evergreenId: row.id,
            wording: shown.wording,
            pillar: null,
            linkKey: null,
            seriesId: null,
          },
        ],
  )
}
