import { DAY, toInstant } from '#core/instant'
import { meanOfPosts } from '#core/results'
import { say } from '#shared/messages'
import type { PostResponses } from '#shared/results/types'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { messagesOf } from '#server/platform/db/messages'
import { accountsOf } from '#server/networks'
import { answersUntilNow, clicksUntilNow, firstResponses, isSettled } from './measures'
import { readingsOf, repliesOf } from './queries/readings'
import { followersAt, sentPostsBetween } from './queries/resultRows'
import { sentPostOf, sentPostsOfPost } from './queries/sentPosts'
import type { SentPostRow } from './rows'
import { shortText } from './standingOut'
import { answersOf } from './storeReads'

const MOST_REPLIES = 50
const MOST_OTHERS = 60
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
    others: await othersOf(db, post),
    followers: post.views === null ? await followersAt(db, post.account_id, post.sent_at) : null,
    usual: counts.length === 0 ? null : { ...meanOfPosts(counts, PRIOR), posts: counts.length },
    first: firstResponses(post, 'answers'),
  }
}

async function othersOf(db: Db, post: SentPostRow): Promise<PostResponses['others']> {
  const names = new Map((await accountsOf(db, post.brand_id)).map(({ id, name }) => [id, name]))
  return (await sentPostsOfPost(db, post.post_id, MOST_OTHERS))
    .filter(({ delivery_id: id }) => id !== post.delivery_id)
    .map((one) => ({
      deliveryId: one.delivery_id,
      account: names.get(one.account_id) ?? '',
      at: toInstant(one.sent_at),
      isSameWording: one.wording === post.wording,
      isEcho: one.echo > 0,
      text: shortText(one.text),
      answers: answersUntilNow(one),
      clicks: clicksUntilNow(one),
      isYoung: !isSettled(one, now()),
    }))
}
