import type { Role, SignInWay } from '#shared/people/types'
import type { DeviceKind } from '#shared/platform/types'
import {
  messages,
  wordsOrMessages,
  text,
  whole,
  tableOf,
  type RowOf,
  type TableType,
} from '#server/platform/db/tables'

export const PEOPLE = tableOf('people', {
  id: text(),
  name: text(),
  email: text(),
  password_hash: text().orNull(),
  created_at: whole(),
  founds: whole<0 | 1>().orDefault(),
  /** The authenticator's secret, encrypted, and since when it counts; null without a second factor. */
  totp_sealed: text().orNull(),
  totp_since: whole().orNull(),
  /** One that is being set up. */
  totp_begun_sealed: text().orNull(),
  totp_begun_at: whole().orNull(),
  /** The time step of the last code that was taken: none is good twice. */
  totp_last_step: whole().orDefault(),
})
export type PersonRow = RowOf<typeof PEOPLE>

export const SESSIONS = tableOf('sessions', {
  id: text(),
  person_id: text(),
  created_at: whole(),
  last_seen_at: whole(),
  revoked_at: whole().orNull(),
  from_hash: text().orNull(),
  /** What it was begun with, as far as the browser says so. */
  browser: text().orNull(),
  system: text().orNull(),
  kind: text<DeviceKind>().orNull(),
  way: text<SignInWay>().orNull(),
})
export type SessionRow = RowOf<typeof SESSIONS>

export const RECOVERY_CODES = tableOf('recovery_codes', {
  person_id: text(),
  code_hash: text(),
  used_at: whole().orNull(),
})
export type RecoveryCodeRow = RowOf<typeof RECOVERY_CODES>

export const PASSWORD_RESETS = tableOf('password_resets', {
  token_hash: text(),
  person_id: text(),
  asked_at: whole(),
  used_at: whole().orNull(),
})
export type PasswordResetRow = RowOf<typeof PASSWORD_RESETS>

export const BRANDS = tableOf('brands', {
  id: text(),
  name: text(),
  zone: text(),
  language: text(),
  mark: text(),
  mark_ink: whole(),
  created_at: whole(),
  removed_at: whole().orNull(),
  version: whole().orDefault(),
  /** What the brand wants of its writing; null for the usual. */
  writing_json: text().orNull(),
  writing_version: whole().orDefault(),
  /** Minutes that the same link stays apart on two accounts; 0 for none. */
  link_apart_minutes: whole().orDefault(),
  held: whole().orDefault(),
  hold_until: whole().orNull(),
  hold_reason: wordsOrMessages().orNull(),
  /**
   * Where its notices go besides the application (a Telling), the chat hook's address apart and sealed; null
   * for nowhere.
   */
  telling_json: text().orNull(),
  hook_sealed: text().orNull(),
  /** When notices may be told next, and what became of the last try where it failed. */
  tell_next_at: whole().orDefault().noted(),
  tell_message: messages().orNull().noted(),
  /** Hosts of its own sites, and the pillar of posts about what stands there. */
  own_sites_json: text().orDefault(),
  own_pillar_id: text().orNull(),
  /** Since when, and by whom, its standing orders are stopped; posts they all make on a day at most. */
  orders_stopped_at: whole().orNull(),
  orders_stopped_by: text().orNull(),
  orders_per_day: whole().orDefault(),
})
export type BrandRow = RowOf<typeof BRANDS>

export const MEMBERS = tableOf('members', {
  brand_id: text(),
  person_id: text(),
  role: text<Role>(),
})
export type MemberRow = RowOf<typeof MEMBERS>

export const PILLARS = tableOf('pillars', {
  id: text(),
  brand_id: text(),
  name: text(),
  ink: whole(),
  description: text(),
  position: whole(),
  removed_at: whole().orNull(),
  version: whole().orDefault(),
  /** Whether its posts go out once or come again for ever. */
  returns: text<'once' | 'for-ever'>().orDefault(),
  /** How many days its posts are usually good for. */
  good_days: whole().orNull(),
  /** Whether its posts must be approved by somebody else than who wrote them. */
  needs_approval: whole().orDefault(),
  hashtags_json: text().orDefault(),
  /**
   * Ids of the accounts its posts begin with; null for no wish. Sources, folders and watches have the same.
   */
  usual_accounts_json: text().orNull(),
})
export type PillarRow = RowOf<typeof PILLARS>

export const SIGN_IN_TRIES = tableOf('sign_in_tries', {
  who: text(),
  failures: whole(),
  blocked_until: whole(),
  last_at: whole(),
})
export type TriesRow = RowOf<typeof SIGN_IN_TRIES>

declare module 'knex/types/tables' {
  interface Tables {
    people: TableType<typeof PEOPLE>
    sessions: TableType<typeof SESSIONS>
    recovery_codes: TableType<typeof RECOVERY_CODES>
    password_resets: TableType<typeof PASSWORD_RESETS>
    brands: TableType<typeof BRANDS>
    members: TableType<typeof MEMBERS>
    pillars: TableType<typeof PILLARS>
    sign_in_tries: TableType<typeof SIGN_IN_TRIES>
  }
}
