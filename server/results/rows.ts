import { text, whole, tableOf, type RowOf, type TableType } from '#server/platform/db/tables'

export const SHORT_LINKS = tableOf('short_links', {
  code: text(),
  brand_id: text(),
  post_id: text(),
  account_id: text(),
  /** Which of the post's sendings on the account: 0 for the post itself, else the number of the echo. */
  echo: whole().orDefault(),
  target: text().orNull(),
  created_at: whole(),
})
export type ShortLinkRow = RowOf<typeof SHORT_LINKS>

export const SHORT_CLICKS = tableOf('short_clicks', {
  code: text(),
  hour: whole(),
  clicks: whole(),
})
export type ShortClickRow = RowOf<typeof SHORT_CLICKS>

declare module 'knex/types/tables' {
  interface Tables {
    short_links: TableType<typeof SHORT_LINKS>
    short_clicks: TableType<typeof SHORT_CLICKS>
  }
}
