import { now } from '#server/platform/clock'
import { inTransaction } from '#server/platform/db'
import { moveArticles } from '#server/articles'
import type { FeedRow } from './rows'
import * as sources from './queries/sources'
import { log } from '#server/platform/log'

/**
 * Remembers where a feed lies from now on (RFC 9110 §15.4.2, §15.4.9). Where another feed lies there already,
 * the two become one: its readers read the other from now on, with all articles. Gives the feed that goes on.
 */
export async function moveFeed(feed: FeedRow, lastingUrl: string): Promise<FeedRow> {
  if (lastingUrl === feed.url) return feed
  log.info({ from: feed.url, to: lastingUrl }, 'A feed has moved for good.')
  return inTransaction(async (db) => {
    const there = await sources.feedByUrl(db, lastingUrl)
    const moved = { moved_from: feed.url, moved_at: now() }
    if (!there) {
      await sources.updateFeed(db, feed.id, { ...moved, url: lastingUrl, host: new URL(lastingUrl).host })
      return { ...feed, ...moved, url: lastingUrl }
    }
    await moveArticles(db, feed.id, there.id)
    await sources.moveReaders(db, feed.id, there.id, now())
    await sources.updateFeed(db, there.id, moved)
    return there
  })
}
