import type { Message } from '../message'

/** A file that can't be used as a whole. `detail` says why. */
export class FormatError extends Error {
  readonly code: 'not-opml' | 'no-list' | 'too-deep'
  readonly detail: Message
  /** Line of the trouble, from 1. */
  readonly line: number

  constructor(code: 'not-opml' | 'no-list' | 'too-deep', line: number, detail: Message) {
    super(detail.code)
    this.name = 'FormatError'
    this.code = code
    this.detail = detail
    this.line = line
  }
}
