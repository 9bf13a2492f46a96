// The rows as the tables hold them.
import type { NoticeKind } from '../../shared/deliveries'
import type { DeliveryState } from '../../shared/deliveryStates'

export interface PersonRow { id: string; name: string; email: string; password_hash: string | null; created_at: number; founds: 0 | 1 } // prettier-ignore
export interface SessionRow { id: string; person_id: string; device: string; created_at: number; last_seen_at: number; revoked_at: number | null; from_hash: string | null } // prettier-ignore

export interface BrandRow {
  id: string
  name: string
  zone: string
  language: string
  mark: string
  mark_ink: number
  created_at: number
  removed_at: number | null
  version: number
  /** What the brand wants of its writing; null for the usual. */
  writing_json: string | null
  writing_version: number
  /** Minutes that the same link stays apart on two accounts; 0 for none. */
  link_apart_minutes: number
  held: number
  hold_until: number | null
  hold_reason: string | null
  /** Where its notices go besides the application (a Telling), the chat hook's address apart and sealed; null for nowhere. */
  telling_json: string | null
  hook_sealed: string | null
  /** When notices may be told next, and what became of the last try where it failed. */
  tell_next_at: number
  tell_says: string | null
  /** Hosts of its own sites, and the pillar of posts about what stands there. */
  own_sites_json: string
  own_pillar_id: string | null
}

export interface PillarRow {
  id: string
  brand_id: string
  name: string
  ink: number
  description: string
  position: number
  removed_at: number | null
  version: number
  /** Whether its posts go out once or come again for ever. */
  returns: 'once' | 'for-ever'
  /** Whether its posts must be approved by somebody else than who wrote them. */
  needs_approval: number
  hashtags_json: string
  /** Ids of the accounts its posts begin with; null for no wish. Sources, folders and watches have the same. */
  usual_accounts_json: string | null
}

export interface AccountRow {
  id: string
  brand_id: string
  protocol: string
  name: string
  handle: string
  address: string
  page_url: string
  endpoint_json: string
  token_sealed: string
  rules_json: string
  per_day: number | null
  min_gap_minutes: number
  held: number
  hold_until: number | null
  hold_reason: string | null
  checked_at: number | null
  trouble: string | null
  /** Who may approve posts for it. */
  approver: 'anyone' | 'someone-else'
  /** What becomes of links here; null for the brand's own rule. */
  link_rule_json: string | null
  /** Days after which the same link or text may be shared here again; null for no rule. */
  repeat_after_days: number | null
  /** Days that differ from the week. */
  except_json: string
  /** Shares of the posts that pillars may have. */
  mix_json: string
  /** Until when its network wants no posts of ours; null for no wish. */
  quiet_until: number | null
  /** Since when its network refuses the sign-in. */
  refused_at: number | null
  /** The session its network gave, encrypted; null where there is none. */
  session_sealed: string | null
  /** Where its network passes posts on to (Micropub's syndication targets), those chosen. */
  also_to_json: string
  /** Ids of the accounts on which its posts appear by themselves. */
  appears_on_json: string
  position: number
  removed_at: number | null
  version: number
}

export interface SlotRow {
  id: string
  account_id: string
  weekday: number
  time: string
  use: 'any' | 'pillar' | 'free'
  pillar_id: string | null
}

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
  says: string | null
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

export interface ArticleRecord {
  id: string
  feed_id: string
  guid: string
  link_key: string | null
  url: string | null
  title: string | null
  author: string | null
  summary_html: string | null
  content_html: string | null
  text: string
  sanitiser_version: number
  language: string | null
  categories_json: string
  image: string | null
  published_at: number | null
  updated_at: number | null
  first_seen_at: number
  at: number
  /** Whether the feed gave a date, none, or one in the future; the article then counts from when it was first seen. */
  dating: 'stated' | 'missing' | 'future'
  /** When its outlet was last seen to have changed it. */
  changed_at: number | null
  kind: 'text' | 'picture' | 'video' | 'sound' | 'document'
  /** The text of its own page, where the feed gave only a summary; when it was looked for, and why there is none. */
  page_html: string | null
  page_at: number | null
  page_says: string | null
  /** 1 when the search index has it as it is. */
  indexed: number
}

