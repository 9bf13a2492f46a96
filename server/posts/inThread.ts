import { suggestHashtags } from '#core/post/hashtags'
import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import { suggestHashtagsTask } from './tasks'

export const postsInThread: InThread[] = [inThread(suggestHashtagsTask, suggestHashtags)]
