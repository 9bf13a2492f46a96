import { DAY, toInstant } from '#core/instant'
import { meanOfPosts } from '#core/results'
import { say } from '#shared/messages'
import type { PostResponses } from '#shared/results/types'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { messagesOf } from '#server/platform/db/messages'
import { firstResponses, isSettled } from './measures'
import { readingsOf, repliesOf } from './queries/readings'
import { sentPostsBetween } from './queries/resultRows'
import { sentPostOf } from './queries/sentPosts'
import { answersOf } from './storeReads'

const MOST_REPLIES = 50
/** What is usual is told by the posts of the quarter before. */
const USUAL_DAYS = 91
const PRIOR = { mean: 1, weight: 0.5 }

/** How a delivery was answered, reading by reading, and what was said; null for one that did not go out. */
export async function postResponses(brandId: string, deliveryId: string): Promise<PostResponses | null> {
  const db = await useDb()
  const post = await sentPostOf(db, deliveryId)
  if (!post || post.brand_id !== brandId) return null
  const around = await sentPostsBetween(db, brandId, post.sent_at - USUAL_DAYS * DAY, post.sent_at + 1)
  const counts = around
    .filter(
      (one) => one.account_id === post.account_id && one.delivery_id !== deliveryId && isSettled(one, now()),
    )
    .flatMap((one) => firstResponses(one, 'answers') ?? [])
  return {
    sentAt: toInstant(post.sent_at),
    state: post.state,
    nextAt: post.next_at === null ? null : toInstant(post.next_at),
    message: say(messagesOf(post.message)),
    readings: (await readingsOf(db, deliveryId)).map((row) => ({
      at: toInstant(row.at),
      likes: row.likes,
      reshares: row.reshares,
      replies: row.replies,
      quotes: row.quotes,
      answers: answersOf(row),
    })),
    replies: (await repliesOf(db, deliveryId, MOST_REPLIES)).map(({ author, text, url, at }) => ({
      author,
      text,
      url,
      at: toInstant(at),
    })),
    usual: counts.length === 0 ? null : { ...meanOfPosts(counts, PRIOR), posts: counts.length },
    first: firstResponses(post, 'answers'),
  }
}
