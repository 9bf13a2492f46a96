import { formsFor, stem, words } from '../text'
import { termsOf } from './terms'
import type { WatchQuery } from './types'

interface Text {
  title: string
  body: string
  language: string | null
}

/** Shortest word that is worth watching; fewest kept articles it must stand in, and the largest share of the others. */
const SHORTEST = 4
const FEWEST = 2
const TOO_COMMON = 0.3

/**
 * Words that often stand in articles that were kept, seldom in others, and not in the query. `kept`: in how many of the kept ones.
 * Compared by document frequency, with half an article added to each side so that small numbers say little.
 */
export function suggestWords(query: WatchQuery | null, keptTexts: Text[], otherTexts: Text[], count: number): { word: string; kept: number }[] {
  const asked = new Set((query ? termsOf(query) : []).flatMap(({ term }) => term.words))
  const isAsked = (language: string | null): Set<string> => new Set([...asked].map((word) => stem(word, language)))
  const kept = frequencies(keptTexts)
  const others = frequencies(otherTexts)
  return [...kept]
    .flatMap(([key, { documents, word, language }]) => {
      const elsewhere = others.get(key)?.documents ?? 0
      if (documents < FEWEST || word.length < SHORTEST || !/^\p{L}+$/u.test(word) || elsewhere / (otherTexts.length || 1) > TOO_COMMON) return []
      if (isAsked(language).has(stem(word, language))) return []
      const ratio = (documents + 0.5) / (keptTexts.length + 1) / ((elsewhere + 0.5) / (otherTexts.length + 1))
      return ratio <= 1.5 ? [] : [{ word, kept: documents, score: documents * Math.log(ratio) }]
    })
    .sort((a, b) => b.score - a.score || a.word.localeCompare(b.word))
    .slice(0, count)
    .map(({ word, kept: documents }) => ({ word, kept: documents }))
}

/** In how many texts each stem stands, with the shortest form it has there. */
function frequencies(texts: Text[]): Map<string, { documents: number; word: string; language: string | null }> {
  const found = new Map<string, { documents: number; word: string; language: string | null }>()
  for (const { title, body, language } of texts) {
    const formsOf = formsFor(language)
    const here = new Map<string, string>()
    for (const { text } of words(`${title}\n${body}`, language)) {
      const key = formsOf(text).stem
      const word = text.toLowerCase()
      const known = here.get(key)
      if (known === undefined || word.length < known.length) here.set(key, word)
    }
    for (const [key, word] of here) {
      const known = found.get(key)
      if (!known) found.set(key, { documents: 1, word, language })
      else {
        known.documents++
        if (word.length < known.word.length) known.word = word
      }
    }
  }
  return found
}
