import type { Message } from '#core/message'
import type { Captured } from '#shared/capture/types'

/** What is known of a capture once its page was looked at. */
export interface Looked {
  captured: Captured
  /** Why its page could not be read; null for nothing. */
  message: Message | null
}
