import { note, say } from '#shared/messages'
import type { Message } from '#core/message'

/** A task that took longer than any honest input needs, or more memory; its thread was ended. */
export class TaskStopped extends Error {
  readonly reason: Message

  constructor(why: 'busy' | 'slow' | 'heavy' | 'deep') {
    const reason = note(`task.${why}`)
    super(say([reason]))
    this.reason = reason
  }
}
