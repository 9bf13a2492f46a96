import type { Instant } from '#core/instant'

/** What a letter becomes: a clipping, or besides a post in line, in review or approved. */
export type LetterBecomes = 'clipping' | 'in-review' | 'approved'

/** What became of a letter. */
export interface LetterView {
  id: string
  at: Instant
  sender: string
  subject: string
  state: 'waiting' | 'kept' | 'failed'
  /** What was done with it, or why not, as sentences; '' while it waits. */
  message: string
  clippingId: string | null
  /** The post that was made from it; null for none. */
  postId: string | null
}

/** How somebody's letters come to a brand. */
export interface LetterBoxView {
  /** Whether this installation takes mail. */
  canTake: boolean
  /** Whether it sends mail, and so can answer. */
  canAnswer: boolean
  /** The secret address; null where one has none yet. */
  address: string | null
  /** Whose letters are taken. */
  senders: string[]
  becomes: LetterBecomes
  accountIds: string[]
  /** Whether a letter that lists links becomes a clipping for each. */
  byLink: boolean
  /** Whether each letter is answered with what became of it. */
  answers: boolean
  version: number
  /** The last letters, newest first. */
  letters: LetterView[]
}
