import { pictureOf, readPayload } from '#server/posts'
import { toInstant } from '#core/instant'
import type { DeliveryAction, DeliveryView } from '#shared/delivery/types'
import type { Message } from '#core/message'
import { OPEN_STATES, type DeliveryState } from '#shared/delivery/states'
import { note, quoted, say } from '#shared/messages'
import { messagesOf } from '#server/platform/db/messages'
import { now } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import { anyAccount, type AccountRow, asAccount } from '#server/networks'
import {
  deliveryById,
  eventsOfDelivery,
  type DeliveryRow,
  ChangedMeanwhile,
  putState,
  settleDelivery,
} from '#server/delivery'
import { personById } from '#server/people'
import { connectorFor, NotTaken } from '#server/networks/connectors'
import { problem, ProblemError } from '#server/platform/http/problem'
import type { Actor } from '#server/platform/changes/actor'
import { putBackInLine } from '#server/schedule'
import { opensAt, sayByHand, type BesideDeed, type HandDeed } from './byHand'

/** What a person may do in each state; nothing where a state is not named. */
const DEEDS: Partial<Record<DeliveryState, DeliveryAction[]>> = {
  planned: ['give-up'],
  waiting: ['try-now', 'give-up'],
  undecided: ['it-arrived', 'it-did-not', 'give-up'],
  'by-hand': ['posted', 'put-off', 'back-in-line', 'give-up'],
  'put-off': ['posted', 'post-now', 'back-in-line', 'give-up'],
  taken: ['it-arrived', 'give-up'],
  'in-part': ['try-now', 'leave-it-so', 'take-back'],
  'not-sent': ['change', 'try-now', 'back-in-line', 'give-up'],
  sent: ['take-back'],
}

/** One delivery whole, with its history. Throws `notFound`. */
export async function deliveryView(actor: Actor, id: string): Promise<DeliveryView> {
  const db = await useDb()
  const { delivery, account } = await known(actor, id)
  const frozen = readPayload(delivery)
  const events = []
  for (const event of await eventsOfDelivery(db, id)) {
    const personName =
      event.person_id === null ? null : ((await personById(db, event.person_id))?.name ?? null)
    events.push({
      at: toInstant(event.at),
      state: event.state,
      message: say(messagesOf(event.cause)),
      personName,
    })
  }
  return {
    id,
    postId: delivery.post_id,
    accountId: account.id,
    account: account.name,
    handle: account.handle,
    state: delivery.state,
    dueAt: toInstant(delivery.due_at),
    sentAt: delivery.sent_at === null ? null : toInstant(delivery.sent_at),
    nextAt:
      OPEN_STATES.includes(delivery.state) && delivery.state !== 'sending'
        ? toInstant(Math.max(now(), delivery.next_try_at))
        : null,
    attempts: delivery.attempts,
    goodUntil: delivery.good_until === null ? null : toInstant(delivery.good_until),
    text: frozen.text,
    link: frozen.link?.url ?? null,
    linkPlace: frozen.link?.place ?? null,
    linkLabel: frozen.link?.label ?? null,
    board: frozen.board ?? null,
    pictures: (frozen.pictures ?? []).map(({ id: picture, description }) => ({ id: picture, description })),
    remoteUrl: delivery.remote_url,
    opensAt: await opensAt(db, delivery, account),
    message: say(messagesOf(delivery.message)),
    events,
    deeds: deedsOf(delivery),
  }
}

/** One that is partly there is not given up as if it were not. */
const deedsOf = ({ state, remote_id }: DeliveryRow): DeliveryAction[] =>
  (DEEDS[state] ?? []).filter((deed) => !(state === 'waiting' && deed === 'give-up' && remote_id !== null))

/** Does what a person decided about a delivery. Throws `cantDo` where it is no longer in a state for it. */
export async function doWithDelivery(
  actor: Actor,
  id: string,
  { deed, ...beside }: BesideDeed & { deed: Exclude<DeliveryAction, 'change'> },
): Promise<DeliveryView> {
  const { delivery, account } = await known(actor, id)
  if (!deedsOf(delivery).includes(deed)) throw problem('cantDo')
  try {
    if (deed === 'take-back') await takeBack(actor, delivery, account)
    else if (deed === 'posted' || deed === 'put-off' || deed === 'post-now')
      await sayByHand(actor, delivery, deed, beside)
    else await change(actor, delivery, account, deed)
  } catch (error) {
    throw error instanceof ChangedMeanwhile ? problem('cantDo') : error
  }
  return deliveryView(actor, id)
}

