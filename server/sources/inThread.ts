import { decodeBytes, findFeeds, readFeed } from '#core/feed'
import { readOpml } from '#core/formats'
import { plainText } from '#core/text'
import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import { readMail } from './readMail'
import { findFeedsTask, readFeedTask, readMailTask, readOpmlTask } from './tasks'

export const sourcesInThread: InThread[] = [
  inThread(readFeedTask, ({ body, url, contentType }) => {
    const feed = readFeed(body, { url, contentType })
    return { feed, texts: feed.items.map((item) => plainText(item.contentHtml ?? item.summaryHtml ?? '')) }
  }),
  inThread(findFeedsTask, ({ body, url, contentType }) =>
    findFeeds(decodeBytes(body, contentType).text, url),
  ),
  inThread(readOpmlTask, readOpml),
  inThread(readMailTask, readMail),
]
