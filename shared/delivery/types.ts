import type { DeliveryState } from './states'
import type { Instant } from '#core/instant'
import type { Account } from '#shared/networks/types'
import type { LinkPlace } from '#core/post/types'

/** What a person may do with a delivery as it stands. */
export type DeliveryAction =
  | 'try-now'
  | 'back-in-line'
  | 'give-up'
  | 'it-arrived'
  | 'it-did-not'
  | 'leave-it-so'
  | 'take-back'
  | 'posted'
  | 'put-off'
  | 'post-now'
  | 'change'

/**
 * One delivery whole: exactly what goes or went out, what became of it, step by step, and what can be done.
 */
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
  /** Where the link stands; null where there is none. */
  linkPlace: LinkPlace | null
  /** What stands on the button it is behind; null for none. */
  linkLabel: string | null
  board: string | null
  pictures: { id: string; description: string | null }[]
  remoteUrl: string | null
  /** Where one posts it by hand, with its text filled in where its network allows that; null for none. */
  opensAt: string | null
  message: string
  events: { at: Instant; state: DeliveryState; message: string; personName: string | null }[]
  deeds: DeliveryAction[]
}

/** An account's own page. */
export interface AccountPage {
  account: Account
  /** Since when its network refuses the sign-in. */
  refusedAt: Instant | null
  /** Until when nothing is handed to its network, and why. */
  waits: { until: Instant; message: string } | null
  /** Where its network can pass posts on to, and which of them are chosen. */
  targets: { uid: string; name: string }[]
  alsoTo: string[]
  /** The latest, newest first. */
  deliveries: { id: string; at: Instant; state: DeliveryState; text: string; message: string }[]
}
