import type { HolidaysView } from '#shared/almanac/types'
import type { NetworkRules } from '#core/post/types'
import type { SlotView, ExceptView, MixView, HoldView } from '#shared/schedule/types'
import type { Instant } from '#core/instant'
import type { NetworkFacts } from './described'
import type { LinkRule } from '#core/url/linkRule'

export interface Account {
  id: string
  name: string
  handle: string
  address: string
  pageUrl: string
  protocol: 'micropub' | 'mastodon' | 'atproto' | 'hand' | 'webhook'
  rules: NetworkRules
  perDay: number | null
  minGapMinutes: number
  slots: SlotView[]
  checkedAt: Instant | null
  trouble: string | null
  /** Boards it has, and those that posts named. */
  boards: string[]
  /** Those it has, where it says so. */
  networkBoards: string[]
  /** Ids of the accounts on which its posts appear by themselves. */
  appearsOn: string[]
  /** How many hashtags go out here at most; null for as many as the network takes. */
  hashtagsMost: number | null
  /** What stands on the button its links are behind; null for none. */
  buttonLabel: string | null
  /**
   * Who may approve posts for it: anyone who works on the brand, or somebody other than who wrote them last.
   */
  approver: 'anyone' | 'someone-else'
  /** What becomes of links here; null for the brand's own rule. */
  linkRule: LinkRule | null
  /** Days after which the same link or text may be shared here again; null for no rule. */
  repeatAfterDays: number | null
  except: ExceptView[]
  /** What it does on public holidays; null for as ever. */
  holidays: HolidaysView | null
  mix: MixView[]
  hold: HoldView | null
  /** The described network it is on; null for one whose network says itself how it takes posts. */
  networkId: string | null
  /** Whether somebody signed in at its network; else there is a token by hand. */
  isSignedIn: boolean
  /** Who said that standing orders may post here unseen, and when; null where nobody did. */
  unseen: { by: string; at: Instant } | null
  version: number
}

/** What an account is connected for. */
export type Purpose = 'post' | 'responses'

/** How one gets in at an address: on the network's own page, or with a token or app password, and why so. */
export interface WayIn {
  protocol: 'micropub' | 'mastodon' | 'atproto'
  network: string
  way: 'sign-in' | 'token'
  /** Why there is no sign-in; null where there is. */
  reason: string | null
}

/** What became of a sign-in. */
export interface Connected {
  brandId: string
  accountId: string
  network: string
  handle: string
  /** Whether the account was there before, and goes on with its timetable and line. */
  isKnown: boolean
  /** What the network did not grant. */
  missing: Purpose[]
}

/** What an address answered when it was checked as an account, before it is added. */
export interface CheckedAccount {
  protocol: Account['protocol']
  name: string
  handle: string
  pageUrl: string
  rules: NetworkRules
}

/** A network without an open protocol, as a brand describes it. */
export interface DescribedNetwork {
  id: string
  facts: NetworkFacts
  /** A template address: where one posts there; empty for none. */
  opensAt: string
  /** Posts a day that an account there begins with; null for no limit. */
  perDay: number | null
  /** How many accounts are on it. */
  accounts: number
  version: number
}
