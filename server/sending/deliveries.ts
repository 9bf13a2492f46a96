import type { Message } from '#core/message'
import { note } from '#shared/messages'
import { storeMessages } from '#server/platform/db/messages'
import { now, realNow } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import {
  anyAccount,
  type AccountRow,
  asAccount,
  LATE_MS,
  countHandover,
  mustWait,
  noticeLate,
} from '#server/networks'
import * as store from '#server/delivery'
import {
  type DeliveryRow,
  ChangedMeanwhile,
  nextAsk,
  putState,
  setState,
  noticeDecide,
} from '#server/delivery'
import { log } from '#server/platform/log'
import { connectorFor, NotTaken, type Found, type Outcome } from '#server/networks/connectors'
import { settings } from '#server/platform/settings'
import { backInLine, putBackInLine } from '#server/schedule'
import { announce } from '#server/platform/changes/announce'
import { outgoingOf } from '#server/posts'
import { holdDeliveryLease } from './deliveryLease'
import { storeOutcome } from './outcomes'

/**
 * Everything that is due and free, in the order of its time: what has to be asked about first, then what is
 * to be handed over.
 */
export async function dueDeliveries(): Promise<DeliveryRow[]> {
  const db = await useDb()
  await setAbandonedToUnknown()
  return [
    ...(await store.workableDeliveries(db, 'unknown', now(), realNow())),
    ...(await store.workableDeliveries(db, 'taken', now(), realNow())),
    ...(await store.workableDeliveries(db, 'by-hand', now(), realNow())),
    ...(await store.sendableDeliveries(db, now(), realNow())),
  ]
}

/** A delivery whose sender died holds no lease any more; whether it arrived is not known. */
async function setAbandonedToUnknown(): Promise<void> {
  const db = await useDb()
  for (const delivery of await store.workableDeliveries(db, 'sending', Number.MAX_SAFE_INTEGER, realNow())) {
    await quietly(delivery, () =>
      setState(delivery, {
        state: 'unknown',
        message: [note('delivery.abandoned')],
        patch: { next_try_at: now() },
      }),
    )
  }
}

/** Does what a due delivery needs next. What another process did first is left to it. */
export const workOn = (delivery: DeliveryRow, isStopping: () => boolean = () => false): Promise<void> =>
  quietly(delivery, () =>
    delivery.state === 'unknown' || delivery.state === 'taken'
      ? settleUnknown(delivery)
      : delivery.state === 'by-hand'
        ? leaveOutOfDate(delivery)
        : sendOrPutBack(delivery, isStopping),
  )

/** Nobody posted it by hand while it was good. */
async function leaveOutOfDate(delivery: DeliveryRow): Promise<void> {
  const account = await anyAccount(await useDb(), delivery.brand_id, delivery.account_id)
  if (account) await storeOutcome(delivery, account, { kind: 'out-of-date' })
}

async function quietly(delivery: DeliveryRow, work: () => Promise<unknown>): Promise<void> {
  try {
    await work()
  } catch (error) {
    if (!(error instanceof ChangedMeanwhile)) throw error
    log.info({ delivery: delivery.id }, `Another process works on this delivery: ${error.message}.`)
  }
}

/** Hands it over, if it is still time for it. */
async function sendOrPutBack(delivery: DeliveryRow, isStopping: () => boolean): Promise<void> {
  const db = await useDb()
  const account = await anyAccount(db, delivery.brand_id, delivery.account_id)
  if (!account || account.removed_at !== null)
    return setState(delivery, { state: 'not-sent', message: [note('delivery.no-account')] })
  if (delivery.remote_id === null) {
    if (delivery.good_until !== null && now() > delivery.good_until)
      return storeOutcome(delivery, account, { kind: 'out-of-date' })
    if (now() > delivery.due_at + LATE_MS) return putBackLate(delivery, account)
  }
  const leased = await lease(delivery, account)
  if (leased) await send(leased, account, isStopping)
}

/**
 * One that was never handed over goes back at once; of one that was, the network is asked first, whatever it
 * said.
 */
async function putBackLate(delivery: DeliveryRow, account: AccountRow): Promise<void> {
  if (delivery.attempts > 0 && delivery.state !== 'put-off')
    return setState(delivery, {
      state: 'unknown',
      message: [note('delivery.asked', { network: account.name })],
      patch: { next_try_at: now() },
    })
  await backInLine(delivery, {
    message: [note('delivery.too-late', { network: account.name, minutes: LATE_MS / 60_000 })],
  })
}

/** What is due on an account waits together: it is said once to each, however often the wait grows. */
async function postponeDue(
  db: Db,
  account: AccountRow,
  wait: { until: number; message: Message[] },
): Promise<void> {
  const { until } = wait
  const message = storeMessages(wait.message)
  const told = await store.postponeDue(db, account.id, { until, message, now: now(), lateMs: LATE_MS })
  for (const id of told)
    await store.addDeliveryEvent(db, {
      delivery_id: id,
      at: now(),
      state: 'waiting',
      cause: message,
      person_id: null,
    })
  if (told.length > 0) await announce(db, account.brand_id, 'delivery', account.id)
}

