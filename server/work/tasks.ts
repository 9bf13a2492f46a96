import { findFeeds, readFeed, type Feed, type FoundFeed } from '../../core/feed'
import { plainText, stem, words } from '../../core/text'
import { readMail } from './readMail'
import { readPage } from './readPage'
import { buildWatchIndex, type WatchArticle, type WatchQuery } from '../../core/watch'

export interface ReadFeedInput {
  body: Uint8Array
  url: string
  contentType: string | null
}

/** A feed with the plain text of each item, in the items' order. */
export interface ReadFeedResult {
  feed: Feed
  texts: string[]
}

export interface MatchInput {
  watches: { id: string; query: WatchQuery }[]
  articles: (WatchArticle & { id: string })[]
  now: string
}

export interface MatchResult {
  marks: { watchId: string; articleId: string; strength: number; found: string[] }[]
}

/** The heavy work that runs in worker threads: pure, plain data in and out. */
export const tasks = {
  readFeed({ body, url, contentType }: ReadFeedInput): ReadFeedResult {
    const feed = readFeed(body, { url, contentType })
    return { feed, texts: feed.items.map((item) => plainText(item.contentHtml ?? item.summaryHtml ?? '')) }
  },

  findFeeds({ html, url }: { html: string; url: string }): FoundFeed[] {
    return findFeeds(html, url)
  },

  readPage,

  readMail,

  /** The stems of each text's words, as the search index takes them. */
  stemTexts(texts: { text: string; language: string | null }[]): string[] {
    return texts.map(({ text, language }) => words(text, language).map((word) => stem(word.text, language)).join(' ')) // prettier-ignore
  },

  matchWatches({ watches, articles, now }: MatchInput): MatchResult {
    const index = buildWatchIndex(watches)
    return {
      marks: articles.flatMap((article) =>
        index.match(article, now).map(({ id, match }) => {
          const texts = { title: article.title, body: article.body, author: article.author ?? '' }
          const found = new Set(match.spans.map((span) => texts[span.field].slice(span.start, span.end)))
          return { watchId: id, articleId: article.id, strength: match.strength, found: [...found] }
        }),
      ),
    }
  },
}

export type TaskName = keyof typeof tasks
