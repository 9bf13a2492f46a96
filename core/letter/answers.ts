/** What in a letter's head tells who wrote it: values of its headers, in lower case. */
export interface LetterMarks {
  /** Its sender's address. */
  sender: string
  autoSubmitted: string[]
  precedence: string[]
  /** Whether it bears headers of a list (RFC 2369, RFC 2919). */
  isList: boolean
}

/** Senders that nobody reads (RFC 3834 §2, RFC 5321 §4.5.1, and common practice). */
const MACHINE = /^(?:mailer-daemon|postmaster|owner-|no-?reply|do-?not-?reply|bounces?)\b|-request@/
const BULK = ['bulk', 'list', 'junk']

/** What it says of itself besides `no` (RFC 3834 §5); '' where nobody but a person wrote it. */
const automatic = ({ autoSubmitted }: LetterMarks): string =>
  autoSubmitted.find((value) => !/^no\b/.test(value)) ?? ''

/** Whether a machine wrote a letter in answer to another, so that answering it could begin a loop. */
export const isAutomaticAnswer = (marks: LetterMarks): boolean =>
  /^auto-(?:replied|notified)\b/.test(automatic(marks))

/** Whether a machine may answer a letter (RFC 3834 §2): never lists, bulk mail, or other machines. */
export const mayBeAnswered = (marks: LetterMarks): boolean =>
  automatic(marks) === '' &&
  !marks.isList &&
  !marks.precedence.some((value) => BULK.includes(value)) &&
  !MACHINE.test(marks.sender)
