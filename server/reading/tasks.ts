import type { FeedKind, FeedToWrite } from '#core/formats'
import { threadTask } from '#server/platform/jobs/threadTask'
import type { Received } from '#server/platform/pages/readCard'
import type { PageText } from './readPage'
import type { ArticleHtml, ShownArticle } from './showArticle'

/** A feed of ours, its HTML made safe once more. */
export const writeFeedTask = threadTask<{ kind: FeedKind; feed: FeedToWrite }, string>('writeFeed')
/** See `showArticle`. */
export const showArticleTask = threadTask<ShownArticle, ArticleHtml>('showArticle')
/** See `readPage`. */
export const readPageTask = threadTask<Received, PageText | null>('readPage')