/** Takes a delivery for sending, if its network may have something now. Gives it as it is from now on. */
async function lease(delivery: DeliveryRow, account: AccountRow): Promise<DeliveryRow | null> {
  return inTransaction(async (db) => {
    const wait = await mustWait(db, (await anyAccount(db, delivery.brand_id, account.id)) ?? account)
    if (wait) {
      await postponeDue(db, account, wait)
      return null
    }
    const patch = { lease_until: realNow() + settings().leaseSeconds * 1000, attempts: delivery.attempts + 1 }
    const handed = note(account.protocol === 'hand' ? 'delivery.made-ready' : 'delivery.handed-over')
    await putState(db, delivery, { state: 'sending', message: [handed], patch })
    await countHandover(db, account)
    return { ...delivery, ...patch, state: 'sending' }
  })
}

async function send(delivery: DeliveryRow, account: AccountRow, isStopping: () => boolean): Promise<void> {
  const held = holdDeliveryLease(delivery)
  try {
    const outcome = isStopping() ? HANDED_BACK : await publish(delivery, account)
    await held.end()
    await storeOutcome(held.delivery, account, outcome)
  } finally {
    await held.end()
  }
}

const HANDED_BACK: Outcome = { kind: 'later', message: [note('delivery.handed-back')], waitMs: 0 }

/** Hands a delivery over. What can't even be made ready never went out, and is said so. */
async function publish(delivery: DeliveryRow, account: AccountRow): Promise<Outcome> {
  const outgoing = await outgoingOf(await useDb(), delivery, account).catch((error: unknown) => {
    log.error({ error, delivery: delivery.id }, 'A delivery could not be made ready.')
    return null
  })
  if (!outgoing) return { kind: 'refused', message: [note('delivery.no-picture')] }
  try {
    return await asAccount(
      account,
      (access) => connectorFor(account.protocol).publish(access, outgoing),
      ({ kind }) => kind === 'signed-out',
    )
  } catch (error) {
    if (error instanceof NotTaken) return error.outcome
    log.error({ error, delivery: delivery.id }, 'A delivery ended in a fault of our own.')
    return { kind: 'unknown', message: [note('delivery.own-fault')] }
  }
}

/** Asks the network whether it has a delivery, before anything else is done with it. */
async function settleUnknown(known: DeliveryRow): Promise<void> {
  const db = await useDb()
  const account = await anyAccount(db, known.brand_id, known.account_id)
  if (!account) return
  const leaseUntil = realNow() + settings().leaseSeconds * 1000
  if (!(await store.leaseDelivery(db, known, leaseUntil))) return
  const held = holdDeliveryLease({ ...known, lease_until: leaseUntil })
  try {
    const found = await find(known, account)
    await held.end()
    const { delivery } = held
    switch (found.kind) {
      case 'there': {
        const { remoteId, remoteUrl, isWhole } = found
        if (isWhole)
          return await storeOutcome(delivery, account, { kind: 'done', remoteId, remoteUrl, wasAsked: true })
        return await storeOutcome(delivery, account, {
          kind: 'part',
          remoteId,
          remoteUrl,
          message: [],
          waitMs: 0,
          isForGood: false,
        })
      }
      case 'not-there':
        return await sendAgain(delivery, account)
      case 'taken':
      case 'refused':
        return await storeOutcome(delivery, account, found)
      case 'no-word':
        return await inTransaction(async (change) => {
          const message = [note('delivery.cant-ask-yet', { network: account.name }), ...found.message]
          await putState(change, delivery, {
            state: delivery.state === 'taken' ? 'taken' : 'unknown',
            message,
            patch: { next_try_at: nextAsk(delivery) },
          })
          if (now() > delivery.due_at + LATE_MS) await noticeLate(change, account, message)
        })
      case 'cant-ask':
        return await inTransaction(async (change) => {
          await putState(change, delivery, {
            state: 'undecided',
            message: [
              note('delivery.cant-ask', { network: account.name }),
              ...found.message,
              note('delivery.look-there'),
            ],
          })
          await noticeDecide(change, delivery, account, found.message)
        })
    }
  } finally {
    await held.end()
  }
}

/** Asks the network. A fault of our own is no answer. */
async function find(delivery: DeliveryRow, account: AccountRow): Promise<Found> {
  try {
    const outgoing = await outgoingOf(await useDb(), delivery, account, { isPictured: false })
    return await asAccount(account, (access) => connectorFor(account.protocol).find(access, outgoing))
  } catch (error) {
    if (error instanceof NotTaken) return { kind: 'no-word', message: error.messages }
    log.error({ error, delivery: delivery.id }, 'A network could not be asked, by a fault of our own.')
    return { kind: 'no-word', message: [note('delivery.own-fault')] }
  }
}

/** The network does not have it: it is sent again, if that still is its time. */
async function sendAgain(delivery: DeliveryRow, account: AccountRow): Promise<void> {
  if (delivery.good_until !== null && now() > delivery.good_until)
    return storeOutcome(delivery, account, { kind: 'out-of-date' })
  if (now() > delivery.due_at + LATE_MS) {
    const message = [note('delivery.too-late', { network: account.name, minutes: LATE_MS / 60_000 })]
    return inTransaction(async (db) => {
      await putBackInLine(db, delivery, { message })
      await noticeLate(db, account, message)
    })
  }
  await setState(delivery, {
    state: 'waiting',
    message: [note('delivery.not-there', { network: account.name })],
    patch: { next_try_at: now() },
  })
}
