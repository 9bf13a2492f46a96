import type { Instant } from '#core/instant'

/** What a token lets its holder do. */
export type TokenScope = 'capture'

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
