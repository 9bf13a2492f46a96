import { v7 as uuid } from 'uuid'
import { toInstant } from '#core/instant'
import type { Message } from '#core/message'
import { say } from '#shared/messages'
import type { RecipientEvent } from '#shared/recipients/types'
import { marksOfArticles } from '#server/watches'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { insertDispatch } from './queries/dispatches'
import { brandsListening, deliveryTold, insertArticleEvents, listenersOf } from './queries/events'

// What happens is told to the webhooks that want to hear of it: within the transaction in which it does, so
// that neither is there without the other.

/** Something that happened, and what is said of it. */
export interface Happening {
  /** The same for the same thing. */
  key: string
  title: string
  data: object
}

/** Puts what happened among what waits for each webhook of the brand that hears of it. */
export async function happened(
  db: Db,
  brandId: string,
  event: RecipientEvent,
  { key, title, data }: Happening,
): Promise<void> {
  for (const { id } of await listenersOf(db, brandId, event))
    await insertDispatch(db, {
      ...{ id: uuid(), brand_id: brandId, recipient_id: id, type: event, key, title, article_id: null },
      ...{ payload_json: JSON.stringify(data), by_person: null, order_id: null, by_name: '' },
      ...{ state: 'waiting', attempts: 0, status: null, message: null, ended_at: null },
      ...{ created_at: now(), due_at: now() },
    })
}

/** The same of articles; what is said of each is looked up as it is sent. */
export async function happenedToArticles(
  db: Db,
  brandId: string,
  event: RecipientEvent,
  articleIds: string[],
): Promise<void> {
  if (articleIds.length === 0) return
  for (const { id } of await listenersOf(db, brandId, event)) {
    const rows = articleIds.map((articleId): [string, string] => [uuid(), articleId])
    await insertArticleEvents(db, { recipientId: id, event, rows, at: now() })
  }
}

/** Articles of a feed that watches looked at: those that they marked are told of. */
export async function tellMarked(db: Db, feedId: string, articleIds: string[]): Promise<void> {
  for (const brandId of await brandsListening(db, feedId, 'article.marked')) {
    const marks = await marksOfArticles(db, brandId, articleIds, now())
    const marked = [...new Set(marks.map(({ article_id }) => article_id))]
    await happenedToArticles(db, brandId, 'article.marked', marked)
  }
}

/** A delivery went out, or did not. */
export async function tellDelivery(
  db: Db,
  brandId: string,
  id: string,
  event: 'post.sent' | 'post.failed',
  message: Message[],
): Promise<void> {
  if ((await listenersOf(db, brandId, event)).length === 0) return
  const known = await deliveryTold(db, brandId, id)
  if (!known) return
  await happened(db, brandId, event, {
    key: `delivery:${id}`,
    title: known.text.slice(0, TITLE),
    data: {
      ...{
        key: `delivery:${id}`,
        postId: known.post_id,
        accountId: known.account_id,
        account: known.account,
      },
      ...{ text: known.text, url: known.remote_url, dueAt: toInstant(known.due_at), message: say(message) },
    },
  })
}

/** Characters of a post's text in the list of what was handed on. */
const TITLE = 120
