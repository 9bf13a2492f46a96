import { isOfFirstDays, nextReading } from '#core/results'
import type { AccountRow } from '#server/networks'
import type { PostRead, ResponseCounts } from '#server/networks/connectors'
import { announce } from '#server/platform/changes/announce'
import { now } from '#server/platform/clock'
import { inTransaction, type Db } from '#server/platform/db'
import { storeMessages } from '#server/platform/db/messages'
import { insertReadings, putAccountReading } from './queries/readings'
import { changeSentPost, type PostToRead } from './queries/sentPosts'
import type { ResponseReadingRow, SentPostRow } from './rows'

/** A reading of a post; without counts it told nothing. */
export const readingOf = (
  deliveryId: string,
  at: number,
  counts: ResponseCounts | null,
): ResponseReadingRow => ({
  delivery_id: deliveryId,
  at,
  likes: counts?.likes ?? null,
  reshares: counts?.reshares ?? null,
  replies: counts?.replies ?? null,
  quotes: counts?.quotes ?? null,
  views: counts?.views ?? null,
})

/** Likes, reshares, replies and quotes together; null where none of them was told. */
export function answersOf(counts: Omit<ResponseCounts, 'views'>): number | null {
  const told = [counts.likes, counts.reshares, counts.replies, counts.quotes].filter(
    (count) => count !== null,
  )
  return told.length === 0 ? null : told.reduce((sum, count) => sum + count, 0)
}

/**
 * Keeps what a network told of posts, in the order they were asked about; those that it was not asked about
 * yet stay due. Gives those whose replies are more than before.
 */
export const storeReads = (
  account: AccountRow,
  posts: PostToRead[],
  reads: PostRead[],
): Promise<PostToRead[]> =>
  inTransaction(async (db) => {
    const at = now()
    const answered: PostToRead[] = []
    for (const [index, read] of reads.entries()) {
      const post = posts[index]!
      await changeSentPost(db, post.delivery_id, changeBy(post, read, at))
      if (read.kind === 'told' && (read.counts.replies ?? 0) > (post.replies ?? 0)) answered.push(post)
    }
    await insertReadings(
      db,
      reads.flatMap((read, index) =>
        read.kind === 'gone'
          ? []
          : [readingOf(posts[index]!.delivery_id, at, read.kind === 'told' ? read.counts : null)],
      ),
    )
    if (reads.some((read) => read.kind === 'told' && answersOf(read.counts) !== null))
      await putAccountReading(db, account.id, { has_told: 1 })
    await announce(db, account.brand_id, 'responses', account.id)
    return answered
  })

function changeBy(post: PostToRead, read: PostRead, at: number): Partial<SentPostRow> {
  if (read.kind === 'gone') return { state: 'gone', next_at: null, message: null }
  const next_at = nextReading(post.sent_at, at)
  const state = next_at === null ? ('over' as const) : ('read' as const)
  if (read.kind === 'no-word') return { state, next_at, message: storeMessages(read.message) }
  const answers = answersOf(read.counts)
  const first = answers !== null && isOfFirstDays(post.sent_at, at) ? { first_answers: answers } : {}
  return { state, next_at, message: null, read_at: at, ...read.counts, ...first }
}

/** Of an account whose network tells of nothing no post is asked about. */
export const untold = async (db: Db, accountId: string): Promise<void> => {
  await db('sent_posts')
    .where({ account_id: accountId, state: 'read' })
    .update({ state: 'untold', next_at: null })
}
