import { eachWord, formsFor } from '../text'
import { hostOf, asciiHost } from './site'
import type { WatchArticle } from './types'

/** A text's words, beside each other: how each is compared, and where it stands. */
export interface PreparedText {
  folded: string[]
  stems: string[]
}

/**
 * An article cut into words once, so that many queries can look at it. Title, body and author stand one
 * behind the other, so that a word has one number: the title's begin at 0, the others' at `bodyFrom` and
 * `authorFrom`.
 */
export interface PreparedArticle extends PreparedText {
  prepared: true
  starts: number[]
  ends: number[]
  bodyFrom: number
  authorFrom: number
  source: PreparedText
  region: PreparedText
  categories: PreparedText[]
  host: string | null
  language: string | null
  publishedAt: number | null
  outlets: number
  responses: number | null
}

/** Cuts an article's title, body and author into words with their folded forms and stems. */
export function prepareArticle(article: WatchArticle): PreparedArticle {
  const formsOf = formsFor(article.language)
  const all = { folded: [] as string[], stems: [] as string[], starts: [] as number[], ends: [] as number[] }
  const append = (text: string): number => {
    eachWord(text, article.language, (word, start, end) => {
      const { folded, stem } = formsOf(word)
      all.folded.push(folded)
      all.stems.push(stem)
      all.starts.push(start)
      all.ends.push(end)
    })
    return all.folded.length
  }
  const bodyFrom = append(article.title)
  const authorFrom = append(article.body)
  append(article.author ?? '')
  // Few queries ask for these: each is worked out when one does.
  let source: PreparedText | null = null
  let region: PreparedText | null = null
  let categories: PreparedText[] | null = null
  let host: string | null | undefined
  return {
    prepared: true,
    ...all,
    bodyFrom,
    authorFrom,
    get source() {
      return (source ??= prepareText(article.source, null))
    },
    get region() {
      return (region ??= prepareText(article.region ?? '', null))
    },
    get categories() {
      return (categories ??= article.categories.map((category) => prepareText(category, article.language)))
    },
    get host() {
      return host === undefined ? (host = hostNamed(article.url)) : host
    },
    language: article.language,
    publishedAt: article.publishedAt === null ? null : Date.parse(article.publishedAt),
    // An article alone is in one outlet: its own.
    outlets: article.outlets ?? 1,
    responses: article.responses ?? null,
  }
}

function hostNamed(url: string | null): string | null {
  const host = url && /^https?:\/\//i.test(url) ? hostOf(url) : null
  return host === null ? null : asciiHost(host)
}

function prepareText(text: string, language: string | null): PreparedText {
  const formsOf = formsFor(language)
  const prepared: PreparedText = { folded: [], stems: [] }
  eachWord(text, language, (word) => {
    const { folded, stem } = formsOf(word)
    prepared.folded.push(folded)
    prepared.stems.push(stem)
  })
  return prepared
}
