// Timetables, placing and holds, as browser and server say them to each other. Instants are ISO 8601 in UTC,
// times `HH:MM` in the brand's zone.
import type { Instant, Weekday } from '#core/instant'
import type { Offset, PlanInput } from '#core/schedule/types'
import type { Finding } from '#core/schedule/lookAhead'
import type { AlmanacDateWithPosts } from '#shared/almanac/types'
import type { Approval } from '#shared/posts/types'
import type { Undoable } from '#shared/platform/types'

/** A day that differs from the week. */
export interface ExceptView {
  date: string
  action: 'none' | 'replace' | 'add'
  slots: { time: string; use: 'any' | 'pillar' | 'free'; pillarId: string | null }[]
}

/**
 * The largest share of the places of so many days that a pillar's posts, or evergreens (`EVERGREENS` in its
 * place), may have; `maxShare` is 0 to 1.
 */
export interface MixView {
  pillarId: string
  maxShare: number
  windowDays: number
}

/**
 * Where a post is to stand on one account: the next open slot, first or last in line, a slot or a time of its
 * own, or now.
 */
export interface Placement {
  accountId: string
  kind: 'next' | 'first' | 'last' | 'slot' | 'time' | 'now'
  /** The slot or the time; null for the others. */
  at: Instant | null
  /** Its echoes there; null for those of all accounts. */
  echoes?: Echo[] | null
}

/** The same post once more, so long after the first time, in one of its wordings. */
export interface Echo {
  after: Offset
  wording: number
}

/** Why and until when nothing goes out; `until` null for no end. */
export interface HoldView {
  until: Instant | null
  reason: string
}

/** A post whose own time passed while it was held. */
export interface LateQueueItem {
  queueItemId: string
  accountId: string
  text: string
  at: Instant
  /** It is past its good until: no other time would help. */
  isOutOfDate: boolean
}

/** What a change of a timetable or a zone would do to the posts in line. */
export interface PlanChange {
  moved: MovedPost[]
  /** Those that would have no place any more, and why. */
  lost: { id: string; accountId: string; text: string; message: string }[]
}

/** Another post that a change moves; null for no place. */
export interface MovedPost {
  id: string
  accountId: string
  text: string
  from: Instant | null
  to: Instant | null
}

interface Place {
  at: Instant | null
  message: string
}

/** Where a post and its echoes would go, what would move, and the version to confirm it with. */
export interface Placing {
  version: string
  accounts: (Place & { accountId: string; echoes: Place[] })[]
  moved: MovedPost[]
}

/** All that a plan is made from, so that the browser can make one while somebody drags. */
export interface PlanBase {
  input: PlanInput
  version: string
  /** What stands in the lines, in line order. */
  lines: {
    id: string
    postId: string
    accountId: string
    text: string
    pillarId: string | null
    at: Instant | null
    message: string
  }[]
}

/** What stands out in the days to come, with the words of the post it is about. */
export interface FoundAhead extends Omit<Finding, 'message'> {
  message: string
  text: string | null
  queueItemId: string | null
}

export interface SlotView {
  id: string
  weekday: Weekday
  time: string
  use: 'any' | 'pillar' | 'free'
  pillarId: string | null
}

export type CardState =
  | 'lined-up'
  | 'sending'
  | 'sent'
  | 'trying-again'
  | 'unknown'
  | 'undecided'
  | 'in-part'
  | 'by-hand'
  | 'put-off'
  | 'taken'
  | 'not-sent'
  | 'back-in-line'
  | 'given-up'
  | 'taken-back'

/** One post on one account, as the Schedule and the ribbon show it. */
export interface Card {
  id: string
  accountId: string
  postId: string
  queueItemId: string | null
  deliveryId: string | null
  /** Whose turn it is or was among the evergreens; null for what stands in the line. */
  evergreenId: string | null
  at: Instant
  state: CardState
  text: string
  pillarId: string | null
  campaignId: string | null
  tagIds: string[]
  /** What happened, or why it stands where it stands. */
  message: string
  warnings: string[]
  remoteUrl: string | null
  /** Which sending of how many, where it comes more than once. */
  echo: { at: number; of: number } | null
  /** A time or a slot was chosen for it: it does not move with the line. */
  isFixed: boolean
  /** Approved and not on hold; null for what left the line. */
  approval: Approval | null
  isHeld: boolean
  /** Its account or brand is on hold, so that it has no place: it is shown where it would stand without. */
  isHeldBack: boolean
  /** What the preflight says against it. */
  problems: string[]
  authorName: string
  /** Whose article it is about. */
  source: string | null
  /** The standing order that made it; null for a person. */
  orderId: string | null
}

/** What of a card decides where it may be let go. */
export type MovedCard = Pick<Card, 'id' | 'accountId' | 'queueItemId' | 'state' | 'isFixed' | 'at'>

/** What of a card a month or a list shows, whether one may drag it and what it is narrowed by. */
export type PlacedCard = Pick<
  Card,
  | 'id'
  | 'accountId'
  | 'postId'
  | 'queueItemId'
  | 'evergreenId'
  | 'at'
  | 'state'
  | 'text'
  | 'pillarId'
  | 'campaignId'
  | 'tagIds'
  | 'isFixed'
  | 'approval'
  | 'isHeld'
  | 'isHeldBack'
  | 'authorName'
  | 'source'
  | 'orderId'
