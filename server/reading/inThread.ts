import { safeHtml } from '#core/feed'
import { writeFeed } from '#core/formats'
import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import { readPage } from './readPage'
import { showArticle } from './showArticle'
import { readPageTask, showArticleTask, writeFeedTask } from './tasks'

export const readingInThread: InThread[] = [
  inThread(writeFeedTask, ({ kind, feed }) =>
    writeFeed(kind, {
      ...feed,
      items: feed.items.map((item) => ({ ...item, html: safeHtml(item.html, item.url) })),
    }),
  ),
  inThread(showArticleTask, showArticle),
  inThread(readPageTask, readPage),
]
