import { decodeBytes } from '#core/feed'
import { readPage } from '#core/page'
import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import { pageFactsTask } from './tasks'

export const captureInThread: InThread[] = [
  inThread(pageFactsTask, ({ body, url, contentType }) => readPage(decodeBytes(body, contentType).text, url)),
]
