import { note } from '#shared/messages'
import { storeMessages } from '#server/platform/db/messages'
import * as store from '#server/delivery'
import type { Db } from '#server/platform/db'
import {
  postById,
  removeQueueItem,
  type DeliveryPayload,
  type PostRow,
  type QueuedPost,
  payloadOf,
  linkKeyOf,
} from '#server/posts'
import { evergreenById, restByItself } from '#server/evergreens'
import { anyAccount, type AccountRow } from '#server/networks'
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
  const key = keyOf('line', line.id, await store.countOfQueueItem(db, line.id))
  const own = { key, line_id: line.id, evergreen_id: null, wording: line.wording, echo: line.echo }
  await insertDelivery(db, post, account, frozen, { ...own, due_at: dueAt, slot_at: slotAt }, personId)
  await removeQueueItem(db, line.id)
  await announce(db, line.brand_id, 'line', line.id)
}

/**
 * Makes the delivery of an evergreen whose turn it is. One that no longer suits its network rests instead,
 * and says why; one that somebody put to rest, or edited, since the plan was made has no turn.
 */
export async function freezeTurn(
  db: Db,
  brandId: string,
  evergreenId: string,
  { wording, dueAt, slotAt }: { wording: number; dueAt: number; slotAt: number },
): Promise<void> {
  const evergreen = await evergreenById(db, brandId, evergreenId)
  const account = evergreen && (await anyAccount(db, brandId, evergreen.account_id))
  const post = evergreen && (await postById(db, brandId, evergreen.post_id))
  if (!account || !post || evergreen.state !== 'in-turn' || post.approved_version !== post.version) return
  const echo = await store.countOfPost(db, post.id, account.id)
  const { frozen, unfit } = await payloadOf(db, post, account, wording, echo)
  if (unfit) return restByItself(db, evergreen, unfit)
  const key = keyOf('evergreen', `${evergreenId}:${slotAt}`, 0)
  const own = { key, line_id: null, evergreen_id: evergreenId, wording, echo }
  await insertDelivery(db, post, account, frozen, { ...own, due_at: dueAt, slot_at: slotAt }, null)
  await announce(db, brandId, 'evergreen', post.id)
}

async function insertDelivery(
  db: Db,
  post: PostRow,
  account: AccountRow,
  frozen: DeliveryPayload,
  own: Pick<
    store.DeliveryRow,
    'key' | 'line_id' | 'evergreen_id' | 'wording' | 'echo' | 'due_at' | 'slot_at'
  >,
  personId: string | null,
): Promise<void> {
  const id = uuid()
  const message = storeMessages([note(personId === null ? 'delivery.planned' : 'delivery.sent-now')])
  await store.insertDelivery(db, {
    ...own,
    id,
    brand_id: post.brand_id,
    post_id: post.id,
    account_id: account.id,
    state: 'planned',
    frozen_json: JSON.stringify(frozen),
    pillar_id: post.pillar_id,
    link_key: linkKeyOf(post.link, frozen.text),
    series_id: post.series_id,
    attempts: 0,
    counted: 0,
    next_try_at: own.due_at,
    lease_until: 0,
    remote_id: null,
    remote_url: null,
    message,
    sent_at: null,
    good_until: post.good_until,
  })
  await store.addDeliveryEvent(db, {
    delivery_id: id,
    at: now(),
    state: 'planned',
    cause: message,
    person_id: personId,
  })
}

/**
 * One place in a line, and one turn of an evergreen, becomes one delivery: a second process that comes to the
 * same makes the same key and is refused. A post that came back into the line gets another with its next
 * place, since the network has nothing of the one before.
 */
const keyOf = (what: 'line' | 'evergreen', id: string, before: number): string =>
  createHash('sha256')
    .update(before === 0 ? `${what}:${id}` : `${what}:${id}:${before}`)
    .digest('hex')
    .slice(0, 40)
