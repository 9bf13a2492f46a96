import { realNow } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import { type NewArticle, leftToMatch, putToMatch, takeOffToMatch } from '#server/articles'
import { type FeedRow, feedById } from '#server/sources'
import { settings } from '#server/platform/settings'
import { excludeFresh } from './sourceRules'
import { articlesMatched } from './hooks'
import { markArticles } from './marking'

const AT_ONCE = 200

/**
 * Lets watches and the rules of sources look at articles that were just stored and noted as yet to be looked
 * at; then they are no more. Looking twice does no harm: what died in between is looked at again.
 */
export async function matchStored(feed: FeedRow, articles: NewArticle[], isFresh = true): Promise<void> {
  if (articles.length === 0) return
  await markArticles(feed, articles, { fresh: isFresh })
  if (isFresh) await excludeFresh(feed, articles)
  const ids = articles.map(({ id }) => id)
  await inTransaction(async (db) => {
    if (isFresh) await articlesMatched.run(db, feed.id, ids)
    await takeOffToMatch(db, ids)
  })
}

/**
 * Looks at what a process stored and then died, or failed, before it was looked at. Gives how many articles.
 */
export async function matchingRound(): Promise<number> {
  const db = await useDb()
  const left = await leftToMatch(db, realNow() - settings().leaseSeconds * 1000, AT_ONCE)
  if (left.length === 0) return 0
  // Whatever becomes of them now, their next turn is after the others'.
  for (const isFresh of [0, 1])
    await inTransaction((db) =>
      putToMatch(
        db,
        left.filter((row) => row.is_fresh === isFresh).map(({ id }) => id),
        isFresh === 1,
        realNow(),
      ),
    )
  for (const feedId of new Set(left.map(({ feed_id }) => feed_id))) {
    const feed = await feedById(db, feedId)
    for (const isFresh of [0, 1]) {
      const rows = left.filter((row) => row.feed_id === feedId && row.is_fresh === isFresh)
      if (feed) await matchStored(feed, rows, isFresh === 1)
    }
  }
  return left.length
}
