import { firstPlace, insertQueueItem, queueItemOfPost, queueItemsOfBrand, postById } from '#server/posts'
import { note } from '#shared/messages'
import { storeMessages } from '#server/platform/db/messages'
import { now } from '#server/platform/clock'
import { inTransaction, type Db } from '#server/platform/db'
import { anyAccount } from '#server/networks'
import { type DeliveryRow, putState, type Change } from '#server/delivery'
import { announce } from '#server/platform/changes/announce'
import { settleNotices } from '#server/notices'

/**
 * Puts the post of a delivery that its network has not taken back to the front of its line: before all that
 * waits, behind what came back earlier. It takes the next slot, whatever its own time was. Where it can't go
 * back it is not sent, and says so. Gives which it was.
 */
export async function putBackInLine(
  db: Db,
  delivery: DeliveryRow,
  change: Omit<Change, 'state'>,
): Promise<'back-in-line' | 'not-sent'> {
  const post = await postById(db, delivery.brand_id, delivery.post_id)
  const account = await anyAccount(db, delivery.brand_id, delivery.account_id)
  const isThere = await queueItemOfPost(
    db,
    delivery.brand_id,
    delivery.post_id,
    delivery.account_id,
    delivery.echo,
  )
  if (!post || !account || account.removed_at !== null || isThere) {
    await putState(db, delivery, { ...change, state: 'not-sent', message: [note('delivery.no-line')] })
    return 'not-sent'
  }
  await putState(db, delivery, { ...change, state: 'back-in-line' })
  const id = delivery.line_id ?? delivery.id
  await insertQueueItem(db, {
    id,
    brand_id: delivery.brand_id,
    post_id: delivery.post_id,
    account_id: delivery.account_id,
    position: await frontPosition(db, delivery),
    state: 'in-line',
    fixed_at: null,
    slot_at: null,
    lined_at: now(),
    echo: delivery.echo,
    wording: delivery.wording,
    follows_id: null,
    after_json: null,
    hold_until: null,
    hold_reason: null,
    back_from: delivery.due_at,
    back_message: storeMessages(change.message),
  })
  await settleNotices(db, delivery.brand_id, 'not-sent', delivery.id)
  await announce(db, delivery.brand_id, 'line', id)
  return 'back-in-line'
}

/** The same in a transaction of its own. */
export const backInLine = (
  delivery: DeliveryRow,
  change: Omit<Change, 'state'>,
): Promise<'back-in-line' | 'not-sent'> => inTransaction((db) => putBackInLine(db, delivery, change))

async function frontPosition(db: Db, delivery: DeliveryRow): Promise<number> {
  const lines = await queueItemsOfBrand(db, delivery.brand_id)
  const own = lines.filter(({ account_id }) => account_id === delivery.account_id)
  const before = own.findLast(({ back_from }) => back_from !== null && back_from <= delivery.due_at)
  if (!before) return (await firstPlace(db, delivery.brand_id)) - 1
  const after = lines[lines.indexOf(before) + 1]
  return after ? (before.position + after.position) / 2 : before.position + 1
}
