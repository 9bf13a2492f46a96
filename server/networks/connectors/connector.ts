import type { Message } from '#core/message'
import type { LinkPlace } from '#core/post'
import type { HttpResponse } from '#server/platform/net/httpRequest'
import type { CheckedAccount } from '#shared/networks/types'

/** Asks with what lets one in. */
export type AskWith = (
  address: URL,
  ask: { method: 'GET' | 'POST'; headers: Record<string, string>; body?: string | Uint8Array },
) => Promise<HttpResponse>

/** What a connector needs to act for an account. */
export interface AccountAccess {
  endpoint: Record<string, string>
  token: string
  pageUrl: string
  /** Where its network passes posts on to: those of its targets that were chosen. */
  alsoTo: string[]
  /** The session its network gave last, for protocols that sign in; kept encrypted. */
  session: string | null
  keepSession: (session: string | null) => Promise<void>
  /**
   * Asks the network with a token that is bound to a key (RFC 9449); null where it is a plain one.
   */
  askBound: AskWith | null
}

/** What goes out, exactly as it was frozen. `key` is the same at every try. */
export interface Outgoing {
  key: string
  text: string
  language: string | null
  /** The link and where it stands; in the text it is there already. */
  link: { url: string; place: LinkPlace; title: string | null; description: string | null } | null
  hashtags: string[]
  pictures: OutPicture[]
  board: string | null
  audience: string | null
  /** When it was first due, in milliseconds: nothing older can be it. */
  dueAt: number
  /** When the delivery was made, in milliseconds of the machine's own time: it never changes. */
  madeAt: number
  /**
   * Posts of the account that its network took before this one was first handed over: what lists them reaches
   * back far enough.
   */
  knownBefore: string[]
  /** The post itself, where an earlier try brought it there and something that belongs to it is wanting. */
  there: { remoteId: string; remoteUrl: string | null } | null
}

/** A picture as it is handed over. */
export interface OutPicture {
  content: Buffer
  type: string
  width: number
  height: number
  description: string | null
  /**
   * The point that stays in sight where a network cuts: −1 to 1 from left to right and from bottom to top.
   */
  focus: { x: number; y: number } | null
}

/**
 * What became of a try:
 * `done`: it is there; with `pauseMs` its network takes no more for that time. `part`: the post is there,
 * something that belongs to it is not. `refused`: for good. `signed-out`: the network does not accept the
 * account's sign-in. `later`: not now, and nothing is there; `isPause` where all that goes there is to wait.
 * `unknown`: it may be there. `taken`: it was accepted, and whether it is posted is not said yet. `by-hand`:
 * a person posts it.
 */
export type Outcome =
  | { kind: 'done'; remoteId: string; remoteUrl: string | null; wasAsked?: boolean; pauseMs?: number }
  | {
      kind: 'part'
      remoteId: string
      remoteUrl: string | null
      message: Message[]
      waitMs: number | null
      isForGood: boolean
    }
  | { kind: 'refused'; message: Message[] }
  | { kind: 'signed-out'; message: Message[] }
  | { kind: 'later'; message: Message[]; waitMs: number | null; isPause?: boolean }
  | { kind: 'unknown'; message: Message[]; remoteId?: string }
  | { kind: 'taken' }
  | { kind: 'by-hand' }

/**
 * What the network says when asked whether a post is there. `isWhole`: with all that belongs to it.
 * `taken`: it is still at it. `refused`: it will not be posted. `no-word`: it gives no answer now; `cant-
 * ask`: it never tells.
 */
export type Found =
  | { kind: 'there'; remoteId: string; remoteUrl: string | null; isWhole: boolean }
  | { kind: 'not-there' }
  | { kind: 'taken' }
  | { kind: 'refused'; message: Message[] }
  | { kind: 'no-word'; message: Message[] }
  | { kind: 'cant-ask'; message: Message[] }

export interface Connector {
  /**
   * Whether this address speaks the protocol, and what the account there is. Null when it does not speak it.
   */
  check(address: URL, token: string): Promise<(CheckedAccount & { endpoint: Record<string, string> }) | null>
  publish(account: AccountAccess, post: Outgoing): Promise<Outcome>
  find(account: AccountAccess, post: Outgoing): Promise<Found>
  /** Removes a post from the network; what is gone already counts as removed. */
  remove(
    account: AccountAccess,
    post: { remoteId: string; remoteUrl: string | null },
  ): Promise<{ kind: 'done' } | { kind: 'failed'; message: Message[] }>
}
