import { fold, stem, words } from '../text'
import type { WatchArticle } from './types'

interface PreparedWord {
  folded: string
  stem: string
  start: number
  end: number
}

/** An article cut into words once, so that many queries can look at it. */
export interface PreparedArticle {
  prepared: true
  language: string | null
  fields: { field: 'title' | 'body' | 'author'; words: PreparedWord[] }[]
}

/** Cuts an article's title, body and author into words with their folded forms and stems. */
export function prepareArticle(article: WatchArticle): PreparedArticle {
  const cut = (text: string): PreparedWord[] =>
    words(text, article.language).map(({ text: word, start, end }) => ({ folded: fold(word), stem: stem(word, article.language), start, end }))
  return {
    prepared: true,
    language: article.language,
    fields: [
      { field: 'title', words: cut(article.title) },
      { field: 'body', words: cut(article.body) },
      { field: 'author', words: cut(article.author ?? '') },
    ],
  }
}
