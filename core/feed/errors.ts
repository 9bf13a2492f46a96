export type FeedErrorCode = 'empty' | 'not-a-feed' | 'malformed' | 'too-deep'

/** Bytes that can't be read as a feed at all. `message` is a sentence for a person. */
export class FeedError extends Error {
  readonly code: FeedErrorCode

  constructor(code: FeedErrorCode, message: string) {
    super(message)
    this.name = 'FeedError'
    this.code = code
  }
}
