import { eachWord } from './words'

/** Signs that a word and its blank take at most, for nearly all. */
const SIGNS_A_WORD = 8

/**
 * How many words a text has; of a text with more than `enough`, some number that is at least that: no more of
 * it is cut into words than it takes to tell.
 */
export function wordsUpTo(text: string, language: string | null, enough: number): number {
  const count = (part: string): number => {
    let words = 0
    eachWord(part, language, () => void words++)
    return words
  }
  // No word goes over a blank, so that what stands before one holds whole words.
  const cut = text.indexOf(' ', enough * SIGNS_A_WORD)
  if (cut < 0) return count(text)
  const first = count(text.slice(0, cut))
  return first >= enough ? first : first + count(text.slice(cut))
}
