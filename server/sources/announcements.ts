import { log } from '#server/platform/log'
import { readAnswer, storeFetchedFeed } from './feeds'
import type { FeedRow } from './rows'
import { isSigned } from './hubs'

/**
 * Takes what a hub announces (WebSub §7): the feed's new content, believed only with our secret's signature
 * (§8). What is not signed so is dropped without a word, as the Recommendation asks.
 */
export async function takeAnnouncement(
  feed: FeedRow,
  sent: { body: Uint8Array; contentType: string | null; signature: string | null },
): Promise<void> {
  if (!isSigned(feed.id, sent.body, sent.signature)) {
    log.warn({ feed: feed.url }, 'An announcement came without our signature; it was dropped.')
    return
  }
  const headers: Record<string, string> = sent.contentType ? { 'content-type': sent.contentType } : {}
  const answer = { status: 200, headers, body: sent.body, url: feed.url, lastingUrl: feed.url }
  await storeFetchedFeed(feed, answer, await readAnswer(answer, 'background'), feed)
}
