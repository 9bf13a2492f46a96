import type { HashtagInput } from '#core/post/hashtags'
import type { WritingHelp } from '#shared/posts/types'
import { threadTask } from '#server/platform/jobs/threadTask'
import type { LineRequest } from './lineWriters'

/** See `suggestHashtags` of core/post and `LineWriter`. */
export const helpWritingTask = threadTask<{ hashtags: HashtagInput; line: LineRequest }, WritingHelp>(
  'helpWriting',
)