>

/** What is done to several posts in line. */
export type SeveralAction =
  | { kind: 'take-out' | 'hold' | 'lift' }
  | { kind: 'pillar'; pillarId: string | null }
  | { kind: 'campaign'; campaignId: string | null }
  | { kind: 'tag'; tagId: string }
  | { kind: 'days'; days: number }
  /** They come round on their accounts, so many days apart. */
  | { kind: 'evergreen'; days: number }

/** `count`: how many posts it was done to. */
export interface SeveralDone extends Undoable {
  count: number
}

/** One post on one account in the list of all posts, or one that is being written. */
export interface ListRow extends Omit<PlacedCard, 'at' | 'accountId' | 'state'> {
  /** Null for what has no place. */
  at: Instant | null
  accountId: string | null
  state: CardState | 'draft'
  remoteUrl: string | null
}

export const LIST_SORTS = ['at', 'account', 'pillar', 'state', 'who', 'source'] as const
export type ListSort = (typeof LIST_SORTS)[number]

/** Some rows of the list, `from` one on, of so many. */
export interface ListView {
  total: number
  from: number
  /** Which row is the first still to come, where they are sorted by time; null where none is, or else. */
  firstComing: number | null
  /** Who made them all, and whose articles they are about: what they can be narrowed by. */
  people: string[]
  sources: string[]
  rows: ListRow[]
}

/** So many weeks from a local day on. */
export interface MonthView {
  from: string
  weeks: number
  /** Behind it nothing is planned but what has a time of its own. */
  plannedUntil: Instant
  /** Their texts are first words. */
  cards: PlacedCard[]
  open: { accountId: string; at: Instant; slotId: string; use: SlotView['use']; held: boolean }[]
  /** Slots behind the end of the plan. */
  later: { accountId: string; at: Instant }[]
  /** What the almanac has on these days. */
  dates: AlmanacDateWithPosts[]
}

/** How full each week is, from a local day on. */
export interface YearView {
  from: string
  plannedUntil: Instant
  /** What went out, what has a place, open slots, and slots behind the end of the plan. */
  weeks: { sent: number; lined: number; open: number; later: number }[]
}

/** Where what might fill open slots comes from. */
export const FILL_KINDS = ['draft', 'clipping', 'evergreen'] as const
export type FillKind = (typeof FILL_KINDS)[number]

/** A post, or a clipping that would become one, that might fill an open slot of an account. */
export interface FillCandidateView {
  id: string
  kind: FillKind
  accountId: string
  /** Null for a clipping's. */
  postId: string | null
  clippingId: string | null
  pillarId: string | null
  wording: number
  text: string
  /** What its link leads to. */
  title: string | null
  /** When it was last shown there, if ever. */
  lastAt: Instant | null
  /** Why it does not suit its account; '' where it does. */
  problem: string
}

/** A slot that is open, and what would fill it. */
export interface FillSlotView {
  accountId: string
  at: Instant
  use: SlotView['use']
  pillarId: string | null
  candidateId: string | null
  /** It was chosen to be left open. */
  isLeft: boolean
  /** Why nothing fills it; '' where something does, or it was left open. */
  message: string
}

/** What might fill the open slots of some days, by the plan of a version. */
export interface FillView {
  version: string
  slots: FillSlotView[]
  candidates: FillCandidateView[]
}

/** `count`: how many posts were lined up; `inReview`: how many of them wait for an approval. */
export interface FillDone extends Undoable {
  count: number
  inReview: number
}

export interface ScheduleAnswer extends ScheduleView {
  /** The seven days from today, where asked for. */
  coming: ScheduleView | null
  /** What the plan is made from, where asked for. */
  base: PlanBase | null
}

export interface ScheduleView {
  from: string
  to: string
  zone: string
  now: Instant
  /** What the almanac has on these days. */
  dates: AlmanacDateWithPosts[]
  cards: Card[]
  open: {
    accountId: string
    at: Instant
    slotId: string
    use: SlotView['use']
    reason: string
    held: boolean
  }[]
  /** Posts of the last week that were not sent, or not yet, and that nobody lined up again. */
  troubled: Card[]
  unplaced: { queueItemId: string; postId: string; accountId: string; text: string; message: string }[]
  /** To move a post with. */
  planVersion: string
  /** Over the whole plan, not only the days shown. */
  lined: number
  /** In line too, but with no place before a hold is lifted. */
  heldBack: number
  openCount: number
  firstOpenAt: Instant | null
  endsAt: Instant | null
  /** `waiting`: all that stands in the line, with a place or without. */
  perAccount: {
    accountId: string
    lined: number
    waiting: number
    open: number
    firstOpenAt: Instant | null
    endsAt: Instant | null
  }[]
}

export interface QueueingResult {
  postId: string
  /** In review where somebody else must approve it first. */
  approval: Approval
  historyId: string
  places: { accountId: string; at: Instant | null; message: string }[]
}
