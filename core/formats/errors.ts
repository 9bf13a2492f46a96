import type { Message } from '../message'

export type FormatFault = 'not-opml' | 'not-calendar' | 'no-list' | 'too-deep'

/** A file that can't be used as a whole. `detail` says why. */
export class FormatError extends Error {
  readonly code: FormatFault
  readonly detail: Message
  /** Line of the trouble, from 1. */
  readonly line: number

  constructor(code: FormatFault, line: number, detail: Message) {
    super(detail.code)
    this.name = 'FormatError'
    this.code = code
    this.detail = detail
    this.line = line
  }
}