export interface ClippingRow {
  id: string
  brand_id: string
  article_id: string | null
  kind: string
  quote: string | null
  note: string | null
  shelved: number
  folder: string | null
  created_by: string
  created_at: number
  /** When it was worked off; null while it waits. */
  done_at: number | null
  version: number
}

export interface WatchRow {
  id: string
  brand_id: string
  name: string
  query: string
  ink: number
  position: number
  removed_at: number | null
  /** 1: what it marks is a list of its own; is passed in the curator's place; is told when it comes; stands on the rail. */
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

export interface TagRow {
  id: string
  brand_id: string
  name: string
  version: number
}

export interface PostRow {
  id: string
  brand_id: string
  article_id: string | null
  pillar_id: string | null
  link: string | null
  link_title: string | null
  hashtags_json: string
  credit: string | null
  good_until: number | null
  not_before: number | null
  series_id: string | null
  approval: 'draft' | 'in-review' | 'approved' | 'sent-back'
  approved_by: string | null
  approved_at: number | null
  approved_version: number | null
  created_by: string
  created_at: number
  version: number
  language: string | null
  clippings_json: string
  from_post_id: string | null
  /** When and by whom it was last written at; null for posts of before there was a Desk. */
  saved_at: number | null
  saved_by: string | null
  /** When its review was asked for. */
  asked_at: number | null
  removed_at: number | null
}

export interface ProofRow {
  post_id: string
  account_id: string
  chosen: number
  own_text: string | null
  credit: string | null
  left_out_json: string
  board: string | null
  audience: string | null
  link_place: string | null
  crops_json: string
}

export interface PictureRow {
  id: string
  brand_id: string
  width: number
  height: number
  bytes: number
  type: string
  content: Buffer
  from_url: string | null
  says: string | null
  created_by: string
  created_at: number
  /** Since when no post uses it. */
  unused_since?: number | null
}

export interface ShortLinkRow {
  code: string
  brand_id: string
  post_id: string
  account_id: string
  /** Which of the post's sendings on the account: 0 for the post itself, else the number of the echo. */
  echo: number
  target: string | null
  created_at: number
}

export interface LineRow {
  id: string
  brand_id: string
  post_id: string
  account_id: string
  position: number
  state: 'in-line' | 'held'
  fixed_at: number | null
  slot_at: number | null
  lined_at: number
  /** 0 for the post itself, then its echoes. */
  echo: number
  wording: number
  /** The line whose time it comes after, and how long after (an Offset). */
  follows_id: string | null
  after_json: string | null
  hold_until: number | null
  hold_reason: string | null
  /** When it was due before it came back into the line, and why it came back. */
  back_from: number | null
  back_says: string | null
}

export interface DeliveryEventRow {
  delivery_id: string
  at: number
  state: DeliveryState
  cause: string
  person_id: string | null
}

export interface NoticeRow {
  id: string
  brand_id: string
  kind: NoticeKind
  /** What it is about: there is one open notice of a kind for each. */
  about: string
  at: number
  title: string
  says: string
  /** The screen that shows it. */
  link: string
  seen_at: number | null
  settled_at: number | null
  told_at: number | null
}

export interface DeliveryRow {
  id: string
  brand_id: string
  post_id: string
  account_id: string
  key: string
  due_at: number
  slot_at: number | null
  state: DeliveryState
  frozen_json: string
  pillar_id: string | null
  link_key: string | null
  series_id: string | null
  attempts: number
  next_try_at: number
  lease_until: number
  remote_id: string | null
  remote_url: string | null
  says: string
  sent_at: number | null
  line_id: string | null
  echo: number
  wording: number
  good_until: number | null
}
