import type { Campaign } from '#shared/campaigns/types'
import type { DeviceKind } from '#shared/platform/types'
import type { SavedFilter } from '#shared/schedule/filter'
import type { HoldView } from '#shared/schedule/types'
import type { Instant } from '#core/instant'
import type { Account } from '#shared/networks/types'
import type { Watch } from '#shared/watches/types'
import type { Tag } from '#shared/articles/types'

export type Role = 'owner' | 'curator' | 'client'

export interface Brand {
  id: string
  name: string
  zone: string
  language: string
  mark: string
  markInk: number
  /** Minutes that the same link stays apart on two accounts; 0 for none. */
  linkApartMinutes: number
  /** Hosts of its own sites, and the pillar of posts about what stands there. */
  ownSites: string[]
  ownPillarId: string | null
  hold: HoldView | null
  version: number
}

export interface Person {
  id: string
  name: string
  email: string
}

export interface Me {
  person: Person
  /** Whether they sign in with a password; the demo's people have none. */
  hasPassword: boolean
  /** Whether they may make another brand. */
  mayFound: boolean
  brands: (Brand & { role: Role })[]
  demo: { sites: string } | null
  now: Instant
}

/** What a session was begun by. */
export type SignInWay = 'password' | 'authenticator' | 'recovery-code' | 'demo' | 'first-start'

/** What became of mail address and password: signed in, or a code is wanted besides. */
export interface SignInAnswer {
  next: 'signed-in' | 'code'
}

/** A person's second factor at sign-in. */
export interface SecondFactorView {
  since: Instant | null
  /** Recovery codes that were not used yet. */
  codesLeft: number
}

/** An authenticator that is being set up: its secret (Base32) and the same as an address for a QR code. */
export interface BegunFactor {
  secret: string
  uri: string
}

/** Each signs in once in place of an authenticator's code; shown this once. */
export interface RecoveryCodes {
  codes: string[]
}

export interface SessionView {
  id: string
  /** Names of the browser and of its system; null where it does not say. */
  browser: string | null
  system: string | null
  kind: DeviceKind | null
  way: SignInWay | null
  /** Whether it was begun from the network address that asks. */
  isFromHere: boolean
  createdAt: Instant
  lastSeenAt: Instant
  current: boolean
}

export interface Pillar {
  id: string
  name: string
  ink: number
  description: string
  /** Whether its posts go out once or may come again for ever. */
  returns: 'once' | 'for-ever'
  /** How many days its posts are usually good for; null for no end. */
  goodDays: number | null
  /** Its posts must be approved by somebody else than who wrote them. */
  needsApproval: boolean
  hashtags: string[]
  /** Ids of the accounts its posts begin with; null where it does not say. */
  accountIds: string[] | null
  version: number
}

export interface BrandView {
  brand: Brand
  role: Role
  pillars: Pillar[]
  accounts: Account[]
  /** Those that begin last first. */
  campaigns: Campaign[]
  watches: Watch[]
  tags: Tag[]
  unread: number
  sources: number
  /** Posts on the Desk. */
  onDesk: number
  /** Open notices that nobody has seen yet. */
  notices: number
  /** What the Schedule was narrowed to, kept under names. */
  filters: SavedFilter[]
}
