export interface WatchRow {
  id: string
  brand_id: string
  name: string
  query: string
  ink: number
  position: number
  removed_at: number | null
  /**
   * 1: what it marks is a list of its own; is passed in the curator's place; is told when it comes; stands on
   * the rail.
   */
  collects: number
  hides: number
  tells: number
  on_rail: number
  hashtags_json: string
  /** Ids of the folders and sources it looks at; both empty for all. */
  folders_json: string
  sources_json: string
  /** What the key of its feed's address is derived from; null when it is no feed. */
  feed_nonce: string | null
  pillar_id: string | null
  usual_accounts_json: string | null
  version: number
}

/** A watch looking through the archive. */
export interface WatchRunRow {
  watch_id: string
  brand_id: string
  started_at: number
  /** Articles to look at, looked at, and marked so far. */
  total: number
  done: number
  found: number
  /** Only articles with numbers below this are still to be looked at; null before the first. */
  below: number | null
  ended_at: number | null
  stopped: number
}
