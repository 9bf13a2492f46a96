import type { Undoable } from '#shared/platform/types'
import { accountById, planHold } from '#server/networks'
import { brandById } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import { inTransaction } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { queueItemById, queueItemsOfPost } from '#server/posts'
import { freeze } from './freeze'

/**
 * Takes a post out of one account's line, with the echoes that follow it. What is already handed to the
 * network can't be taken back.
 */
export async function takeOut(actor: Actor, queueItemId: string): Promise<Undoable & { echoes: number }> {
  const { result, historyId } = await changeUndoably(actor, 'line', queueItemId, async (db, tracked) => {
    const line = await queueItemById(db, actor.brandId, queueItemId)
    if (!line) throw problem('alreadyGone')
    const echoes = (await queueItemsOfPost(db, actor.brandId, line.post_id)).filter(
      (queueItem) => queueItem.follows_id === queueItemId,
    )
    for (const { id } of [...echoes, line]) await tracked.remove('lines', { id })
    return echoes.length
  })
  return { historyId, echoes: result }
}

/** Hands a lined-up post to its network now. This can't be undone. */
export async function sendNow(actor: Actor, queueItemId: string): Promise<void> {
  await inTransaction(async (db) => {
    const line = await queueItemById(db, actor.brandId, queueItemId)
    if (!line) throw problem('alreadyGone')
    if (line.approval !== 'approved' || line.approved_version !== line.version) throw problem('notApproved')
    const [brand, account] = [
      await brandById(db, actor.brandId),
      await accountById(db, actor.brandId, line.account_id),
    ]
    const isOnHold = line.state === 'held' && (line.hold_until === null || line.hold_until > now())
    if (isOnHold || (brand && account && planHold(brand, account))) throw problem('onHold')
    await freeze(db, line, now(), null, actor.personId)
  })
}
