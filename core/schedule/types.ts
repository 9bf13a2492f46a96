import type { Message } from '../message'
import type { Instant, Weekday } from '../instant'

export type SlotUse = 'any' | 'pillar' | 'free'

/** Hours are elapsed time; days and weeks keep the wall clock. */
export interface Offset {
  hours?: number
  days?: number
  weeks?: number
}

export interface Timetable {
  /** IANA zone. */
  zone: string
  /** `free`: kept open on purpose for posts of the moment; never filled. */
  slots: { id: string; weekday: Weekday; time: string; use: SlotUse; pillar: string | null }[]
  except: {
    date: string
    action: 'none' | 'replace' | 'add'
    slots: { time: string; use: SlotUse; pillar: string | null }[]
  }[]
}

export interface Slot {
  at: Instant
  slotId: string
  use: SlotUse
  pillar: string | null
}

export interface PlanInput {
  now: Instant
  until: Instant
  settleMinutes: number
  lateMinutes: number
  sameLinkApartMinutes: number
  accounts: {
    id: string
    timetable: Timetable
    perDay: number | null
    minGapMinutes: number
    hold: { until: Instant | null } | null
    repeatAfterDays: number | null
    mix: { pillar: string; maxShare: number; windowDays: number }[]
  }[]
  /** In line order, one row a post and account. */
  posts: PlanPost[]
  evergreens: Evergreen[]
  /** Sent, sending and frozen deliveries. */
  history: Sent[]
}

export interface PlanPost {
  id: string
  accountId: string
  pillar: string | null
  fixed: { at: Instant } | { slotAt: Instant } | null
  follows: { id: string; after: Offset } | null
  seriesId: string | null
  notBefore: Instant | null
  goodUntil: Instant | null
  /** Approved and not held. */
  firm: boolean
  /** Not firm because it is on hold, and not for want of an approval: the plan says so. */
  held?: boolean
  linkKey: string | null
}

export interface Evergreen {
  id: string
  accountId: string
  pillar: string | null
  wordings: number
  linkKey: string | null
  minDaysBetween: number
  endsAt: Instant | null
  timesLeft: number | null
  /** Since when it may take a turn; a slot just missed before that is none of its own. */
  since?: Instant | null
}

export interface Sent {
  accountId: string
  at: Instant
  /** The slot it used, where it went out a little later than that. */
  slotAt?: Instant | null
  postId: string | null
  evergreenId: string | null
  wording: number
  pillar: string | null
  linkKey: string | null
  seriesId: string | null
}

export interface PlanEntry {
  accountId: string
  at: Instant
  slotId: string | null
  /** The slot's own time, which `at` may be a little behind when the slot was just missed. */
  slotAt: Instant | null
  postId: string | null
  evergreenId: string | null
  wording: number
  firm: boolean
  reason: Message
  warnings: Message[]
}

export type UnplacedCode =
  | 'good-until'
  | 'not-before'
  | 'past'
  | 'hold'
  | 'not-approved'
  | 'repeat'
  | 'ceiling'
  | 'gap'
  | 'mix'
  | 'no-slot'
  | 'beyond-until'
  | 'waits-for'

export interface Plan {
  entries: PlanEntry[]
  open: { accountId: string; at: Instant; slotId: string; use: SlotUse; reason: Message }[]
  unplaced: { postId: string; accountId: string; code: UnplacedCode; message: Message }[]
  perAccount: {
    accountId: string
    lined: number
    open: number
    firstOpenAt: Instant | null
    endsAt: Instant | null
  }[]
}
