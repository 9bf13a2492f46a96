import { text, whole, tableOf, type RowOf, type TableType } from '#server/platform/db/tables'

export const TOKENS = tableOf('tokens', {
  id: text(),
  /** SHA-256 of the token: the token itself is kept by its holder alone. */
  hash: text(),
  person_id: text(),
  /** The brand in whose name it asks. */
  brand_id: text(),
  /** What it may do, with spaces between (as in RFC 6749 §3.3). */
  scopes: text(),
  /** What its holder calls itself. */
  name: text(),
  made_at: whole(),
  last_used_at: whole(),
  ended_at: whole().orNull(),
  /** Until when it is good; null for a browser's. */
  ends_at: whole().orNull(),
})
export type TokenRow = RowOf<typeof TOKENS>

/** Codes that are good for one token each. */
export const PAIRINGS = tableOf('pairings', {
  hash: text(),
  person_id: text(),
  brand_id: text(),
  scopes: text(),
  ends_at: whole(),
})
export type PairingRow = RowOf<typeof PAIRINGS>

/** What a program asked for under a key of its own, and what it was answered. */
export const TOKEN_REQUESTS = tableOf('token_requests', {
  token_id: text(),
  key: text(),
  /** SHA-256 of what was asked. */
  hash: text(),
  /** Null as long as there is none. */
  answer_json: text().orNull(),
  at: whole(),
})
export type TokenRequestRow = RowOf<typeof TOKEN_REQUESTS>

declare module 'knex/types/tables' {
  interface Tables {
    tokens: TableType<typeof TOKENS>
    pairings: TableType<typeof PAIRINGS>
    token_requests: TableType<typeof TOKEN_REQUESTS>
  }
}
