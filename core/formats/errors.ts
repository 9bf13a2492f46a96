/** A file that can't be used as a whole. `message` is a sentence for a person. */
export class FormatError extends Error {
  readonly code: 'not-opml' | 'too-deep'
  /** Line of the trouble, from 1. */
  readonly line: number

  constructor(code: 'not-opml' | 'too-deep', line: number, message: string) {
    super(message)
    this.name = 'FormatError'
    this.code = code
    this.line = line
  }
}
