import type { DispatchState, DispatchType, RecipientKind } from '#shared/recipients/types'
import { messages, tableOf, text, whole, type RowOf, type TableType } from '#server/platform/db/tables'

export const RECIPIENTS = tableOf('recipients', {
  id: text(),
  brand_id: text(),
  name: text(),
  kind: text<RecipientKind>(),
  /** The host of its address, which is shown. */
  host: text().orDefault(),
  address_sealed: text().orNull(),
  /** What a webhook is signed with, or a notes store lets in. */
  token_sealed: text().orNull(),
  mail_json: text().orDefault(),
  /** What a webhook hears of, besides what is handed on. */
  events_json: text().orDefault(),
  /** What a feed's address is made with. */
  nonce: text().orNull(),
  position: whole(),
  /** Failures in a row, until when it is let be, and why. */
  failures: whole().orDefault().noted(),
  retry_at: whole().orNull().noted(),
  message: messages().orNull().noted(),
  last_at: whole().orNull().noted(),
  created_by: text(),
  created_at: whole(),
  version: whole().orDefault(),
  removed_at: whole().orNull(),
})
export type RecipientRow = RowOf<typeof RECIPIENTS>

/** Something handed on to one recipient, as it was then. */
export const DISPATCHES = tableOf('dispatches', {
  id: text(),
  brand_id: text(),
  recipient_id: text(),
  type: text<DispatchType>().orDefault(),
  /** The same for the same thing. */
  key: text(),
  title: text(),
  article_id: text().orNull(),
  /** A HandedOn; of what happened, what is said of it, and of articles nothing: they are looked up. */
  payload_json: text(),
  by_person: text().orNull(),
  order_id: text().orNull(),
  /** The name of whoever handed it on, as it was then. */
  by_name: text(),
  state: text<DispatchState>().orDefault(),
  attempts: whole().orDefault(),
  /** The status of the last answer. */
  status: whole().orNull(),
  message: messages().orNull(),
  created_at: whole(),
  /** From when on it goes: a person may take it back until then. */
  due_at: whole(),
  ended_at: whole().orNull(),
})
export type DispatchRow = RowOf<typeof DISPATCHES>

declare module 'knex/types/tables' {
  interface Tables {
    recipients: TableType<typeof RECIPIENTS>
    dispatches: TableType<typeof DISPATCHES>
  }
}
