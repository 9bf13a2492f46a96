import { fold, stem, words } from '#core/text'
import type { Db } from '#server/platform/db'
import { brandById } from '#server/people'
import { matchExpression, newestMatches } from '#server/articles'

export interface Asked {
  text: string
  folded: string
  stems: string[]
  languages: string[]
  isPhrase: boolean
  isBeginning: boolean
}

/** Words and phrases of a query, in the languages a brand may be asking in. */
export async function askedIn(db: Db, brandId: string, query: string): Promise<Asked[]> {
  const brand = await brandById(db, brandId)
  return partsOf(query, [...new Set([brand?.language ?? 'en', 'en'])])
}

/**
 * Numbers of the newest articles that hold all the words, in any of their forms; null where no word is in
 * them.
 */
export async function articlesWithWords(db: Db, brandId: string, text: string): Promise<number[] | null> {
  const match = matchExpression(await askedIn(db, brandId, text), 'anywhere')
  return match ? newestMatches(db, match) : null
}

/** Words and phrases of a query; a word's stems in the languages one may be asking in. */
function partsOf(query: string, languages: string[]): Asked[] {
  const parts: Asked[] = []
  for (const [, phrase, rest] of query.slice(0, 300).matchAll(/["“„]([^"”“„]+)["”“]|([^"“„]+)/g)) {
    if (phrase?.trim())
      parts.push({
        text: phrase.trim(),
        folded: fold(phrase.trim()),
        stems: [],
        languages,
        isPhrase: true,
        isBeginning: false,
      })
    for (const word of words(rest ?? '')) {
      const stems = [...new Set(languages.map((language) => stem(word.text, language)))]
      parts.push({
        text: word.text,
        folded: fold(word.text),
        stems,
        languages,
        isPhrase: false,
        isBeginning: false,
      })
    }
  }
  // Somebody still typing means the beginning of a word.
  const last = parts.at(-1)
  if (last && !last.isPhrase && /[\p{L}\p{N}]$/u.test(query)) last.isBeginning = true
  return parts
}
