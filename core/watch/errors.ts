import type { Message } from '../message'

/**
 * A query that can't be read. `at` is the UTF-16 offset of the trouble, `expected` what could stand there,
 * `detail` what is wrong.
 */
export class WatchSyntaxError extends Error {
  readonly code = 'watch-syntax'
  readonly at: number
  readonly expected: string
  readonly detail: Message

  constructor(at: number, expected: string, detail: Message) {
    super(detail.code)
    this.name = 'WatchSyntaxError'
    this.at = at
    this.expected = expected
    this.detail = detail
  }
}
