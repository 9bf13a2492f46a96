import { tableOf, text, whole, type RowOf, type TableType } from '#server/platform/db/tables'

/** Posts that serve one aim between two days. */
export const CAMPAIGNS = tableOf('campaigns', {
  id: text(),
  brand_id: text(),
  name: text(),
  /** What it is for, in a person's words. */
  aim: text(),
  /** Words it is about, and more that belong to it, commas between. */
  words: text(),
  more_words: text(),
  /** Local days, `YYYY-MM-DD`, both included; no last one for one that has no end yet. */
  from_day: text(),
  to_day: text().orNull(),
  /** Ids of the accounts its posts begin with; null for no wish. */
  accounts_json: text().orNull(),
  pillar_id: text().orNull(),
  ink: whole(),
  /** What stands as the campaign in marks of its posts' links; '' for what the link rule says. */
  mark: text(),
  hashtags_json: text().orDefault(),
  /** How many posts it is to have; null for no number. */
  posts_wanted: whole().orNull(),
  /** Its share of what goes out in its days, in percent; null for none. */
  share_wanted: whole().orNull(),
  /** When somebody ended it. */
  ended_at: whole().orNull(),
  created_by: text(),
  created_at: whole(),
  version: whole().orDefault(),
  removed_at: whole().orNull(),
})
export type CampaignRow = RowOf<typeof CAMPAIGNS>

declare module 'knex/types/tables' {
  interface Tables {
    campaigns: TableType<typeof CAMPAIGNS>
  }
}
