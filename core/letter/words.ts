/** Where a signature begins (RFC 3676 §4.3). */
const SIGNATURE = /^-- ?$/
/** Where what is quoted begins, or what is passed on below a rule (common practice). */
const BELOW = /^(?:>|_{10,}$)/
/** What mail programs put before a subject that is answered or passed on (common practice). */
const PASSED_ON = /^(?:(?:re|fwd?|wg|aw|tr|rv|enc)\s*:\s*)+/i

const linesIn = (text: string): string[] => text.replace(/\r\n?/g, '\n').split('\n')

function upTo(text: string, isEnd: (line: string) => boolean): string {
  const lines = linesIn(text)
  const end = lines.findIndex(isEnd)
  return (end < 0 ? lines : lines.slice(0, end)).join('\n')
}

/** A plain text without its signature: what that leads to is not what the letter is about. */
export const unsigned = (text: string): string => upTo(text, (line) => SIGNATURE.test(line))

/** What somebody wrote themselves: a plain text up to its signature, or to what it quotes or passes on. */
export const writtenWords = (text: string): string =>
  upTo(text, (line) => SIGNATURE.test(line) || BELOW.test(line))
    .replace(/\n{3,}/g, '\n\n')
    .trim()

/** What a letter is called: its subject, without the marks of answering and passing on. */
export const letterTitle = (subject: string): string => subject.replace(PASSED_ON, '').trim()
