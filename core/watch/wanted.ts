import { fold, stem } from '../text'
import type { Term } from './types'

/** A term's words as they are compared in texts of one language. */
export interface Wanted {
  /** Whether words are compared as they are written, or by their stems. */
  exact: boolean
  forms: string[]
  /** The folded beginning of the last word, where the term ends in `*`. */
  beginning: string | null
}

const known = new WeakMap<Term, Map<string, Wanted>>()

/** How a term is looked for in a language; worked out once. */
export function wantedIn(term: Term, language: string | null): Wanted {
  const key = language ?? ''
  const before = known.get(term)
  const ready = before?.get(key)
  if (ready) return ready
  const wanted = wantedForms(term, language)
  known.set(term, (before ?? new Map<string, Wanted>()).set(key, wanted))
  return wanted
}

function wantedForms({ words, exact, prefix, field }: Term, language: string | null): Wanted {
  // The name of a source or a region is in no language.
  const spoken = field === 'source' || field === 'region' ? null : language
  return {
    exact,
    forms: words.map((word) => (exact ? fold(word) : stem(word, spoken))),
    beginning: prefix ? fold(words.at(-1)!) : null,
  }
}
