import type { NetworkRules } from '#core/post/types'
import type { SlotView, ExceptView, MixView, HoldView } from '#shared/schedule/types'
import type { Instant } from '#core/instant'
import type { LinkRule } from '#core/url/linkRule'

export interface Account {
  id: string
  name: string
  handle: string
  address: string
  pageUrl: string
  protocol: 'micropub' | 'mastodon' | 'atproto'
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
  /**
   * Who may approve posts for it: anyone who works on the brand, or somebody other than who wrote them last.
   */
  approver: 'anyone' | 'someone-else'
  /** What becomes of links here; null for the brand's own rule. */
  linkRule: LinkRule | null
  /** Days after which the same link or text may be shared here again; null for no rule. */
  repeatAfterDays: number | null
  except: ExceptView[]
  mix: MixView[]
  hold: HoldView | null
  version: number
}

/** What an address answered when it was checked as an account, before it is added. */
export interface CheckedAccount {
  protocol: Account['protocol']
  name: string
  handle: string
  pageUrl: string
  rules: NetworkRules
}
