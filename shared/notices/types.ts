import type { Instant } from '#core/instant'

/** What a notice tells of. */
export type NoticeKind =
  | 'not-sent'
  | 'by-hand'
  | 'decide'
  | 'in-part'
  | 'late'
  | 'token'
  | 'line-ends'
  | 'rules'
  | 'almanac'
  | 'order-rests'
  | 'order-quiet'
  | 'order-found'
  | 'hand-on'
  | 'review'
  | 'made-by-orders'

export interface NoticeView {
  id: string
  kind: NoticeKind
  at: Instant
  title: string
  message: string
  /** The screen that shows what it is about. */
  link: string
  seen: boolean
  /** When what it is about was put right; null while it is open. */
  settledAt: Instant | null
  /** When it went to the chat or by mail. */
  toldAt: Instant | null
}

/** Where a brand's notices go besides the application. */
export interface NotificationChannels {
  /** Whether an address of a chat hook is kept; the address itself is never shown again. */
  hasHook: boolean
  mail: string[]
  /** Those of them that nobody has confirmed yet; no notice goes there. */
  unconfirmed: string[]
  /** Local times between which nothing is told; what came then is told at the end. */
  quietFrom: string | null
  quietUntil: string | null
  /** The shape of messages to the hook, as JSON with fields. */
  pattern: string
  /** Why the last try to tell failed; null where it did not. */
  message: string | null
  /** Whether this installation can send mail. */
  canMail: boolean
}

/** What a person may be told of: sending and accounts, lines, what waits to be looked at, orders, dates. */
export type NoticeTopic = 'sending' | 'line' | 'review' | 'orders' | 'dates'

/** How a person is told of a brand's notices by mail. */
export interface OwnTelling {
  /** What they are told of; nothing for no mail. */
  topics: NoticeTopic[]
  /** Their own address, where it goes. */
  email: string
  /** Whether they have said yes there. */
  isConfirmed: boolean
  quietFrom: string | null
  quietUntil: string | null
  /** Why the last try failed; '' where it did not. */
  message: string
  canMail: boolean
}
