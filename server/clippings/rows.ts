import type { ClippingKind } from '#shared/clippings/types'
import { text, whole, tableOf, type RowOf, type TableType } from '#server/platform/db/tables'

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
  folder: text().orNull(),
  /** When it was worked off; null while it waits. */
  done_at: whole().orNull(),
  version: whole().orDefault(),
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

declare module 'knex/types/tables' {
  interface Tables {
    clippings: TableType<typeof CLIPPINGS>
    clipping_contents: TableType<typeof CLIPPING_CONTENTS>
    clipping_pictures: TableType<typeof CLIPPING_PICTURES>
  }
}
