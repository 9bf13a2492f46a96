import type { ClippingKind } from '#shared/clippings/types'
import { messages, text, whole, tableOf, type RowOf, type TableType } from '#server/platform/db/tables'

export const CLIPPINGS = tableOf('clippings', {
  id: text(),
  brand_id: text(),
  article_id: text().orNull(),
  kind: text<ClippingKind>(),
  quote: text().orNull(),
  note: text().orNull(),
  shelved: whole().orDefault(),
  created_by: text(),
  created_at: whole(),
  /** When it was worked off; null while it waits. */
  done_at: whole().orNull(),
  version: whole().orDefault(),
  folder_id: text().orNull(),
})
export type ClippingRow = RowOf<typeof CLIPPINGS>

/** What a clipping holds that is no article's, or differs from it. */
export const CLIPPING_CONTENTS = tableOf('clipping_contents', {
  clipping_id: text(),
  brand_id: text(),
  link_key: text().orNull(),
  url: text().orNull(),
  title: text(),
  author: text().orNull(),
  site: text().orNull(),
  description: text(),
  text: text(),
  language: text().orNull(),
  published_at: whole().orNull(),
  pictures_json: text(),
  /** The picture that was chosen for it, as the page names it. */
  picture_url: text().orNull(),
  video_json: text().orNull(),
  /** Pages of a PDF. */
  pages: whole().orNull(),
})
export type ClippingContentRow = RowOf<typeof CLIPPING_CONTENTS>

/** The picture of a clipping as it is kept here, and until it is, when it is fetched. */
export const CLIPPING_PICTURES = tableOf('clipping_pictures', {
  clipping_id: text(),
  picture_id: text().orNull(),
  tries: whole(),
  /** Null where it is here, or given up. */
  next_try_at: whole().orNull(),
})

/** Folders that a brand keeps its clippings in. */
export const CLIPPING_FOLDERS = tableOf('clipping_folders', {
  id: text(),
  brand_id: text(),
  name: text(),
  /** When it was given up; what lay in it lies in none then. */
  removed_at: whole().orNull(),
  version: whole().orDefault(),
})
export type ClippingFolderRow = RowOf<typeof CLIPPING_FOLDERS>

/** Numbers of clippings, by which they are found (its trigger makes them). */
export const CLIPPING_NUMBERS = tableOf('clipping_numbers', { number: whole(), clipping_id: text() })

/** Lists of what was saved elsewhere, as they were brought. */
export const SAVED_LISTS = tableOf('saved_lists', {
  id: text(),
  brand_id: text(),
  created_by: text(),
  created_at: whole(),
  name: text(),
  /** Whether what it brings goes on the shelf. */
  shelved: whole<0 | 1>(),
  problems_json: text(),
  stopped_at: whole().orNull(),
})
export type SavedListRow = RowOf<typeof SAVED_LISTS>

export const SAVED_ITEMS = tableOf('saved_items', {
  list_id: text(),
  position: whole(),
  url: text(),
  title: text().orNull(),
  folder: text().orNull(),
  tags_json: text(),
  note: text().orNull(),
  added_at: whole().orNull(),
  state: text<'waiting' | 'added' | 'known' | 'failed'>(),
  message: messages().orNull(),
  /** The clipping it became, or was already. */
  clipping_id: text().orNull(),
})
export type SavedItemRow = RowOf<typeof SAVED_ITEMS>

declare module 'knex/types/tables' {
  interface Tables {
    clippings: TableType<typeof CLIPPINGS>
    clipping_contents: TableType<typeof CLIPPING_CONTENTS>
    clipping_pictures: TableType<typeof CLIPPING_PICTURES>
    clipping_folders: TableType<typeof CLIPPING_FOLDERS>
    clipping_numbers: TableType<typeof CLIPPING_NUMBERS>
    saved_lists: TableType<typeof SAVED_LISTS>
    saved_items: TableType<typeof SAVED_ITEMS>
  }
}
