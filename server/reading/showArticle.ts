import type { Message } from '#core/message'
import { safeHtml } from '#core/feed'
import { readingMinutes } from '#core/text'
import { matchWatch, parseWatch, prepareArticle, type WatchArticle } from '#core/watch'

export interface ShownArticle {
  html: string
  /** Where relative addresses in it begin. */
  url: string
  article: WatchArticle
  watches: { id: string; query: string }[]
  now: string
}

export interface ArticleHtml {
  html: string
  minutes: number
  reasons: { id: string; reasons: Message[] }[]
}

/**
 * What of an article is worked out as it is shown: its kept HTML made safe once more, how long it takes to
 * read, why each watch marks it.
 */
export function showArticle({ html, url, article, watches, now }: ShownArticle): ArticleHtml {
  const prepared = watches.length > 0 ? prepareArticle(article) : null
  return {
    html: safeHtml(html, url),
    minutes: readingMinutes(article.body),
    reasons: watches.flatMap(({ id, query }) => {
      const match = matchWatch(parseWatch(query), prepared!, now)
      return match ? [{ id, reasons: match.reasons }] : []
    }),
  }
}
