import type { Message } from '#core/message'
import { note, quoted } from '#shared/messages'
import { storeMessages } from '#server/platform/db/messages'
import { now } from '#server/platform/clock'
import { inTransaction, type Db } from '#server/platform/db'
import { setRefused, type AccountRow, noticeToken, LATE_MS, keepQuiet } from '#server/networks'
import {
  type DeliveryRow,
  putState,
  noticeByHand,
  noticeDecide,
  noticeNotSent,
  noticeInPart,
  settleSent,
  nextAsk,
  PART_MS,
  retryDelayMs,
  TAKEN_MS,
} from '#server/delivery'
import type { Outcome } from '#server/networks/connectors'
import { readPayload } from '#server/posts'
import { settings } from '#server/platform/settings'
import { putBackInLine } from '#server/schedule'
import { announce } from '#server/platform/changes/announce'

/** Stores what became of a try, or of asking about one, with what is told of it. */
export const storeOutcome = (
  delivery: DeliveryRow,
  account: AccountRow,
  outcome: Outcome | { kind: 'out-of-date' },
): Promise<void> => inTransaction((db) => putOutcome(db, delivery, account, outcome))

async function putOutcome(
  db: Db,
  delivery: DeliveryRow,
  account: AccountRow,
  outcome: Outcome | { kind: 'out-of-date' },
): Promise<void> {
  const network = account.name
  switch (outcome.kind) {
    case 'done': {
      const message = [note(outcome.wasAsked ? 'delivery.found-there' : 'delivery.took', { network })]
      await putState(db, delivery, {
        state: 'sent',
        message,
        patch: { remote_id: outcome.remoteId, remote_url: outcome.remoteUrl, sent_at: now() },
      })
      if (outcome.pauseMs !== undefined) await keepQuiet(db, account.id, outcome.pauseMs)
      return settleSent(db, delivery)
    }
    case 'part':
      return putPart(db, delivery, account, outcome)
    case 'refused': {
      const message = [note('delivery.refused', { network }), ...outcome.message]
      await putState(db, delivery, { state: 'not-sent', message })
      return noticeNotSent(db, delivery, account, message)
    }
    case 'out-of-date': {
      const message = [note('delivery.out-of-date')]
      await putState(db, delivery, { state: 'not-sent', message })
      // Nothing of it is late any more, and that it did not go out is told apart.
      await settleSent(db, delivery)
      return noticeNotSent(db, delivery, account, message)
    }
    case 'signed-out':
      return putSignedOut(db, delivery, account, outcome.message)
    case 'later':
      return putLater(db, delivery, account, outcome)
    case 'by-hand':
      return putByHand(db, delivery, account)
    case 'taken':
      return putTaken(db, delivery, account)
    case 'unknown': {
      const patch = {
        next_try_at: now() + settings().askSeconds * 1000,
        ...(outcome.remoteId ? { remote_id: outcome.remoteId } : {}),
      }
      return putState(db, delivery, {
        state: 'unknown',
        message: [note('delivery.unknown', { network }), ...outcome.message, note('delivery.asked-before')],
        patch,
      })
    }
  }
}

/**
 * The network refuses the sign-in: nothing goes there until a person gives another, and the post keeps its
 * turn.
 */
async function putSignedOut(
  db: Db,
  delivery: DeliveryRow,
  account: AccountRow,
  message: Message[],
): Promise<void> {
  await setRefused(db, account.id, storeMessages(message), now())
  // Of one that is there in part the rest is given up: it can't be put into the line again.
  if (delivery.remote_id !== null)
    await putState(db, delivery, { state: 'in-part', message: [note('delivery.part'), ...message] })
  else {
    const signedOut = note('delivery.signed-out', { network: account.name })
    await putBackInLine(db, delivery, { message: [signedOut, ...message, note('delivery.goes-back')] })
  }
  await announce(db, account.brand_id, 'account', account.id)
  await noticeToken(db, account, message)
}

/**
 * Its slot came: a person is told, and says what became of it. One that goes out of date is looked at then.
 */
async function putByHand(db: Db, delivery: DeliveryRow, account: AccountRow): Promise<void> {
  const message = [note('delivery.by-hand', { network: account.name })]
  const next_try_at = delivery.good_until === null ? Number.MAX_SAFE_INTEGER : delivery.good_until + 1
  await putState(db, delivery, { state: 'by-hand', message, patch: { next_try_at } })
  await noticeByHand(db, delivery, account, [quoted(shortOf(readPayload(delivery).text))])
}

const SHORT = 160
const shortOf = (text: string): string =>
  text.length <= SHORT ? text : `${text.slice(0, text.lastIndexOf(' ', SHORT) + 1 || SHORT)}…`

/** It was accepted, which is not posted: it is asked about until it is said, for a day at most. */
async function putTaken(db: Db, delivery: DeliveryRow, account: AccountRow): Promise<void> {
  const network = account.name
  if (now() < delivery.due_at + TAKEN_MS)
    return putState(db, delivery, {
      state: 'taken',
      message: [note('delivery.accepted', { network })],
      patch: { next_try_at: nextAsk(delivery) },
    })
  const message = [note('delivery.no-word-long', { network })]
  await putState(db, delivery, {
    state: 'undecided',
    message: [...message, note('delivery.look-there')],
  })
  await noticeDecide(db, delivery, account, message)
}

async function putLater(
  db: Db,
  delivery: DeliveryRow,
  account: AccountRow,
  { message, waitMs, isPause }: Extract<Outcome, { kind: 'later' }>,
): Promise<void> {
  const wanted = now() + (waitMs ?? retryDelayMs(delivery.attempts, Math.random()))
  // Too late for its time is found out when it is too late, not when the network would like to be asked.
  const ends = [delivery.due_at + LATE_MS + 1, (delivery.good_until ?? Number.POSITIVE_INFINITY) + 1].filter(
    (end) => end > now(),
  )
  if (isPause && waitMs !== null) await keepQuiet(db, account.id, waitMs)
  await putState(db, delivery, {
    state: 'waiting',
    message: [note('delivery.later', { network: account.name }), ...message],
    patch: { next_try_at: Math.min(wanted, ...ends) },
  })
}

async function putPart(
  db: Db,
  delivery: DeliveryRow,
  account: AccountRow,
  outcome: Extract<Outcome, { kind: 'part' }>,
): Promise<void> {
  const isOver = outcome.isForGood || now() > delivery.due_at + PART_MS
  const message = [note('delivery.part'), ...outcome.message]
  const patch = {
    remote_id: outcome.remoteId,
    remote_url: outcome.remoteUrl,
    sent_at: delivery.sent_at ?? now(),
    next_try_at: now() + (outcome.waitMs ?? retryDelayMs(delivery.attempts, Math.random())),
  }
  await putState(db, delivery, { state: isOver ? 'in-part' : 'waiting', message, patch })
  if (isOver) await noticeInPart(db, delivery, account, message)
}
