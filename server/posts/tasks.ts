import type { Message } from '#core/message'
import type { HashtagInput } from '#core/post/hashtags'
import { threadTask } from '#server/platform/jobs/threadTask'

/** See `suggestHashtags` of core/post. */
export const suggestHashtagsTask = threadTask<HashtagInput, { tag: string; reason: Message }[]>(
  'suggestHashtags',
)
