import { tableOf, text, whole, type RowOf, type TableType } from '#server/platform/db/tables'

/** A calendar for others; there is one at most for the brand, each account, each campaign and the almanac. */
export const CALENDARS = tableOf('calendars', {
  id: text(),
  brand_id: text(),
  /** Of an account, or a campaign; neither for the whole brand. */
  account_id: text().orNull(),
  campaign_id: text().orNull(),
  /** What stands in it: posts, or the dates of the almanac, which are the whole brand's. */
  what: text<'posts' | 'almanac'>().orDefault(),
  /** What its address is made with; another one makes the old address worthless. */
  nonce: text(),
  created_by: text(),
  created_at: whole(),
})
export type CalendarRow = RowOf<typeof CALENDARS>

declare module 'knex/types/tables' {
  interface Tables {
    calendars: TableType<typeof CALENDARS>
  }
}
