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
  /** What it does on public holidays; null for as ever. */
  holidays_json: text().orNull(),
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
  /** The described network it is on; null for one whose network says itself how it takes posts. */
  network_id: text().orNull(),
  /** What was granted as somebody signed in at its network, encrypted; null for a token by hand. */
  grant_sealed: text().orNull(),
  /** How many hashtags go out there at most; null for as many as its network takes. */
  hashtags_most: whole().orNull(),
  /** What stands on the button its links are behind, where its network has one; null for none. */
  button_label: text().orNull(),
  /** Who said that standing orders may post there unseen, and when; null where nobody did. */
  unseen_by: text().orNull(),
  unseen_since: whole().orNull(),
  /** Until when one process renews its token. */
  renewing_until: whole().orDefault(),
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

/** Networks without an open protocol, as who uses them describes them. */
export const DESCRIBED_NETWORKS = tableOf('described_networks', {
  id: text(),
  brand_id: text(),
  name: text(),
  /** A template address: where one posts there; empty for none. */
  opens_at: text(),
  rules_json: text(),
  per_day: whole().orNull(),
  position: whole(),
  removed_at: whole().orNull(),
  version: whole().orDefault(),
})
export type DescribedNetworkRow = RowOf<typeof DESCRIBED_NETWORKS>

/** Sign-ins at networks that are on their way. */
export const SIGN_INS = tableOf('sign_ins', {
  state_hash: text(),
  brand_id: text(),
  person_id: text(),
  session_id: text(),
  /** The account that is connected again; null for a new one. */
  account_id: text().orNull(),
  flow_sealed: text(),
  slots_json: text(),
  began_at: whole(),
})
export type SignInRow = RowOf<typeof SIGN_INS>

/** What servers know this installation as. */
export const NETWORK_CLIENTS = tableOf('network_clients', {
  origin: text(),
  redirect_uri: text(),
  scopes: text(),
  client_sealed: text(),
  registered_at: whole(),
})
export type NetworkClientRow = RowOf<typeof NETWORK_CLIENTS>

export const HANDOVERS = tableOf('handovers', {
  account_id: text(),
  at: whole(),
})
export type HandoverRow = RowOf<typeof HANDOVERS>

declare module 'knex/types/tables' {
  interface Tables {
    accounts: TableType<typeof ACCOUNTS>
    slots: TableType<typeof SLOTS>
    described_networks: TableType<typeof DESCRIBED_NETWORKS>
    sign_ins: TableType<typeof SIGN_INS>
    network_clients: TableType<typeof NETWORK_CLIENTS>
    handovers: TableType<typeof HANDOVERS>
  }
}
