import { words } from '../text'
import type { WatchQuery } from './types'

/**
 * A list of words as a query that takes any of them: commas or lines between, several words stand side by side, `word*` is a
 * beginning. Null when no word is in it.
 */
export function anyOf(list: string): WatchQuery | null {
  const terms = list.split(/[,;\n]/).flatMap((part): WatchQuery[] => {
    const found = words(part).map((word) => word.text)
    return found.length === 0 ? [] : [{ kind: 'term', words: found, phrase: found.length > 1, prefix: part.trim().endsWith('*'), exact: false }]
  })
  return terms.length <= 1 ? (terms[0] ?? null) : { kind: 'or', parts: terms }
}
