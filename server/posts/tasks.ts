import type { HashtagInput } from '#core/post/hashtags'
import type { WritingHelp } from '#shared/posts/types'
import { threadTask } from '#server/platform/jobs/threadTask'
import type { CommentRequest } from './commentWriters'

/** See `suggestHashtags` of core/post and `CommentWriter`. */
export const helpWritingTask = threadTask<{ hashtags: HashtagInput; line: CommentRequest }, WritingHelp>(
  'helpWriting',
)
