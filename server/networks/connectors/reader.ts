import type { Message } from '#core/message'
import type { AccountAccess } from './connector'

/** What was done with a post; null for what its network does not tell, which is not 0. */
export interface ResponseCounts {
  likes: number | null
  reshares: number | null
  replies: number | null
  quotes: number | null
  views: number | null
}

/** Where a post of ours is. */
export interface PostThere {
  remoteId: string
  remoteUrl: string | null
}

/** What a network says of one of our posts: what was done with it, that it is gone, or nothing this time. */
export type PostRead =
  { kind: 'told'; counts: ResponseCounts } | { kind: 'gone' } | { kind: 'no-word'; message: Message[] }

/** A public reply to a post. */
export interface PublicReply {
  remoteId: string
  author: string
  text: string
  url: string | null
  /** Milliseconds since 1970. */
  at: number
}

/** A post that an account had before, or that was made elsewhere. */
export interface PastPost extends PostThere {
  /** Milliseconds since 1970. */
  at: number
  text: string
  counts: ResponseCounts
}

/**
 * How a protocol tells what became of posts. Each throws NotTaken where its network does not answer for the
 * account now (with the pause that it asks for), and what a request throws that gets no answer.
 */
export interface ResponseReader {
  /** Posts that one request asks about. */
  atOnce: number
  /**
   * What was done with posts, in their order. `hasTold`: whether the account's network ever told of any, for
   * protocols on which saying nothing may mean none.
   */
  responses(account: AccountAccess, posts: PostThere[], hasTold: boolean): Promise<PostRead[]>
  /** The public replies to a post; empty where a protocol has none to give. */
  replies(account: AccountAccess, post: PostThere): Promise<PublicReply[]>
  /** How many follow the account; null where that is not told. */
  followers(account: AccountAccess): Promise<number | null>
  /** The account's latest posts, at most so many, newest first. */
  past(account: AccountAccess, most: number): Promise<PastPost[]>
}

export const NOTHING_TOLD: ResponseCounts = {
  likes: null,
  reshares: null,
  replies: null,
  quotes: null,
  views: null,
}

/** Beyond this a number is no count of people. */
const MOST_COUNTED = 1_000_000_000

/** A count in an answer; null for what is none. */
export function countField(fields: Record<string, unknown>, name: string): number | null {
  const value = fields[name]
  return typeof value === 'number' && Number.isInteger(value) && value >= 0 && value <= MOST_COUNTED
    ? value
    : null
}
