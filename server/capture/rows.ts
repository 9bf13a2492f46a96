import type { CaptureWay } from '#shared/capture/types'
import { messages, text, whole, tableOf, type RowOf, type TableType } from '#server/platform/db/tables'

export const CAPTURES = tableOf('captures', {
  id: text(),
  person_id: text(),
  way: text<CaptureWay>(),
  at: whole(),
  captured_json: text(),
  /** When its page was read; null while only its address is known. */
  looked_at: whole().orNull(),
  /** Why its page could not be read. */
  message: messages().orNull(),
  /** What it became. */
  clipping_id: text().orNull(),
})
export type CaptureRow = RowOf<typeof CAPTURES>

declare module 'knex/types/tables' {
  interface Tables {
    captures: TableType<typeof CAPTURES>
  }
}
