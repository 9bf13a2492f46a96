import type { Message } from '../message'

export type FeedErrorCode = 'empty' | 'not-a-feed' | 'malformed' | 'too-deep'

/** Bytes that can't be read as a feed at all; `detail` says why. */
export class FeedError extends Error {
  readonly code: FeedErrorCode
  readonly detail: Message

  constructor(code: FeedErrorCode, detail: Message) {
    super(detail.code)
    this.name = 'FeedError'
    this.code = code
    this.detail = detail
  }
}
