import type { LinkPlace } from '../../core/post'
import type { CheckedAccount } from '../../shared/api'

/** What a connector needs to act for an account. */
export interface AccountAccess {
  endpoint: Record<string, string>
  token: string
  pageUrl: string
}

/** What goes out, exactly as it was frozen. `key` is the same at every try. */
export interface Outgoing {
  key: string
  text: string
  language: string | null
  /** The link and where it stands; in the text it is there already. */
  link: { url: string; place: LinkPlace; title: string | null } | null
  pictures: OutPicture[]
  board: string | null
  audience: string | null
  /** When it was first due, in milliseconds: nothing older can be it. */
  dueAt: number
}

/** A picture as it is handed over. */
export interface OutPicture {
  content: Buffer
  type: string
  width: number
  height: number
  description: string | null
}

export type Outcome =
  | { kind: 'done'; remoteId: string; remoteUrl: string | null }
  | { kind: 'refused'; says: string; tokenRefused?: boolean }
  | { kind: 'later'; says: string; waitMs: number | null }
  | { kind: 'unknown'; says: string }

/** What the network says when asked whether a post is there. */
export type Found = { kind: 'there'; remoteId: string; remoteUrl: string | null } | { kind: 'not-there' } | { kind: 'no-word'; says: string }

export interface Connector {
  /** Whether posts can be sent by it; proofs are made either way. */
  sends: boolean
  /** Whether this address speaks the protocol, and what the account there is. Null when it does not speak it. */
  check(address: URL, token: string): Promise<(CheckedAccount & { endpoint: Record<string, string> }) | null>
  publish(account: AccountAccess, post: Outgoing): Promise<Outcome>
  find(account: AccountAccess, post: Outgoing): Promise<Found>
}
