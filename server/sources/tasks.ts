import type { Feed, FoundFeed } from '#core/feed'
import type { OpmlSource, Read } from '#core/formats'
import { threadTask } from '#server/platform/jobs/threadTask'
import type { Received } from '#server/platform/pages/readCard'
import type { MailText } from './readMail'

/** A feed with the plain text of each item, in the items' order. */
export interface ReadFeedResult {
  feed: Feed
  texts: string[]
}

/** See `readFeed` of core/feed. Throws its FeedError. */
export const readFeedTask = threadTask<Received, ReadFeedResult>('readFeed')
/** The feeds that a page names; see `findFeeds` of core/feed. */
export const findFeedsTask = threadTask<Received, FoundFeed[]>('findFeeds')
/** The sources of an OPML file; see `readOpml` of core/formats. Throws its FormatError. */
export const readOpmlTask = threadTask<string, Read<OpmlSource>>('readOpml')
/** A mail as it came; see `readMail`. */
export const readMailTask = threadTask<{ raw: Uint8Array }, MailText>('readMail')
