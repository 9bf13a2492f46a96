import type { WatchArticle, WatchMatch } from '#core/watch'

/** The words of a match as they stand in the article. */
export function foundIn(article: WatchArticle, match: WatchMatch): string[] {
  const texts = { title: article.title, body: article.body, author: article.author ?? '' }
  return [...new Set(match.spans.map((span) => texts[span.field].slice(span.start, span.end)))]
}
