import type { Message } from '#core/message'
import { storeMessages } from '#server/platform/db/messages'
import { mayFollow, type DeliveryState } from '#shared/delivery/states'
import { now } from '#server/platform/clock'
import { inTransaction, type Db } from '#server/platform/db'
import * as store from './queries/deliveries'
import type { DeliveryRow } from './rows'
import { hook } from '#server/platform/hook'
import { log } from '#server/platform/log'
import { announce } from '#server/platform/changes/announce'

/** A delivery came into another state, within the transaction that notes it. */
export const deliveryChanged =
  hook<[db: Db, delivery: { id: string; brandId: string; state: DeliveryState; message: Message[] }]>()

/** A change that the table of states does not know, or that another process made first. */
export class ChangedMeanwhile extends Error {}

export interface Change {
  state: DeliveryState
  message: Message[]
  patch?: Partial<DeliveryRow>
  /** Who did it, where a person did. */
  personId?: string | null
}

/**
 * Changes a delivery's state and writes down why, within a transaction. Throws ChangedMeanwhile when the
 * delivery is no longer as the caller knew it, so that of two processes only one goes on.
 */
export async function putState(
  db: Db,
  delivery: Pick<DeliveryRow, 'id' | 'brand_id' | 'state' | 'lease_until'>,
  change: Change,
): Promise<void> {
  const { state, patch = {}, personId = null } = change
  const message = storeMessages(change.message)
  if (!mayFollow(delivery.state, state)) throw new ChangedMeanwhile(`${delivery.state} can’t become ${state}`)
  if (!(await store.changeDelivery(db, delivery, { lease_until: 0, ...patch, state, message })))
    throw new ChangedMeanwhile('changed by another process')
  await store.addDeliveryEvent(db, {
    delivery_id: delivery.id,
    at: now(),
    state,
    cause: message,
    person_id: personId,
  })
  await announce(db, delivery.brand_id, 'delivery', delivery.id)
  await deliveryChanged.run(db, {
    ...{ id: delivery.id, brandId: delivery.brand_id, state, message: change.message },
  })
  log.info({ delivery: delivery.id, state }, change.message.map(({ code }) => code).join(' '))
}

/** The same in a transaction of its own. */
export const setState = (delivery: DeliveryRow, change: Change): Promise<void> =>
  inTransaction((db) => putState(db, delivery, change))
