import type { Message } from '#core/message'
import type { HashtagInput } from '#core/post/hashtags'
import { threadTask } from '#server/platform/jobs/threadTask'
import type { CommentRequest } from './commentWriters'

/** See `suggestHashtags` of core/post and `CommentWriter`. */
export const helpWritingTask = threadTask<
  { hashtags: HashtagInput; line: CommentRequest },
  { hashtags: { tag: string; reason: Message }[]; openings: string[] }
>('helpWriting')
