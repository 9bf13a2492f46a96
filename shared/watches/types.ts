import type { ArticleSummary } from '#shared/reading/types'

export interface Watch {
  id: string
  name: string
  query: string
  ink: number
  unread: number
  /** Names of the tags it puts on articles, and hashtags it lends to drafts. */
  tags: string[]
  hashtags: string[]
  /** What posts about what it marks begin with; null where it does not say. */
  pillarId: string | null
  accountIds: string[] | null
  /** Ids of the folders and sources it looks at; both empty for all. */
  folders: string[]
  sources: string[]
  /** Keeps what it marks as a list of its own. */
  collects: boolean
  /** Passes what it marks in the curator's place. */
  hides: boolean
  /** Tells when something new is marked; `news`: how much of that one has not seen. */
  tells: boolean
  news: number
  onRail: boolean
  /**
   * The secret address it can be read at as a feed, without the ending that says in which form; null when it
   * is none.
   */
  feedAddress: string | null
  /** Its latest look through the archive. */
  run: WatchRun | null
  version: number
}

export interface WatchRun {
  /** Articles to look at, looked at, and marked so far. */
  total: number
  done: number
  found: number
  state: 'going' | 'ended' | 'stopped'
}

/** What a query that is being written would mark of the last days. */
export interface WatchPreview {
  days: number
  /** How many articles match. Where not all could be looked at in time, reckoned from those that were. */
  count: number
  isReckoned: boolean
  /** Articles that hold words of it, and how many of them were looked at. */
  candidates: number
  looked: number
  /** Matches by week, by the Monday it begins with in the brand's zone. */
  weeks: { from: string; count: number }[]
  words: WordWorth[]
  /** The newest of them, with what was found in each and why it is there. */
  articles: (ArticleSummary & { reasons: string[] })[]
}

/** What a word of a query is worth. */
export interface WordWorth {
  text: string
  /** It leaves articles out. */
  leavesOut: boolean
  /** Matches it stands in; of a word that leaves out, articles it leaves out. */
  brings: number
  /** How many would match without it; null where nothing is left to ask. */
  without: number | null
}

/** A word worth watching, and in how many kept articles it stands. */
export interface OfferedWord {
  word: string
  kept: number
}
