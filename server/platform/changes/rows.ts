import type { ChangeKind } from '#shared/platform/types'
import { text, whole, tableOf, type RowOf, type TableType } from '#server/platform/db/tables'

export const CHANGES = tableOf('changes', {
  seq: whole().orDefault(),
  at: whole(),
  brand_id: text().orNull(),
  what: text<ChangeKind>(),
  which: text(),
  request: text().orNull().orDefault(),
})
export type ChangeRow = RowOf<typeof CHANGES>

export const HISTORY = tableOf('history', {
  id: text(),
  brand_id: text(),
  person_id: text(),
  at: whole(),
  what: text(),
  rows_json: text(),
  undone_at: whole().orNull(),
})
export type HistoryRow = RowOf<typeof HISTORY>

export const KEEPING = tableOf('keeping', {
  name: text(),
  value: text(),
})
export type ValueRow = RowOf<typeof KEEPING>

declare module 'knex/types/tables' {
  interface Tables {
    changes: TableType<typeof CHANGES>
    history: TableType<typeof HISTORY>
    keeping: TableType<typeof KEEPING>
  }
}
