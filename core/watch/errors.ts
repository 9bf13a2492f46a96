/**
 * A query that can't be read. `at` is the UTF-16 offset of the trouble, `expected` what could stand there.
 */
export class WatchSyntaxError extends Error {
  readonly code = 'watch-syntax'
  readonly at: number
  readonly expected: string

  constructor(at: number, expected: string, message: string) {
    super(message)
    this.name = 'WatchSyntaxError'
    this.at = at
    this.expected = expected
  }
}
