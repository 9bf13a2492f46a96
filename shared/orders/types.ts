import type { ConditionFailed, OwnTime } from '#core/orders/types'
import type { Instant } from '#core/instant'

/** What sets an order off: articles, days of the almanac, an account's evergreens running low. */
export const ORDER_TRIGGERS = ['articles', 'date', 'pool'] as const
export type OrderTrigger = (typeof ORDER_TRIGGERS)[number]

/** What it does: posts first, then what is handed on. */
export const ORDER_ACTS = ['draft', 'review', 'lined', 'clip', 'shelve', 'tag', 'hand', 'tell'] as const
export type OrderAct = (typeof ORDER_ACTS)[number]
const MAKING: readonly OrderAct[] = ['draft', 'review', 'lined']
export const makesPosts = (act: OrderAct): boolean => MAKING.includes(act)

export const ORDER_CREDITS = ['none', 'source', 'author'] as const
export const ORDER_AGAIN = ['once', 'times', 'evergreen'] as const

/** All that a standing order says. Ids of what was removed stay until somebody takes them out. */
export interface OrderRule {
  from: {
    kind: OrderTrigger
    /** What marks or tags an article: any of these; none for whatever comes. */
    watches: string[]
    tagIds: string[]
    /** Where it comes from: any of these; none for anywhere. */
    sources: string[]
    folders: string[]
    /** Days of one's own in the almanac, and how long before each. */
    entries: string[]
    daysBefore: number
    /** The account whose evergreens run low, and below how many. */
    accountId: string | null
    below: number
  }
  only: {
    query: string
    maxAgeHours: number | null
    minWords: number | null
    maxWords: number | null
    languages: string[]
    regions: string[]
    needsPicture: boolean
    notShared: boolean
    butOwn: boolean
    notTaken: boolean
  }
  act: OrderAct
  post: {
    /** Patterns, one for each wording. */
    texts: string[]
    /** Whether the brand's model drafts the first text; the pattern's stands where it can't. */
    drafted: boolean
    withLink: boolean
    withTitle: boolean
    hashtags: string[]
    /** Those that the source's folders and the watches lend. */
    usualHashtags: boolean
    credit: (typeof ORDER_CREDITS)[number]
    withPicture: boolean
    /** Null for the one that a post about the article begins with. */
    pillarId: string | null
    campaignId: string | null
    tags: string[]
  }
  /** None for those that a post about the article is usually for. */
  accounts: OrderAccount[]
  when: {
    perDay: number | null
    minGapMinutes: number
    between: { from: string; to: string } | null
    times: OwnTime[]
    goodForHours: number | null
    again: (typeof ORDER_AGAIN)[number]
    /** How often it goes out in all, and how many days apart; for evergreens only the days. */
    againTimes: number
    againDays: number
  }
  hand: { folderId: string | null; tags: string[]; recipients: string[] }
}

export interface OrderAccount {
  accountId: string
  /** A pattern of its own; null for the first of the order's. */
  text: string | null
  audience: string | null
  board: string | null
}

export type OrderState = 'off' | 'on' | 'resting'

/** An order as lists have it. */
export interface OrderView {
  id: string
  name: string
  rule: OrderRule
  state: OrderState
  /** Why it rests; '' where it does not. */
  message: string
  /** Since when it is on. */
  onSince: Instant | null
  /** When it last took something. */
  lastAt: Instant | null
  /** What it did within the last seven days. */
  done: number
  version: number
}

export interface OrdersView {
  orders: OrderView[]
  /** When, and by whom, all of the brand's orders were stopped. */
  stopped: { at: Instant; by: string } | null
  /** Posts that all orders make on a day at most. */
  perDay: number
  /** Names of orders that set each other off through tags. */
  loops: string[][]
}

/** Why an order left an article: a condition that does not hold, or what else stopped it. */
export type OrderLeft = ConditionFailed | 'own' | 'taken' | 'order-full' | 'brand-full' | 'stale'

/** What an order would have made of an article. */
export interface DryMade {
  articleId: string
  title: string
  source: string
  /** When it came. */
  at: Instant
  text: string
  places: DryPlace[]
}

export interface DryPlace {
  accountId: string
  /** Where the plan would have put it; null for nowhere. */
  at: Instant | null
  /** Why nowhere, or what stands against it; '' for nothing. */
  message: string
  isStop: boolean
}

/** What an order would have done in the last days. */
export interface DryRun {
  from: Instant
  days: number
  /** Articles that it would have looked at, and what it would have taken of them. */
  articles: number
  taken: number
  /** By local day, each of them. */
  perDay: { day: string; count: number }[]
  /** The newest of what it would have made. */
  made: DryMade[]
  left: { why: OrderLeft; count: number; titles: string[] }[]
}

/** One line of the answer while it is worked out, then the whole. */
export type DryRunStep = { looked: number; of: number } | { run: DryRun } | { refused: string }

export type LogOutcome = 'done' | 'left' | 'failed' | 'undone'

/** One thing that an order did, or left. */
export interface LogRow {
  id: string
  orderId: string
  orderName: string
  at: Instant
  runId: string
  outcome: LogOutcome
  act: OrderAct
  articleId: string | null
  title: string
  source: string
  /** Why it was left or failed, and what is to be said of what was done; '' for nothing. */
  message: string
  postId: string | null
  /** How the post stands; null for none. */
  stands: 'draft' | 'in-review' | 'lined-up' | 'sent' | 'removed' | null
  mayUndo: boolean
}

export interface LogPage {
  rows: LogRow[]
  /** Where the next begins; null at the end. */
  next: string | null
}

/** A post that an order made and nobody looked over yet. */
export interface UnseenPost {
  postId: string
  orderName: string
  at: Instant
  title: string
  source: string
  text: string
  link: string | null
  pictureId: string | null
  approval: 'draft' | 'in-review' | 'approved' | 'sent-back'
  version: number
  mayApprove: boolean
  accountIds: string[]
  /** Where it stands in line. */
  places: { accountId: string; at: Instant | null }[]
}

export interface UnseenView {
  posts: UnseenPost[]
  total: number
}

/** What a pattern makes of an article. */
export interface PatternTried {
  articleId: string
  title: string
  source: string
  text: string
}
