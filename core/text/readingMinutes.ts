import { words } from './words'

/** Words a minute of a practised reader of prose (common practice: 200 to 250). */
const WORDS_A_MINUTE = 230

/** Whole minutes that reading a plain text takes, at least 1; 0 for a text without words. */
export function readingMinutes(text: string): number {
  const count = words(text).length
  return count === 0 ? 0 : Math.max(1, Math.round(count / WORDS_A_MINUTE))
}
