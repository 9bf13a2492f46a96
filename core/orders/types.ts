import type { Instant } from '../instant'
import type { WatchArticle, WatchQuery } from '../watch/types'

/** What an article must be for an order to take it. Null, and an empty list, ask nothing. */
export interface OrderCondition {
  query: WatchQuery | null
  maxAgeHours: number | null
  minWords: number | null
  maxWords: number | null
  /** Language tags; an article's main language counts, so that `de` takes `de-AT`. */
  languages: string[]
  regions: string[]
  minOutlets: number | null
  minScore: number | null
  minResponses: number | null
  needsPicture: boolean
  notShared: boolean
}

export interface OrderArticle extends WatchArticle {
  words: number
  score: number | null
  hasPicture: boolean
  /** Whether a post about it is in line or went out. */
  shared: boolean
}

/** The part of a condition that does not hold, in the order of its fields. */
export type ConditionFailed =
  'query' | 'age' | 'words' | 'language' | 'region' | 'outlets' | 'score' | 'responses' | 'picture' | 'shared'

/** What stops an order besides its condition, in the order in which it is asked. */
export type OrderFailed = ConditionFailed | 'own' | 'taken' | 'order-full' | 'brand-full' | 'stale'

/** When an order's posts may go out: see `spreadOver`. */
export interface Spread {
  perDay: number
  minGapMinutes: number
  /** Local times `HH:MM`; the second is no longer within. Over midnight where it is the earlier. */
  between: { from: string; to: string } | null
  /** Days and times of its own, in place of any minute; none, or empty, for any. */
  times?: OwnTime[]
}

/** A local time `HH:MM`, of one weekday (1 is Monday, 7 Sunday) or of each (null). */
export interface OwnTime {
  weekday: number | null
  time: string
}

export interface SpreadOptions extends Spread {
  from: Instant
  zone: string
  /** Instants that are taken already: they count for the day and the gap. */
  taken: Instant[]
}
