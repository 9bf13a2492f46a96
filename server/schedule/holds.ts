import { toInstant } from '#core/instant'
import type { Undoable } from '#shared/platform/types'
import type { LateQueueItem } from '#shared/schedule/types'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { accountById } from '#server/networks'
import { brandById } from '#server/people'
import { queueItemsOfBrand, postById, type QueuedPost } from '#server/posts'
import type { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'

/** What a hold is of: the whole brand, one account, one post. */
export type HoldTarget = { kind: 'brand' } | { kind: 'account' | 'post'; id: string }

/** As a request says it. */
export const holdOf = ({ kind, id }: { kind: HoldTarget['kind']; id: string | null }): HoldTarget =>
  kind === 'brand' ? { kind } : { kind, id: id ?? '' }

/**
 * What becomes of posts whose time passed while they were held: back into the line, out of it, or left as
 * they are.
 */
export type LateChoice = 'line' | 'take-out' | 'leave'

/**
 * From now on nothing goes out, until then or until it is lifted. What is on its way to the network already
 * is not called back.
 */
export async function hold(
  actor: Actor,
  of: HoldTarget,
  { reason, until }: { reason: string; until: string | null },
): Promise<Undoable> {
  const hold_until = until === null ? null : Date.parse(until)
  if (hold_until !== null && hold_until <= now()) throw problem('holdPast').at('until')
  const { historyId } = await changeUndoably(actor, kindOf(of), idOf(actor, of), async (db, tracked) => {
    await requireThing(db, actor, of)
    await setHold(db, tracked, actor, of, { held: 1, hold_until, hold_reason: reason })
  })
  return { historyId }
}

/**
 * Lets go out what was held. Posts whose own time passed meanwhile go back into the line, out of it, or stay
 * without a place.
 */
export async function lift(actor: Actor, of: HoldTarget, late: LateChoice): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, kindOf(of), idOf(actor, of), async (db, tracked) => {
    await requireThing(db, actor, of)
    await setHold(db, tracked, actor, of, { held: 0, hold_until: null, hold_reason: null })
    if (late === 'leave') return
    for (const line of await lateOf(db, actor.brandId, of)) {
      if (late === 'take-out') await tracked.remove('lines', { id: line.id })
      else await tracked.update('lines', { id: line.id }, { fixed_at: null, slot_at: null })
    }
  })
  return { historyId }
}

/** The posts of a hold whose own time has passed, with what is to be said of them. */
export async function lateQueueItems(actor: Actor, of: HoldTarget): Promise<LateQueueItem[]> {
  const lines = await lateOf(await useDb(), actor.brandId, of)
  return lines.map((line) => ({
    queueItemId: line.id,
    accountId: line.account_id,
    text: line.own_text ?? line.text,
    at: toInstant(line.fixed_at ?? line.slot_at ?? line.good_until!),
    isOutOfDate: isOutOfDate(line),
  }))
}

const isOutOfDate = (line: QueuedPost): boolean => line.good_until !== null && line.good_until < now()

async function lateOf(db: Db, brandId: string, of: HoldTarget): Promise<QueuedPost[]> {
  const within = (line: QueuedPost): boolean =>
    of.kind === 'brand' || (of.kind === 'account' ? line.account_id : line.post_id) === of.id
  const isLate = (line: QueuedPost): boolean =>
    (line.fixed_at ?? line.slot_at ?? Number.POSITIVE_INFINITY) < now() || isOutOfDate(line)
  return (await queueItemsOfBrand(db, brandId)).filter((line) => within(line) && isLate(line))
}

async function setHold(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  of: HoldTarget,
  row: { held: number; hold_until: number | null; hold_reason: string | null },
): Promise<void> {
  if (of.kind === 'brand') return tracked.update('brands', { id: actor.brandId }, row)
  if (of.kind === 'account') return tracked.update('accounts', { id: of.id }, row)
  const { held, ...rest } = row
  for (const line of (await queueItemsOfBrand(db, actor.brandId)).filter((line) => line.post_id === of.id)) {
    await tracked.update('lines', { id: line.id }, { state: held === 1 ? 'held' : 'in-line', ...rest })
  }
}

async function requireThing(db: Db, actor: Actor, of: HoldTarget): Promise<void> {
  const there =
    of.kind === 'brand'
      ? await brandById(db, actor.brandId)
      : of.kind === 'account'
        ? await accountById(db, actor.brandId, of.id)
        : await postById(db, actor.brandId, of.id)
  if (!there) throw problem('notFound')
}

const kindOf = (of: HoldTarget): 'brand' | 'account' | 'line' => (of.kind === 'post' ? 'line' : of.kind)
const idOf = (actor: Actor, of: HoldTarget): string => (of.kind === 'brand' ? actor.brandId : of.id)
