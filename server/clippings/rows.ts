import { text, whole, tableOf, type RowOf, type TableType } from '#server/platform/db/tables'

export const CLIPPINGS = tableOf('clippings', {
  id: text(),
  brand_id: text(),
  article_id: text().orNull(),
  kind: text(),
  quote: text().orNull(),
  note: text().orNull(),
  shelved: whole().orDefault(),
  created_by: text(),
  created_at: whole(),
  folder: text().orNull(),
  /** When it was worked off; null while it waits. */
  done_at: whole().orNull(),
  version: whole().orDefault(),
})
export type ClippingRow = RowOf<typeof CLIPPINGS>

declare module 'knex/types/tables' {
  interface Tables {
    clippings: TableType<typeof CLIPPINGS>
  }
}
