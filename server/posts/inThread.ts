import { suggestHashtags } from '#core/post/hashtags'
import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import { drawnComments } from './commentWriters'
import { helpWritingTask } from './tasks'

export const postsInThread: InThread[] = [
  inThread(helpWritingTask, async ({ hashtags, line }) => ({
    hashtags: suggestHashtags(hashtags),
    openings: line.body === '' ? [] : await drawnComments.openings(line),
  })),
]
