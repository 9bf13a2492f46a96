import { words } from '../text/words'
import type { WatchQuery } from './types'

/**
 * A list of words as a query that takes any of them: commas or lines between, several words stand side by
 * side, `word*` is a beginning. Null when no word is in it.
 */
export function anyOf(list: string): WatchQuery | null {
  const terms = list.split(/[,;\n]/).flatMap((part): WatchQuery[] => {
    const found = words(part).map((word) => word.text)
    const term = {
      kind: 'term' as const,
      words: found,
      field: null,
      exact: false,
      prefix: part.trim().endsWith('*'),
      near: null,
      weight: 1,
    }
    return found.length === 0 ? [] : [term]
  })
  return terms.length <= 1 ? (terms[0] ?? null) : { kind: 'or', parts: terms }
}
