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

/** How a person wants to be told of a brand's notices by mail. */
export const OWN_TELLING = tableOf('own_telling', {
  brand_id: text(),
  person_id: text(),
  /** Topics; none for no mail. */
  topics_json: text(),
  quiet_from: text().orNull(),
  quiet_until: text().orNull(),
  /** Since when they want it: what came before is not told. */
  since: whole(),
  /** When the next may be told, and why the last could not be. */
  next_at: whole().orDefault(),
  message: messages().orNull(),
})
export type OwnTellingRow = RowOf<typeof OWN_TELLING>

/** Who was told of what by mail. */
export const NOTICES_TOLD = tableOf('notices_told', { notice_id: text(), person_id: text(), at: whole() })

declare module 'knex/types/tables' {
  interface Tables {
    notices: TableType<typeof NOTICES>
    mail_addresses: TableType<typeof MAIL_ADDRESSES>
    own_telling: TableType<typeof OWN_TELLING>
    notices_told: TableType<typeof NOTICES_TOLD>
  }
}
