import type { Instant } from '#core/instant'

/** What tokens may be for that people make for programs of their own. */
export const PERSONAL_SCOPES = ['read', 'clip', 'write', 'line-up', 'administer'] as const
export type PersonalScope = (typeof PERSONAL_SCOPES)[number]

/** What a token lets its holder do; `capture` is a browser's. */
export type TokenScope = 'capture' | PersonalScope

/** What a token is told of itself. */
export interface OwnToken {
  name: string
  person: string
  brandId: string
  brand: string
  scopes: string[]
  /** Null for a browser's, which ends when it is not used. */
  endsAt: Instant | null
}

/** A token for a program of one's own. */
export interface PersonalToken {
  id: string
  name: string
  scopes: PersonalScope[]
  madeAt: Instant
  lastUsedAt: Instant
  endsAt: Instant
}

/** A code with which one more browser can be paired. */
export interface PairingCode {
  code: string
  endsAt: Instant
}

/** What a browser is given for a code: nobody is told the token again. */
export interface NewToken {
  token: string
  person: string
  brand: string
}

/** A browser that may capture for a person. */
export interface PairedBrowser {
  id: string
  /** As it calls itself. */
  name: string
  madeAt: Instant
  lastUsedAt: Instant
}
