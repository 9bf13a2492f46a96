import { decodeBytes, findFeeds, readFeed, safeHtml, type Feed, type FoundFeed } from '../../core/feed'
import { readOpml, writeFeed, type FeedKind, type FeedToWrite, type OpmlSource, type Read } from '../../core/formats'
import { fold, plainText, stem, words } from '../../core/text'
import { suggestHashtags, type HashtagInput } from '../../core/post/hashtags'
import type { WritingHelp } from '../../shared/posts'
import { drawnLines, type LineRequest } from '../services/lineWriters'
import { watchExpression } from '../db/sqlite/watchExpression'
import { foundIn } from './foundIn'
import { lookWithWatch } from './lookWithWatch'
import { readCard, readLinks, type Received } from './readCard'
import { readMail } from './readMail'
import { readPage } from './readPage'
import { showArticle } from './showArticle'
import { buildWatchIndex, suggestWords, type WatchArticle, type WatchQuery } from '../../core/watch'

/** A feed with the plain text of each item, in the items' order. */
export interface ReadFeedResult {
  feed: Feed
  texts: string[]
}

type Text = Parameters<typeof suggestWords>[1][number]

export interface MatchInput {
  watches: { id: string; query: WatchQuery }[]
  articles: (WatchArticle & { id: string })[]
  now: string
}

export interface MatchResult {
  /** In force from then on, and before then, in milliseconds; null for without end. */
  marks: { watchId: string; articleId: string; strength: number; found: string[]; from: number | null; until: number | null }[]
}

/** The heavy work that runs in worker threads: pure, plain data in and out. */
export const tasks = {
  readFeed({ body, url, contentType }: Received): ReadFeedResult {
    const feed = readFeed(body, { url, contentType })
    return { feed, texts: feed.items.map((item) => plainText(item.contentHtml ?? item.summaryHtml ?? '')) }
  },

  findFeeds({ body, url, contentType }: Received): FoundFeed[] {
    return findFeeds(decodeBytes(body, contentType).text, url)
  },

  readCard,

  readLinks,

  readOpml(text: string): Read<OpmlSource> {
    return readOpml(text)
  },

  /** The texts of some pieces of HTML. */
  plainTexts(pieces: string[]): string[] {
    return pieces.map(plainText)
  },

  showArticle,

  /** A feed of ours, its HTML made safe once more. */
  writeFeed({ kind, feed }: { kind: FeedKind; feed: FeedToWrite }): string {
    return writeFeed(kind, { ...feed, items: feed.items.map((item) => ({ ...item, html: safeHtml(item.html, item.url) })) })
  },

  readPage,

  readMail,

  /** The stems of each text's words, as the search index takes them. */
  stemTexts(texts: { text: string; author: string | null; language: string | null }[]): string[] {
    return texts.map(({ text, author, language }) => {
      const stems = words(text, language).map((word) => stem(word.text, language))
      // A name is found by its beginning and as it is written too, so it stands in both forms, its words side by side.
      const names = words(author ?? '', language).map((word) => word.text)
      return [...stems, ...names.map(fold), ...names.map((name) => stem(name, language))].join(' ')
    })
  },

  /** See `watchExpression`. */
  watchExpression,

  lookWithWatch,

  offerWords({ query, kept, others, count }: { query: WatchQuery | null; kept: Text[]; others: Text[]; count: number }): { word: string; kept: number }[] {
    return suggestWords(query, kept, others, count)
  },

  /** See `suggestHashtags` and `LineWriter`. */
  async helpWriting({ hashtags, line }: { hashtags: HashtagInput; line: LineRequest }): Promise<WritingHelp> {
    return { hashtags: suggestHashtags(hashtags), openings: line.body === '' ? [] : await drawnLines.openings(line) }
  },

  matchWatches({ watches, articles, now }: MatchInput): MatchResult {
    const index = buildWatchIndex(watches)
    return {
      marks: articles.flatMap((article) =>
        index
          .holdings(article, now)
          .map(({ id, match, from, until }) => ({ watchId: id, articleId: article.id, strength: match.strength, found: foundIn(article, match), from, until })),
      ),
    }
  },
}

export type TaskName = keyof typeof tasks
