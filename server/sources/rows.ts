export interface FeedRow {
  id: string
  url: string
  title: string | null
  home_url: string | null
  format: string | null
  etag: string | null
  last_modified: string | null
  fetched_at: number | null
  next_fetch_at: number
  interval_minutes: number
  failures: number
  failing_since: number | null
  trouble: string | null
  lease_until: number
  /** Host and port of the address: so many are asked at once. */
  host: string
  moved_from: string | null
  moved_at: number | null
  gone_at: number | null
  ttl_minutes: number | null
  gap_minutes: number | null
  newest_at: number | null
  body_hash: string | null
  repairs_json: string
  /** How many articles of it are kept. */
  articles: number
  /** Asked for on the web, or sent to us by mail at an address whose key is derived from `mail_nonce`. */
  kind: 'web' | 'mail'
  mail_nonce: string | null
}

/** A subscription at a hub: asked for, on, or refused. */
export interface HubRow {
  feed_id: string
  hub_url: string
  topic_url: string
  state: 'asked' | 'on' | 'refused'
  until: number | null
  next_try_at: number
  message: string | null
}

export interface SourceRow {
  id: string
  brand_id: string
  feed_id: string
  label: string
  own: number
  created_at: number
  removed_at: number | null
  version: number
  /** Whom to credit, by the network's id. */
  credits_json: string
  pillar_id: string | null
  /** 1 when only articles from `created_at` on are wanted. */
  only_new: number
  /** Words whose articles are not wanted, commas between. */
  leave_out: string
  region: string | null
  /** The language its articles are in, where the feed does not say or says it wrongly. */
  language: string | null
  paused_at: number | null
  usual_accounts_json: string | null
}

export interface FolderRow {
  id: string
  brand_id: string
  name: string
  hashtags_json: string
  /** What the key of its feed's address is derived from; null when it is no feed. */
  feed_nonce: string | null
  pillar_id: string | null
  usual_accounts_json: string | null
  version: number
}
