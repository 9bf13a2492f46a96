export interface AccountRow {
  id: string
  brand_id: string
  protocol: string
  name: string
  handle: string
  address: string
  page_url: string
  endpoint_json: string
  token_sealed: string
  rules_json: string
  per_day: number | null
  min_gap_minutes: number
  held: number
  hold_until: number | null
  hold_reason: string | null
  checked_at: number | null
  trouble: string | null
  /** Who may approve posts for it. */
  approver: 'anyone' | 'someone-else'
  /** What becomes of links here; null for the brand's own rule. */
  link_rule_json: string | null
  /** Days after which the same link or text may be shared here again; null for no rule. */
  repeat_after_days: number | null
  /** Days that differ from the week. */
  except_json: string
  /** Shares of the posts that pillars may have. */
  mix_json: string
  /** Until when its network wants no posts of ours; null for no wish. */
  quiet_until: number | null
  /** Since when its network refuses the sign-in. */
  refused_at: number | null
  /** The session its network gave, encrypted; null where there is none. */
  session_sealed: string | null
  /** Where its network passes posts on to (Micropub's syndication targets), those chosen. */
  also_to_json: string
  /** Ids of the accounts on which its posts appear by themselves. */
  appears_on_json: string
  position: number
  removed_at: number | null
  version: number
}

export interface SlotRow {
  id: string
  account_id: string
  weekday: number
  time: string
  use: 'any' | 'pillar' | 'free'
  pillar_id: string | null
}