async function change(
  actor: Actor,
  delivery: DeliveryRow,
  account: AccountRow,
  deed: Exclude<DeliveryAction, 'change' | 'take-back' | HandDeed>,
): Promise<void> {
  const { personId } = actor
  await inTransaction(async (db) => {
    switch (deed) {
      case 'try-now':
      case 'it-did-not': {
        requireAccount(account)
        // A person wants it now: its time counts from here, and so does how late it may be.
        const patch = {
          next_try_at: now(),
          due_at: now(),
          ...(deed === 'try-now' ? { good_until: null } : {}),
        }
        await putState(db, delivery, {
          state: 'waiting',
          message: [note(deed === 'try-now' ? 'delivery.try-now' : 'delivery.did-not')],
          personId,
          patch,
        })
        break
      }
      case 'back-in-line':
        requireAccount(account)
        await putBackInLine(db, delivery, { message: [note('delivery.back-in-line')], personId })
        break
      case 'give-up':
        await putState(db, delivery, { state: 'given-up', message: [note('delivery.gave-up')], personId })
        break
      case 'it-arrived':
        await putState(db, delivery, {
          state: 'sent',
          message: [note('delivery.arrived')],
          personId,
          patch: { sent_at: now() },
        })
        break
      case 'leave-it-so':
        await putState(db, delivery, { state: 'sent', message: [note('delivery.left-so')], personId })
    }
    await settleDelivery(db, delivery)
  })
}

/** A delivery's picture as it goes out. Throws `notFound`. */
export async function pictureToPost(
  actor: Actor,
  id: string,
  pictureId: string,
): Promise<{ content: Buffer; type: string }> {
  const { delivery, account } = await known(actor, id)
  const at = (readPayload(delivery).pictures ?? []).findIndex((picture) => picture.id === pictureId)
  const picture = await pictureOf(await useDb(), delivery, account, at)
  if (!picture) throw problem('notFound')
  return picture
}

function requireAccount(account: AccountRow): void {
  if (account.removed_at !== null) throw problem('cantDo')
  if (account.refused_at !== null) throw problem('onHold')
}

/** Removes the post from its network. Throws `cantTakeBack` with the network's words. */
async function takeBack(actor: Actor, delivery: DeliveryRow, account: AccountRow): Promise<void> {
  // What a person posted a person takes down.
  if (account.protocol === 'hand') return putTakenBack(actor, delivery, note('delivery.taken-down'))
  if (delivery.remote_id === null) throw problem('cantDo')
  const post = { remoteId: delivery.remote_id, remoteUrl: delivery.remote_url }
  const removed = await asAccount(account, (access) =>
    connectorFor(account.protocol).remove(access, post),
  ).catch((error: unknown) => ({ kind: 'failed' as const, message: whyNot(error) }))
  if (removed.kind === 'failed') throw problem('cantTakeBack', account.name, say(removed.message))
  await putTakenBack(actor, delivery, note('delivery.taken-back', { network: account.name }))
}

const putTakenBack = ({ personId }: Actor, delivery: DeliveryRow, message: Message): Promise<void> =>
  inTransaction(async (db) => {
    await putState(db, delivery, { state: 'taken-back', message: [message], personId })
    await settleDelivery(db, delivery)
  })

function whyNot(error: unknown): Message[] {
  if (error instanceof NotTaken) return error.messages
  return [
    error instanceof ProblemError
      ? error.reason
      : quoted(error instanceof Error ? error.message : String(error)),
  ]
}

async function known(actor: Actor, id: string): Promise<{ delivery: DeliveryRow; account: AccountRow }> {
  const db = await useDb()
  const delivery = await deliveryById(db, actor.brandId, id)
  const account = delivery && (await anyAccount(db, actor.brandId, delivery.account_id))
  if (!delivery || !account) throw problem('notFound')
  return { delivery, account }
}
