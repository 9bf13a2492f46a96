import type { Message } from '#core/message'
import { storeMessages } from '#server/platform/db/messages'
import type { Db } from '#server/platform/db'
import { accountById, type AccountRow } from '#server/networks'
import { brandById } from '#server/people'
import {
  queueItemsOfPost,
  postById,
  postsInLineOf,
  removeQueueItem,
  type PostRow,
  addEvent,
  proofMaker,
  violationOf,
} from '#server/posts'
import { Tracked } from '#server/platform/db/tracked'
import { announce } from '#server/platform/changes/announce'

/**
 * Takes a post that no longer suits a network out of that account's line and puts it back on the Desk, with
 * the reason.
 */
export async function returnToDesk(
  db: Db,
  post: PostRow,
  account: AccountRow,
  message: Message[],
): Promise<void> {
  const tracked = new Tracked(db)
  for (const line of (await queueItemsOfPost(db, post.brand_id, post.id)).filter(
    ({ account_id }) => account_id === account.id,
  ))
    await removeQueueItem(db, line.id)
  await tracked.update(
    'posts',
    { id: post.id },
    {
      approval: 'sent-back',
      asked_at: null,
      // One from before there was a Desk is on it from now on.
      saved_at: post.saved_at ?? post.created_at,
      saved_by: post.saved_by ?? post.created_by,
    },
  )
  await addEvent(tracked, post.id, {
    person_id: null,
    what: 'returned',
    version: post.version,
    note: storeMessages(message),
  })
  await announce(db, post.brand_id, 'post', post.id)
  await announce(db, post.brand_id, 'line', post.id)
}

/**
 * After a network's rules changed: what waits in an account's line and no longer suits goes back to the Desk.
 * Gives how many did.
 */
export async function returnInvalid(db: Db, brandId: string, accountId: string): Promise<number> {
  const account = await accountById(db, brandId, accountId)
  const brand = await brandById(db, brandId)
  if (!account || !brand) return 0
  let returned = 0
  for (const id of await postsInLineOf(db, accountId)) {
    const post = await postById(db, brandId, id)
    if (!post) continue
    const unfit = violationOf(brand, (await proofMaker(db, brand, [post]))(id, account))
    if (!unfit) continue
    await returnToDesk(db, post, account, unfit)
    returned++
  }
  return returned
}
