import type { DraftLanguage, DraftWish, DraftWriterName } from '#shared/drafting/types'
import { messages, tableOf, text, whole, type RowOf, type TableType } from '#server/platform/db/tables'

/** By what a brand's drafts are written. */
export const DRAFTING = tableOf('drafting', {
  brand_id: text(),
  /** The host of its address, which is shown; '' for none. */
  host: text().orDefault(),
  address_sealed: text().orNull(),
  key_sealed: text().orNull(),
  model: text().orDefault(),
  language: text<DraftLanguage>().orNull(),
  freedom: whole().orDefault(),
  answer_tokens: whole().orDefault(),
  month_tokens: whole().orDefault(),
  /** What a million tokens cost, in hundredths; null where nobody said. */
  price_cents: whole().orNull(),
  currency: text().orNull(),
  version: whole().orDefault(),
})
export type DraftingRow = RowOf<typeof DRAFTING>

/** What a brand's model took in a month of the brand's zone, `2027-03`. */
export const DRAFT_USE = tableOf('draft_use', {
  brand_id: text(),
  month: text(),
  tokens: whole().orDefault(),
  requests: whole().orDefault(),
})

export const DRAFTS = tableOf('drafts', {
  id: text(),
  brand_id: text(),
  article_id: text(),
  /** The post it was taken for. */
  post_id: text().orNull(),
  order_id: text().orNull(),
  writer: text<DraftWriterName>(),
  model: text().orDefault(),
  host: text().orDefault(),
  wish: text<DraftWish>(),
  language: text(),
  text: text(),
  findings_json: text().orDefault(),
  repairs: whole().orDefault(),
  tokens: whole().orDefault(),
  created_by: text().orNull(),
  created_at: whole(),
})
export type DraftRow = RowOf<typeof DRAFTS>

/** A draft that a standing order waits for. */
export const DRAFT_WISHES = tableOf('draft_wishes', {
  order_id: text(),
  article_id: text(),
  brand_id: text(),
  state: text<'waiting' | 'ready' | 'failed'>().orDefault(),
  /** Characters that there is room for. */
  room: whole(),
  attempts: whole().orDefault(),
  due_at: whole(),
  /** Why none came. */
  message: messages().orNull(),
  draft_id: text().orNull(),
  created_at: whole(),
})
export type DraftWishRow = RowOf<typeof DRAFT_WISHES>

declare module 'knex/types/tables' {
  interface Tables {
    drafting: TableType<typeof DRAFTING>
    draft_use: TableType<typeof DRAFT_USE>
    drafts: TableType<typeof DRAFTS>
    draft_wishes: TableType<typeof DRAFT_WISHES>
  }
}
