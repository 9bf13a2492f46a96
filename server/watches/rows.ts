import { real, text, whole, tableOf, type RowOf, type TableType } from '#server/platform/db/tables'

export const WATCHES = tableOf('watches', {
  id: text(),
  brand_id: text(),
  name: text(),
  query: text(),
  ink: whole(),
  position: whole(),
  removed_at: whole().orNull(),
  version: whole().orDefault(),
  /**
   * 1: what it marks is a list of its own; is passed in the curator's place; is told when it comes; stands on
   * the rail.
   */
  collects: whole().orDefault(),
  hides: whole().orDefault(),
  tells: whole().orDefault(),
  on_rail: whole().orDefault(),
  hashtags_json: text().orDefault(),
  /** Ids of the folders and sources it looks at; both empty for all. */
  folders_json: text().orDefault(),
  sources_json: text().orDefault(),
  /** What the key of its feed's address is derived from; null when it is no feed. */
  feed_nonce: text().orNull(),
  usual_accounts_json: text().orNull(),
  pillar_id: text().orNull(),
})
export type WatchRow = RowOf<typeof WATCHES>

export const WATCH_MARKS = tableOf('watch_marks', {
  watch_id: text(),
  article_id: text(),
  /** In force from then on, and before then, in milliseconds. */
  from_at: whole().orDefault(),
  until_at: whole().orDefault(),
  feed_id: text(),
  strength: real(),
  found_json: text(),
  marked_at: whole().orDefault(),
  /** The look through the archive that found it, or when it was found as it came; in the machine's time. */
  run_at: whole().orDefault(),
})
export type MarkRow = RowOf<typeof WATCH_MARKS>

/** A watch looking through the archive. */
export const WATCH_RUNS = tableOf('watch_runs', {
  watch_id: text(),
  brand_id: text(),
  started_at: whole(),
  /** Articles to look at, looked at, and marked so far. */
  total: whole(),
  done: whole(),
  found: whole(),
  /** Only articles with numbers below this are still to be looked at; null before the first. */
  below: whole().orNull(),
  ended_at: whole().orNull(),
  stopped: whole().orDefault(),
})
export type WatchRunRow = RowOf<typeof WATCH_RUNS>

export const WATCH_SEEN = tableOf('watch_seen', {
  person_id: text(),
  watch_id: text(),
  seen_at: whole(),
})
export type WatchSeenRow = RowOf<typeof WATCH_SEEN>

declare module 'knex/types/tables' {
  interface Tables {
    watches: TableType<typeof WATCHES>
    watch_marks: TableType<typeof WATCH_MARKS>
    watch_runs: TableType<typeof WATCH_RUNS>
    watch_seen: TableType<typeof WATCH_SEEN>
  }
}
