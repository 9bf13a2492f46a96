import { DAY } from '#core/instant'
import { FIRST_DAYS_MS, rankPosts } from '#core/results'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { firstResponses, isSettled } from './measures'
import { resultPostsBetween, responsesOfWordings } from './queries/resultRows'

/** Half a day more than the first days: a reading may be late (see `isSettled`). */
const SETTLED_MS = FIRST_DAYS_MS + DAY / 2

export interface WordingResponses {
  postId: string
  wording: number
  /** Showings that were counted, and what they got together. */
  counted: number
  responses: number
}

/** What posts got within their first days, by their wordings. */
export const wordingResponses = async (
  db: Db,
  brandId: string,
  postIds: string[],
): Promise<WordingResponses[]> =>
  (await responsesOfWordings(db, brandId, postIds, now() - SETTLED_MS)).map((row) => ({
    postId: row.post_id,
    wording: row.wording,
    counted: row.counted,
    responses: row.responses ?? 0,
  }))

/** Readers change: what was long ago says little of what a post gets now. */
const PERIOD_DAYS = 182

/** The posts that surely get less than their accounts' posts usually do, each with how surely (0 to 1). */
export async function weakPosts(db: Db, brandId: string): Promise<Map<string, number>> {
  const at = now()
  const posts = (await resultPostsBetween(db, brandId, at - PERIOD_DAYS * DAY, at)).flatMap((post) => {
    const responses = isSettled(post, at) ? firstResponses(post, 'responses') : null
    return responses === null ? [] : [{ post: post.post_id, account: post.account_id, responses }]
  })
  return new Map(
    rankPosts(posts)
      .filter(({ verdict }) => verdict === 'worse')
      .map(({ post, chanceAbove }) => [post, 1 - chanceAbove]),
  )
}
