import { tableOf, text, whole, type RowOf, type TableType } from '#server/platform/db/tables'

/** What the Schedule was narrowed to, kept under a name for all of a brand. */
export const SHEET_FILTERS = tableOf('sheet_filters', {
  id: text(),
  brand_id: text(),
  name: text(),
  filter_json: text(),
  created_by: text(),
  created_at: whole(),
})
export type SheetFilterRow = RowOf<typeof SHEET_FILTERS>

declare module 'knex/types/tables' {
  interface Tables {
    sheet_filters: TableType<typeof SHEET_FILTERS>
  }
}
