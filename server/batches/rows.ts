import type { BatchRowState, BatchState } from '#shared/batches/types'
import type { DayOrder } from '#core/formats/moments'
import { tableOf, text, whole, type RowOf, type TableType } from '#server/platform/db/tables'

/** A file of posts. */
export const BATCHES = tableOf('batches', {
  id: text(),
  brand_id: text(),
  name: text(),
  created_by: text(),
  created_at: whole(),
  /** When somebody last did something with it: it is kept so long from then on. */
  changed_at: whole(),
  heads_json: text(),
  /** Which column is what, by field. */
  columns_json: text(),
  day_order: text<DayOrder>().orNull(),
  usual_json: text(),
  /** Rows of the file beyond those one file may have. */
  too_many: whole(),
  state: text<BatchState>(),
  /** Who had it lined up or taken back. */
  acting_by: text().orNull(),
  moved: whole().orDefault(),
  version: whole().orDefault(),
  removed_at: whole().orNull(),
})
export type BatchTableRow = RowOf<typeof BATCHES>

export const BATCH_ROWS = tableOf('batch_rows', {
  batch_id: text(),
  position: whole(),
  line: whole(),
  /** Its cells as they stand in the file, by column. */
  cells_json: text(),
  /** What somebody wrote in their place, by field. */
  edits_json: text().orDefault(),
  /** `waiting`: for a picture that is being fetched. */
  state: text<BatchRowState | 'waiting'>(),
  problems_json: text().orDefault(),
  warnings_json: text().orDefault(),
  /** What decides where it goes; null where something is wrong with it. */
  planned_json: text().orNull(),
  /** Where it would go, and what stands against that. */
  place_json: text().orNull(),
  post_id: text().orNull(),
})
export type BatchRowRow = RowOf<typeof BATCH_ROWS>

/** Pictures of a file: those that came along, by name, and those to be fetched, by address. */
export const BATCH_PICTURES = tableOf('batch_pictures', {
  batch_id: text(),
  name: text(),
  state: text<'waiting' | 'there' | 'failed'>(),
  picture_id: text().orNull(),
})
export type BatchPictureRow = RowOf<typeof BATCH_PICTURES>

declare module 'knex/types/tables' {
  interface Tables {
    batches: TableType<typeof BATCHES>
    batch_rows: TableType<typeof BATCH_ROWS>
    batch_pictures: TableType<typeof BATCH_PICTURES>
  }
}
