import type { Instant } from '#core/instant'

/** A web address of one's own, mail, a feed at a secret address, a notes store that takes Micropub. */
export const RECIPIENT_KINDS = ['webhook', 'mail', 'feed', 'notes'] as const
export type RecipientKind = (typeof RECIPIENT_KINDS)[number]

/** What was handed on, as messages name it. */
export const HANDED_ON = 'article.handed-on'
/** What else a webhook may hear of. */
export const RECIPIENT_EVENTS = [
  'article.marked',
  'article.tagged',
  'article.clipped',
  'post.approved',
  'post.sent',
  'post.failed',
  'line.ends',
] as const
export type RecipientEvent = (typeof RECIPIENT_EVENTS)[number]
export type DispatchType = typeof HANDED_ON | RecipientEvent

/** Where articles are handed on to. Addresses and secrets are never given out again. */
export interface RecipientView {
  id: string
  name: string
  kind: RecipientKind
  /** The host of its address; '' for one without. */
  host: string
  /** What a webhook hears of, besides what is handed on. */
  events: RecipientEvent[]
  mail: string[]
  /** Those of them that nobody has confirmed yet: nothing goes there. */
  unconfirmed: string[]
  /** A feed's secret address, without its ending; null for anything else. */
  feed: string | null
  /** Why nothing gets there now; '' where it does. */
  message: string
  /** When it is tried again; null where nothing stands against it. */
  retryAt: Instant | null
  /** When it last took something. */
  lastAt: Instant | null
  waiting: number
  version: number
}

export interface RecipientsView {
  recipients: RecipientView[]
  /** Whether this installation can send mail. */
  canMail: boolean
}

/** What a new webhook is signed with; shown once. */
export interface WithSecret {
  secret: string | null
}

export type DispatchState = 'waiting' | 'done' | 'failed'

/** Something that was handed on to one recipient. */
export interface DispatchView {
  id: string
  recipientId: string
  recipientName: string
  type: DispatchType
  title: string
  /** The article that it is, or null. */
  articleId: string | null
  /** Who handed it on: a person, or a standing order. */
  by: string
  at: Instant
  state: DispatchState
  attempts: number
  /** The status of the last answer; null for none. */
  status: number | null
  message: string
  /** When it was taken, or given up. */
  endedAt: Instant | null
}

export interface DispatchPage {
  rows: DispatchView[]
  /** Where the next begins; null at the end. */
  next: string | null
}

/** What an answer to a trial was. */
export interface TrialAnswer {
  status: number | null
  ms: number
}

/** What is handed on of an article or a clipping, as who takes it gets it. */
export interface HandedThing {
  /** The same for the same thing: `article:` or `clipping:` and its id, or what else set an order off. */
  key: string
  title: string
  url: string | null
  author: string | null
  source: string
  publishedAt: Instant | null
  language: string | null
  /** Its text, at most `LIMITS.recipients.text` characters. */
  text: string
  /** The words of it that were kept, and what was noted beside it; '' for none. */
  quote: string
  note: string
  tags: string[]
}

/** What is said of an article that something happened to. */
export interface ArticleEvent extends Omit<HandedThing, 'text' | 'quote' | 'note'> {
  /** Watches that mark it. */
  watches: string[]
}

/** The same, with where it comes from. */
export interface HandedOn extends HandedThing {
  brand: string
  /** Who handed it on, and by which standing order; null for by hand. */
  by: string
  order: string | null
}
