// What became of posts, as browser and server say it to each other. Instants are ISO 8601 in UTC.
import type { Instant } from '../core/instant'
import type { Account } from './api'
import type { DeliveryState } from './deliveryStates'

/** What a person may do with a delivery as it stands. */
export type DeliveryDeed = 'try-now' | 'back-in-line' | 'give-up' | 'it-arrived' | 'it-did-not' | 'leave-it-so' | 'take-back' | 'change'

/** One delivery whole: exactly what goes or went out, what became of it, step by step, and what can be done. */
export interface DeliveryView {
  id: string
  postId: string
  accountId: string
  account: string
  handle: string
  state: DeliveryState
  dueAt: Instant
  sentAt: Instant | null
  /** When it is tried or asked about next; null where nothing more happens by itself. */
  nextAt: Instant | null
  attempts: number
  goodUntil: Instant | null
  text: string
  link: string | null
  board: string | null
  pictures: { id: string; description: string | null }[]
  remoteUrl: string | null
  says: string
  events: { at: Instant; state: DeliveryState; says: string; by: string | null }[]
  deeds: DeliveryDeed[]
}

/** An account's own page. */
export interface AccountPage {
  account: Account
  /** Since when its network refuses the sign-in. */
  refusedAt: Instant | null
  /** Until when nothing is handed to its network, and why. */
  waits: { until: Instant; says: string } | null
  /** Where its network can pass posts on to, and which of them are chosen. */
  targets: { uid: string; name: string }[]
  alsoTo: string[]
  /** The latest, newest first. */
  deliveries: { id: string; at: Instant; state: DeliveryState; text: string; says: string }[]
}

/** What a notice tells of. */
export type NoticeKind = 'not-sent' | 'decide' | 'in-part' | 'late' | 'token' | 'line-ends' | 'rules'

export interface NoticeView {
  id: string
  kind: NoticeKind
  at: Instant
  title: string
  says: string
  /** The screen that shows what it is about. */
  link: string
  seen: boolean
  /** When what it is about was put right; null while it is open. */
  settledAt: Instant | null
  /** When it went to the chat or by mail. */
  toldAt: Instant | null
}

/** Where a brand's notices go besides the application. */
export interface Telling {
  /** Whether an address of a chat hook is kept; the address itself is never shown again. */
  hasHook: boolean
  mail: string[]
  /** Those of them that nobody has confirmed yet; no notice goes there. */
  unconfirmed: string[]
  /** Local times between which nothing is told; what came then is told at the end. */
  quietFrom: string | null
  quietUntil: string | null
  /** Why the last try to tell failed; null where it did not. */
  says: string | null
  /** Whether this installation can send mail. */
  canMail: boolean
}
