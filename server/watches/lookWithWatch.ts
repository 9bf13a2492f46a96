import type { Message } from '#core/message'
import { matchWatch, prepareArticle, termsOf, type WatchArticle, type WatchQuery } from '#core/watch'
import { foundIn } from './foundIn'

export interface LookInput {
  query: WatchQuery
  articles: (WatchArticle & { id: string })[]
  /** How many of the query's words are looked at one by one. */
  mostWords: number
  now: string
}

export interface Looked {
  matches: { id: string; found: string[]; reasons: Message[] }[]
  /**
   * Of each word: in how many matches it stands, and the articles that the query would match without it (null
   * where nothing is left to ask).
   */
  words: { text: string; leavesOut: boolean; brings: number; without: string[] | null }[]
}

/** What a query that is being written would mark, and what each of its words is worth. */
export function lookWithWatch({ query, articles, mostWords, now }: LookInput): Looked {
  const terms = mostWords > 0 ? termsOf(query).slice(0, mostWords) : []
  const looked: Looked = {
    matches: [],
    words: terms.map(({ text, leavesOut, without }) => ({
      text,
      leavesOut,
      brings: 0,
      without: without ? [] : null,
    })),
  }
  for (const article of articles) {
    const prepared = prepareArticle(article)
    const match = matchWatch(query, prepared, now)
    if (match) looked.matches.push({ id: article.id, found: foundIn(article, match), reasons: match.reasons })
    terms.forEach(({ term, without, leavesOut }, at) => {
      const word = looked.words[at]!
      if (match && !leavesOut && matchWatch(term, prepared, now)) word.brings++
      if (without && matchWatch(without, prepared, now)) word.without!.push(article.id)
    })
  }
  return looked
}
