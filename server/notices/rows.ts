import type { NoticeKind } from '#shared/notices/types'
import { messages, text, whole, tableOf, type RowOf, type TableType } from '#server/platform/db/tables'

export const NOTICES = tableOf('notices', {
  id: text(),
  brand_id: text(),
  kind: text<NoticeKind>(),
  /** What it is about: there is one open notice of a kind for each. */
  about: text(),
  at: whole(),
  title: messages(),
  message: messages(),
  /** The screen that shows it. */
  link: text(),
  seen_at: whole().orNull(),
  settled_at: whole().orNull(),
  told_at: whole().orNull(),
})
export type NoticeRow = RowOf<typeof NOTICES>

export const MAIL_ADDRESSES = tableOf('mail_addresses', {
  brand_id: text(),
  address: text(),
  asked_at: whole(),
  confirmed_at: whole().orNull(),
  token_hash: text().orNull(),
})
export type MailAddressRow = RowOf<typeof MAIL_ADDRESSES>

declare module 'knex/types/tables' {
  interface Tables {
    notices: TableType<typeof NOTICES>
    mail_addresses: TableType<typeof MAIL_ADDRESSES>
  }
}
