import type { ReportsEvery } from '#shared/reports/types'
import { blob, messages, tableOf, text, whole, type RowOf, type TableType } from '#server/platform/db/tables'

export const REPORTS = tableOf('reports', {
  id: text(),
  brand_id: text(),
  /** What the key in its address is derived from; null once that is ended. */
  nonce: text().orNull(),
  title: text(),
  /** Local days, `YYYY-MM-DD`, both included. */
  from_day: text(),
  to_day: text(),
  content_json: text(),
  /** Made when it is first asked for. */
  pdf: blob().orNull(),
  made_at: whole(),
  /** Null where its timetable made it. */
  made_by: text().orNull(),
  ended_at: whole().orNull(),
  mailed_at: whole().orNull(),
  /** The addresses whose letters were taken. */
  mailed_to_json: text().orDefault(),
  message: messages().orNull(),
})
export type ReportRow = RowOf<typeof REPORTS>

export const REPORT_PICTURES = tableOf('report_pictures', {
  report_id: text(),
  position: whole(),
  type: text(),
  content: blob(),
})
export type ReportPictureRow = RowOf<typeof REPORT_PICTURES>

export const REPORT_TIMETABLES = tableOf('report_timetables', {
  brand_id: text(),
  every: text<ReportsEvery>(),
  mail_json: text(),
  /** Where the application is found, as whoever set it did. */
  origin: text(),
  opening: text(),
  parts_json: text(),
  /** When the next is made; null for never. */
  next_at: whole().orNull(),
  set_by: text().orNull(),
  /** Why the last one was not made. */
  message: messages().orNull(),
  version: whole().orDefault(),
})
export type ReportTimetableRow = RowOf<typeof REPORT_TIMETABLES>

declare module 'knex/types/tables' {
  interface Tables {
    reports: TableType<typeof REPORTS>
    report_pictures: TableType<typeof REPORT_PICTURES>
    report_timetables: TableType<typeof REPORT_TIMETABLES>
  }
}
