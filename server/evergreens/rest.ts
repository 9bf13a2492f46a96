import type { Message } from '#core/message'
import { now } from '#server/platform/clock'
import { announce } from '#server/platform/changes/announce'
import type { Db } from '#server/platform/db'
import { storeMessages } from '#server/platform/db/messages'
import { patchEvergreen } from './queries/evergreens'
import type { EvergreenRow } from './rows'

/** Puts an evergreen to rest with what is wrong with it, until a person brings it back. */
export async function restByItself(
  db: Db,
  { id, brand_id: brandId, post_id: postId }: Pick<EvergreenRow, 'id' | 'brand_id' | 'post_id'>,
  messages: Message[],
): Promise<void> {
  await patchEvergreen(db, id, { state: 'resting', since: now(), message: storeMessages(messages) })
  await announce(db, brandId, 'evergreen', postId)
}
