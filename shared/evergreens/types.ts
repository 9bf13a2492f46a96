// Evergreens, as browser and server say them to each other: posts that come round again by turn.
import type { Instant } from '#core/instant'
import type { Undoable } from '#shared/platform/types'
import type { Approval } from '#shared/posts/types'

/** What keeps an evergreen from its turn. */
export type EvergreenWaits = 'resting' | 'retired' | 'ended' | 'not-approved' | 'in-line' | 'no-pillar'

/** A post that comes round again, on each of its accounts. */
export interface EvergreenView {
  postId: string
  version: number
  pillarId: string | null
  approval: Approval
  /** Its first wording, and how many it has. */
  text: string
  wordings: number
  accounts: EvergreenAccount[]
  shown: number
  lastAt: Instant | null
  nextAt: Instant | null
  /** Responses a showing within its first days, of so many that were counted; null where none was. */
  response: number | null
  counted: number
  /** How surely it gets less than its accounts' posts usually do; null where that can't be said. */
  chanceBelow: number | null
}

/** What one sees of an evergreen that one looks at. */
export interface EvergreenDetail {
  postId: string
  wordings: EvergreenWording[]
  /** When it was shown, the latest first. */
  turns: { at: Instant; accountId: string; wording: number; deliveryId: string }[]
}

export interface EvergreenWording {
  text: string
  shown: number
  lastAt: Instant | null
  response: number | null
  /** When its turn comes next, somewhere. */
  nextAt: Instant | null
  /** The place of an earlier wording that says nearly the same; null for none. */
  like: number | null
}

export interface EvergreenAccount {
  id: string
  accountId: string
  minDays: number
  endsAt: Instant | null
  mostTimes: number | null
  /** How often it may still be shown; null for no end. */
  left: number | null
  shown: number
  lastAt: Instant | null
  nextAt: Instant | null
  waits: EvergreenWaits | null
  /** Why it was put to rest by itself; empty otherwise. */
  message: string
}

/** The evergreens of one pillar on one account. */
export interface PoolView {
  pillarId: string | null
  accountId: string
  /** Those that may take a turn. */
  posts: number
  /** Slots kept for the pillar, a week. */
  slots: number
  /** After how many days each comes round; null where there is no slot or no post. */
  roundDays: number | null
  /** The longest that any of them rests. */
  restDays: number
  isTooSmall: boolean
  /** All its posts end, or have had their times, within the days planned. */
  runsOut: boolean
  /** The last turn before that; null where none is left, or it does not run out. */
  lastTurnAt: Instant | null
}

export interface EvergreensView {
  evergreens: EvergreenView[]
  pools: PoolView[]
  /** Own articles that wait for a line, of the last two months. */
  fromOwn: number
  /** Whether any source is the brand's own. */
  hasOwnSource: boolean
  /** Until when turns are planned. */
  plannedUntil: Instant
}

/** What making a post an evergreen answers. */
export interface EvergreenMade extends Undoable {
  approval: Approval
}

/** An article of the brand's own feed that might come round, with sentences of it as drafts of a line. */
export interface OwnArticle {
  articleId: string
  title: string
  url: string
  outlet: string
  at: Instant
  pillarId: string | null
  accountIds: string[]
  sentences: string[]
}
