import { v7 as uuid } from 'uuid'
import { LIMITS } from '#shared/platform/limits'
import type { Undoable } from '#shared/platform/types'
import { HANDED_ON, type HandedOn, type HandedThing } from '#shared/recipients/types'
import { brandById, personById } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import type { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import { isWaiting, insertDispatch } from './queries/dispatches'
import { noteRecipient, recipientById } from './queries/recipients'
import type { DispatchRow, RecipientRow } from './rows'
import { foundThing } from './things'

/** So long may somebody take back what they handed on by hand. */
const TAKEN_BACK_MS = 10_000

interface Handing {
  recipient: RecipientRow
  thing: HandedThing
  articleId: string | null
  by: { personId: string; name: string }
  order: { id: string; name: string } | null
  brandName: string
}

/** The row that puts something on its way. What goes into a feed stands there at once. */
function rowOf({ recipient, thing, articleId, by, order, brandName }: Handing): DispatchRow {
  const payload: HandedOn = {
    ...thing,
    text: thing.text.slice(0, LIMITS.recipients.text),
    ...{ brand: brandName, by: by.name, order: order?.name ?? null },
  }
  const isThere = recipient.kind === 'feed'
  return {
    ...{ id: uuid(), brand_id: recipient.brand_id, recipient_id: recipient.id, type: HANDED_ON },
    ...{ key: thing.key, title: thing.title, article_id: articleId, payload_json: JSON.stringify(payload) },
    ...{ by_person: by.personId, order_id: order?.id ?? null, by_name: order?.name ?? by.name },
    ...{ state: isThere ? 'done' : 'waiting', attempts: 0, status: null, message: null, created_at: now() },
    due_at: order === null ? now() + TAKEN_BACK_MS : now(),
    ended_at: isThere ? now() : null,
  }
}

/**
 * Hands a thing on to some recipients for a standing order, within the transaction that notes it; recipients
 * that are gone are left out. Gives how many took it on.
 */
export async function handOnFor(
  db: Db,
  brandId: string,
  recipientIds: string[],
  { thing, articleId, personId, order }: HandedFor,
): Promise<number> {
  const brand = await brandById(db, brandId)
  const person = await personById(db, personId)
  let count = 0
  for (const id of recipientIds) {
    const recipient = await recipientById(db, brandId, id)
    if (!brand || !recipient) continue
    const by = { personId, name: person?.name ?? '' }
    if (recipient.kind === 'feed') await noteRecipient(db, recipient, { last_at: now() })
    await insertDispatch(db, rowOf({ recipient, thing, articleId, by, order, brandName: brand.name }))
    count++
  }
  return count
}

export interface HandedFor {
  thing: HandedThing
  articleId: string | null
  /** In whose name. */
  personId: string
  order: { id: string; name: string }
}

/**
 * Hands an article or a clipping on to a recipient, which is undone as long as it has not gone. Throws
 * `notFound`, `handedOnAlready` where it waits there still.
 */
export async function handOnByHand(
  actor: Actor,
  asked: { recipientId: string; articleId: string | null; clippingId: string | null; note: string },
): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'recipient', asked.recipientId, (db, tracked) =>
    handOnOne(db, tracked, actor, asked),
  )
  return { historyId }
}

async function handOnOne(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  { recipientId, articleId, clippingId, note }: Parameters<typeof handOnByHand>[1],
): Promise<void> {
  const recipient = await recipientById(db, actor.brandId, recipientId)
  const brand = await brandById(db, actor.brandId)
  const person = await personById(db, actor.personId)
  if (!recipient || !brand) throw problem('notFound')
  const found = await foundThing(db, actor.brandId, { articleId, clippingId })
  if (await isWaiting(db, actor.brandId, recipientId, found.thing.key))
    throw problem('handedOnAlready', recipient.name)
  const thing = { ...found.thing, note: note || found.thing.note }
  const by = { personId: actor.personId, name: person?.name ?? '' }
  if (recipient.kind === 'feed') await noteRecipient(db, recipient, { last_at: now() })
  const { id, ...row } = rowOf({ recipient, ...found, thing, by, order: null, brandName: brand.name })
  await tracked.insert('dispatches', { id }, row)
}
