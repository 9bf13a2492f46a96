import { messages, text, whole, tableOf, type RowOf, type TableType } from '#server/platform/db/tables'

export const FEEDS = tableOf('feeds', {
  id: text(),
  url: text(),
  title: text().orNull(),
  home_url: text().orNull(),
  format: text().orNull(),
  etag: text().orNull(),
  last_modified: text().orNull(),
  fetched_at: whole().orNull(),
  next_fetch_at: whole(),
  interval_minutes: whole().orDefault(),
  failures: whole().orDefault(),
  failing_since: whole().orNull(),
  trouble: messages().orNull(),
  lease_until: whole().orDefault(),
  moved_from: text().orNull(),
  moved_at: whole().orNull(),
  /** Host and port of the address: so many are asked at once. */
  host: text().orDefault(),
  gone_at: whole().orNull(),
  ttl_minutes: whole().orNull(),
  gap_minutes: whole().orNull(),
  newest_at: whole().orNull(),
  body_hash: text().orNull(),
  repairs_json: text().orDefault(),
  /** How many articles of it are kept. */
  articles: whole().orDefault(),
  /** Asked for on the web, or sent to us by mail at an address whose key is derived from `mail_nonce`. */
  kind: text<'web' | 'mail'>().orDefault(),
  mail_nonce: text().orNull(),
})
export type FeedRow = RowOf<typeof FEEDS>

export const SOURCES = tableOf('sources', {
  id: text(),
  brand_id: text(),
  feed_id: text(),
  label: text(),
  own: whole(),
  created_at: whole(),
  removed_at: whole().orNull(),
  version: whole().orDefault(),
  /** Whom to credit, by the network's id. */
  credits_json: text().orDefault(),
  pillar_id: text().orNull(),
  /** 1 when only articles from `created_at` on are wanted. */
  only_new: whole().orDefault(),
  /** Words whose articles are not wanted, commas between. */
  leave_out: text().orDefault(),
  region: text().orNull(),
  /** The language its articles are in, where the feed does not say or says it wrongly. */
  language: text().orNull(),
  paused_at: whole().orNull(),
  usual_accounts_json: text().orNull(),
  /** In whose name it clips what it brings; null where it does not. */
  clips_for: text().orNull(),
  /** 1 where a letter of a mailing list is an article for each of its links. */
  by_link: whole().orDefault(),
})
export type SourceRow = RowOf<typeof SOURCES>

export const FOLDERS = tableOf('folders', {
  id: text(),
  brand_id: text(),
  name: text(),
  hashtags_json: text().orDefault(),
  /** What the key of its feed's address is derived from; null when it is no feed. */
  feed_nonce: text().orNull(),
  version: whole().orDefault(),
  usual_accounts_json: text().orNull(),
  pillar_id: text().orNull(),
})
export type FolderRow = RowOf<typeof FOLDERS>

export const SOURCE_FOLDERS = tableOf('source_folders', {
  source_id: text(),
  folder_id: text(),
})
export type SourceFolderRow = RowOf<typeof SOURCE_FOLDERS>

/** A subscription at a hub: asked for, on, or refused. */
export const HUBS = tableOf('hubs', {
  feed_id: text(),
  hub_url: text(),
  topic_url: text(),
  state: text<'asked' | 'on' | 'refused'>(),
  until: whole().orNull(),
  next_try_at: whole(),
  message: messages().orNull(),
})
export type HubRow = RowOf<typeof HUBS>

export const IMPORTS = tableOf('imports', {
  id: text(),
  brand_id: text(),
  created_by: text(),
  created_at: whole(),
  problems_json: text(),
  stopped_at: whole().orNull(),
})
export type ImportRow = RowOf<typeof IMPORTS>

export const IMPORT_ITEMS = tableOf('import_items', {
  import_id: text(),
  position: whole(),
  url: text(),
  title: text().orNull(),
  folders_json: text(),
  state: text<'waiting' | 'added' | 'known' | 'failed'>(),
  message: messages().orNull(),
  /** The source it became, or was already; null where it is none. */
  source_id: text().orNull(),
})
export type ImportItemRow = RowOf<typeof IMPORT_ITEMS>

export const MAIL_DAYS = tableOf('mail_days', {
  feed_id: text(),
  day: text(),
  mails: whole(),
})
export type MailDayRow = RowOf<typeof MAIL_DAYS>

export const MAIL_SENDERS = tableOf('mail_senders', {
  feed_id: text(),
  site: text(),
})
export type MailSenderRow = RowOf<typeof MAIL_SENDERS>

declare module 'knex/types/tables' {
  interface Tables {
    feeds: TableType<typeof FEEDS>
    sources: TableType<typeof SOURCES>
    folders: TableType<typeof FOLDERS>
    source_folders: TableType<typeof SOURCE_FOLDERS>
    hubs: TableType<typeof HUBS>
    imports: TableType<typeof IMPORTS>
    import_items: TableType<typeof IMPORT_ITEMS>
    mail_days: TableType<typeof MAIL_DAYS>
    mail_senders: TableType<typeof MAIL_SENDERS>
  }
}
