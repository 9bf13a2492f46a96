import {
  messages,
  wordsOrMessages,
  text,
  whole,
  tableOf,
  type RowOf,
  type TableType,
} from '#server/platform/db/tables'

export const ACCOUNTS = tableOf('accounts', {
  id: text(),
  brand_id: text(),
  protocol: text(),
  name: text(),
  handle: text(),
  address: text(),
  page_url: text(),
  endpoint_json: text(),
  token_sealed: text(),
  rules_json: text(),
  per_day: whole().orNull(),
  min_gap_minutes: whole().orDefault(),
  held: whole().orDefault(),
  hold_until: whole().orNull(),
  hold_reason: wordsOrMessages().orNull(),
  checked_at: whole().orNull(),
  trouble: messages().orNull(),
  position: whole(),
  removed_at: whole().orNull(),
  version: whole().orDefault(),
  /** Who may approve posts for it. */
  approver: text<'anyone' | 'someone-else'>().orDefault(),
  /** What becomes of links here; null for the brand's own rule. */
  link_rule_json: text().orNull(),
  /** Days after which the same link or text may be shared here again; null for no rule. */
  repeat_after_days: whole().orNull(),
  /** Days that differ from the week. */
  except_json: text().orDefault(),
  /** Shares of the posts that pillars may have. */
  mix_json: text().orDefault(),
  /** Until when its network wants no posts of ours; null for no wish. */
  quiet_until: whole().orNull(),
  /** Since when its network refuses the sign-in. */
  refused_at: whole().orNull(),
  /** The session its network gave, encrypted; null where there is none. */
  session_sealed: text().orNull(),
  /** Where its network passes posts on to (Micropub's syndication targets), those chosen. */
  also_to_json: text().orDefault(),
  /** Ids of the accounts on which its posts appear by themselves. */
  appears_on_json: text().orDefault(),
})
export type AccountRow = RowOf<typeof ACCOUNTS>

export const SLOTS = tableOf('slots', {
  id: text(),
  account_id: text(),
  weekday: whole(),
  time: text(),
  use: text<'any' | 'pillar' | 'free'>(),
  pillar_id: text().orNull(),
})
export type SlotRow = RowOf<typeof SLOTS>

export const HANDOVERS = tableOf('handovers', {
  account_id: text(),
  at: whole(),
})
export type HandoverRow = RowOf<typeof HANDOVERS>

declare module 'knex/types/tables' {
  interface Tables {
    accounts: TableType<typeof ACCOUNTS>
    slots: TableType<typeof SLOTS>
    handovers: TableType<typeof HANDOVERS>
  }
}
