import { messages, tableOf, text, whole, type RowOf, type TableType } from '#server/platform/db/tables'
import type { ArchiveState } from '#shared/archives/types'

/** An archive of a brand that is, or was, read. */
export const ARCHIVES = tableOf('archives', {
  id: text(),
  person_id: text(),
  /** The brand it becomes; nobody sees it before all is read. */
  brand_id: text(),
  brand_name: text(),
  file_name: text(),
  /** What ids and codes are made anew with. */
  salt: text(),
  state: text<ArchiveState>(),
  /** Its parts in the order they are read. */
  parts_json: text(),
  /** Parts that are read; rows of all, rows stored, and rows left out. */
  done: whole().orDefault(),
  total: whole(),
  stored: whole().orDefault(),
  left_out: whole().orDefault(),
  /** The first rows that were left out. */
  faults_json: text().orDefault(),
  /** Why it could not be read to its end. */
  message: messages().orNull(),
  created_at: whole(),
  ended_at: whole().orNull(),
})
export type ArchiveRow = RowOf<typeof ARCHIVES>

/** Feeds and articles of an archive that are here already, or have no place. */
export const ARCHIVE_IDS = tableOf('archive_ids', {
  archive_id: text(),
  /** The id made anew. */
  anew: text(),
  /** What is here already; null where the article has no place. */
  stands_for: text().orNull(),
  /** Of an article that has no place, what clippings of it keep. */
  content_json: text().orNull(),
})
export type ArchiveIdRow = RowOf<typeof ARCHIVE_IDS>

declare module 'knex/types/tables' {
  interface Tables {
    archives: TableType<typeof ARCHIVES>
    archive_ids: TableType<typeof ARCHIVE_IDS>
  }
}
