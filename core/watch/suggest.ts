import { formsFor, stem, words } from '../text'
import { termsOf } from './terms'
import type { WatchQuery } from './types'

interface Text {
  title: string
  body: string
  language: string | null
}

/**
 * Shortest word that is worth watching; fewest kept articles and headlines of them it must stand in, the
 * largest share of the others, and how much oftener.
 */
const SHORTEST = 4
const FEWEST = 2
const TOO_COMMON = 0.2
const OFTENER = 2

/**
 * Words that often stand in articles that were kept, seldom in others, and not in the query; in headlines as
 * well, since what is only in running text is seldom a subject. `kept`: in how many of the kept ones.
 * Compared by document frequency, with half an article added to each side so that small numbers say little.
 */
export function suggestWords(
  query: WatchQuery | null,
  keptTexts: Text[],
  otherTexts: Text[],
  count: number,
): { word: string; kept: number }[] {
  const asked = (query ? termsOf(query) : []).flatMap(({ term }) => term.words)
  const isAsked = (word: string, language: string | null): boolean =>
    asked.some((item) => stem(item, language) === stem(word, language))
  const kept = frequencies(keptTexts)
  const others = frequencies(otherTexts)
  return [...kept]
    .flatMap(([key, { documents, titles, word, language }]) => {
      const elsewhere = others.get(key)?.documents ?? 0
      if (
        documents < FEWEST ||
        titles < FEWEST ||
        word.length < SHORTEST ||
        !/^\p{L}+$/u.test(word) ||
        elsewhere / (otherTexts.length || 1) > TOO_COMMON
      )
        return []
      if (isAsked(word, language)) return []
      const ratio = (documents + 0.5) / (keptTexts.length + 1) / ((elsewhere + 0.5) / (otherTexts.length + 1))
      return ratio < OFTENER ? [] : [{ word, kept: documents, score: (documents + titles) * Math.log(ratio) }]
    })
    .sort((a, b) => b.score - a.score || a.word.localeCompare(b.word))
    .slice(0, count)
    .map(({ word, kept: documents }) => ({ word, kept: documents }))
}

interface Frequency {
  documents: number
  titles: number
  word: string
  language: string | null
}

/** In how many texts and titles each stem stands, with the shortest form it has there. */
function frequencies(texts: Text[]): Map<string, Frequency> {
  const found = new Map<string, Frequency>()
  for (const { title, body, language } of texts) {
    const formsOf = formsFor(language)
    const here = new Map<string, string>()
    const inTitle = new Set(words(title, language).map(({ text }) => formsOf(text).stem))
    for (const { text } of words(`${title}\n${body}`, language)) {
      const key = formsOf(text).stem
      const word = text.toLowerCase()
      const known = here.get(key)
      if (known === undefined || word.length < known.length) here.set(key, word)
    }
    for (const [key, word] of here) {
      const known = found.get(key)
      const titles = inTitle.has(key) ? 1 : 0
      if (!known) found.set(key, { documents: 1, titles, word, language })
      else {
        known.documents++
        known.titles += titles
        if (word.length < known.word.length) known.word = word
      }
    }
  }
  return found
}
