import type { ClippingKind } from '#shared/clippings/types'
import type { Instant } from '#core/instant'
import type { PostView } from '#shared/posts/types'
import type { ArticleState, ArticleTag } from '#shared/articles/types'
import type { ExcludedBy } from '#shared/articles/shows'

/**
 * An article that was found: its summary is the part of the text where the words stand, `found` the forms of
 * them.
 */
export type FoundArticle = ArticleSummary

export interface FoundThings {
  /** Posts in whose words all that is looked for stands. */
  posts: { id: string; text: string; at: Instant | null; stage: 'draft' | 'lined-up' | 'sent' }[]
  /** What was kept, where all that is looked for stands. */
  clippings: FoundClipping[]
  articles: FoundArticle[]
  /** Whether there are more than are shown. */
  more: boolean
}

export interface FoundClipping {
  id: string
  kind: ClippingKind
  title: string
  site: string
  /** The words around what was found. */
  place: string
  keptAt: Instant
  /** The list it stands in. */
  show: 'waiting' | 'shelved' | 'done'
}

export interface ArticleFull extends ArticleSummary {
  url: string | null
  html: string
  /** Where its text is from: the feed, its own page, or nowhere: then there is only a summary. */
  textFrom: 'feed' | 'page' | null
  /** Whether its page was not looked at yet, and may be. */
  pageWaits: boolean
  /** Why its page gave no text, as a sentence. */
  pageMessage: string | null
  /** Why it is here, a watch at a time: what it found, and where. */
  reason: { watchId: string; name: string; message: string }[]
  source: SourceOfArticle
  language: string | null
  categories: string[]
  minutes: number
  /** Posts the brand made from this article before. */
  shared: { at: Instant; account: string; text: string }[]
  /** Whether somebody of the brand has read it whole, or opened its own page. */
  opened: boolean
  /** The post that is being written about it. */
  /** The words of it that the brand kept, oldest first. */
  passages: string[]
  draft: PostView | null
}

/** What the source of an article lends to a post about it, and what was shared from it lately. */
export interface SourceOfArticle {
  id: string
  credits: Record<string, string>
  /**
   * What a post about the article begins with: of the source, the brand’s own sites, watches, folders,
   * pillar.
   */
  pillarId: string | null
  accountIds: string[] | null
  /** Of its folders, and of the watches that mark the article. */
  hashtags: string[]
  shared: { at: Instant; account: string; title: string }[]
}

export interface WirePage {
  articles: ArticleSummary[]
  next: string | null
  unread: number
}

export interface ArticleSummary {
  /** The furthest that a post about it has come; null where there is none. */
  post: 'draft' | 'lined-up' | 'sent' | null
  id: string
  title: string
  outlet: string
  author: string | null
  /** When it was published, or when it was first seen where the feed gives no date or one in the future. */
  at: Instant
  dating: 'stated' | 'missing' | 'future'
  /** When its outlet was last seen to have changed it. */
  changedAt: Instant | null
  state: ArticleState
  /** The rule of its source that passed it, where no person did. */
  leftOut: ExcludedBy | null
  summary: string
  /** Its picture's address at the outlet; shown through ours. */
  image: string | null
  watches: { id: string; name: string }[]
  tags: ArticleTag[]
  /** Forms of watched words as they stand in it. */
  found: string[]
}
