import { note } from '#shared/messages'
import { storeMessages } from '#server/platform/db/messages'
import * as store from '#server/delivery'
import type { Db } from '#server/platform/db'
import { postById, removeQueueItem, type QueuedPost, payloadOf, linkKeyOf } from '#server/posts'
import { anyAccount } from '#server/networks'
import { returnToDesk } from './returns'
import { v7 as uuid } from 'uuid'
import { now } from '#server/platform/clock'
import { announce } from '#server/platform/changes/announce'
import { createHash } from 'node:crypto'

/**
 * Makes the delivery of a lined-up post, due at `dueAt`, and takes it off the line. One that no longer suits
 * its network goes back to the Desk instead.
 */
export async function freeze(
  db: Db,
  line: QueuedPost,
  dueAt: number,
  slotAt: number | null,
  personId: string | null = null,
): Promise<void> {
  const account = await anyAccount(db, line.brand_id, line.account_id)
  const post = await postById(db, line.brand_id, line.post_id)
  if (!account || !post) return
  const { frozen, unfit } = await payloadOf(db, post, account, line.wording, line.echo)
  if (unfit) return returnToDesk(db, post, account, unfit)
  const id = uuid()
  const message = storeMessages([note(personId === null ? 'delivery.planned' : 'delivery.sent-now')])
  await store.insertDelivery(db, {
    id,
    brand_id: line.brand_id,
    post_id: line.post_id,
    account_id: line.account_id,
    key: keyOf(line.id, await store.countOfQueueItem(db, line.id)),
    due_at: dueAt,
    slot_at: slotAt,
    state: 'planned',
    frozen_json: JSON.stringify(frozen),
    pillar_id: line.pillar_id,
    link_key: linkKeyOf(line.link, frozen.text),
    series_id: line.series_id,
    attempts: 0,
    counted: 0,
    next_try_at: dueAt,
    lease_until: 0,
    remote_id: null,
    remote_url: null,
    message,
    sent_at: null,
    line_id: line.id,
    echo: line.echo,
    wording: line.wording,
    good_until: line.good_until,
  })
  await store.addDeliveryEvent(db, {
    delivery_id: id,
    at: now(),
    state: 'planned',
    cause: message,
    person_id: personId,
  })
  await removeQueueItem(db, line.id)
  await announce(db, line.brand_id, 'line', line.id)
}

/**
 * One place in a line becomes one delivery: a second process that comes to the same line makes the same key
 * and is refused. A post that came back into the line gets another with its next place, since the network has
 * nothing of the one before.
 */
const keyOf = (queueItemId: string, before: number): string =>
  createHash('sha256')
    .update(before === 0 ? `line:${queueItemId}` : `line:${queueItemId}:${before}`)
    .digest('hex')
    .slice(0, 40)
