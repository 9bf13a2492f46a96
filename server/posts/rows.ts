import type { LinkPreview } from '#shared/posts/types'
import {
  messages,
  wordsOrMessages,
  blob,
  real,
  text,
  whole,
  tableOf,
  type RowOf,
  type TableType,
} from '#server/platform/db/tables'

/** Posts that may be on a Desk; kept true by triggers (migration 034). */
export const OPEN_POSTS = tableOf('open_posts', { brand_id: text(), post_id: text() })

export const POSTS = tableOf('posts', {
  id: text(),
  brand_id: text(),
  article_id: text().orNull(),
  pillar_id: text().orNull(),
  campaign_id: text().orNull(),
  link: text().orNull(),
  link_title: text().orNull(),
  hashtags_json: text(),
  credit: text().orNull(),
  good_until: whole().orNull(),
  not_before: whole().orNull(),
  /** The date of the almanac it is for: its day, title and prompt, and the entry or calendar it is of. */
  for_day: text().orNull(),
  for_title: text().orNull(),
  prompt: text().orNull(),
  almanac_id: text().orNull(),
  series_id: text().orNull(),
  approval: text<'draft' | 'in-review' | 'approved' | 'sent-back'>(),
  approved_by: text().orNull(),
  approved_at: whole().orNull(),
  approved_version: whole().orNull(),
  created_by: text(),
  created_at: whole(),
  version: whole().orDefault(),
  language: text().orNull(),
  clippings_json: text().orDefault(),
  from_post_id: text().orNull(),
  /** When and by whom it was last written at; null for posts of before there was a Desk. */
  saved_at: whole().orNull(),
  saved_by: text().orNull(),
  /** When its review was asked for. */
  asked_at: whole().orNull(),
  removed_at: whole().orNull(),
  /** The standing order that made it, and when somebody looked it over since. */
  order_id: text().orNull(),
  order_seen_at: whole().orNull(),
})
export type PostRow = RowOf<typeof POSTS>

export const WORDINGS = tableOf('wordings', {
  id: text(),
  post_id: text(),
  position: whole(),
  text: text(),
  picture_id: text().orNull(),
})
export type WordingRow = RowOf<typeof WORDINGS>

export const PROOFS = tableOf('proofs', {
  post_id: text(),
  account_id: text(),
  own_text: text().orNull(),
  credit: text().orNull(),
  chosen: whole().orDefault(),
  left_out_json: text().orDefault(),
  board: text().orNull(),
  audience: text().orNull(),
  link_place: text().orNull(),
  crops_json: text().orDefault(),
})
export type ProofRow = RowOf<typeof PROOFS>

export const PICTURES = tableOf('pictures', {
  id: text(),
  brand_id: text(),
  width: whole(),
  height: whole(),
  bytes: whole(),
  type: text(),
  content: blob(),
  from_url: text().orNull(),
  message: messages().orNull(),
  created_by: text(),
  created_at: whole(),
  /** Since when no post uses it. */
  unused_since: whole().orNull(),
})
export type PictureRow = RowOf<typeof PICTURES>

export const POST_PICTURES = tableOf('post_pictures', {
  post_id: text(),
  position: whole(),
  picture_id: text(),
  description: text(),
  focus_x: real(),
  focus_y: real(),
})
export type PostPictureRow = RowOf<typeof POST_PICTURES>

export const POST_EVENTS = tableOf('post_events', {
  id: text(),
  post_id: text(),
  at: whole(),
  person_id: text().orNull(),
  what: text(),
  version: whole(),
  note: wordsOrMessages().orNull(),
})
export type PostEventRow = RowOf<typeof POST_EVENTS>

export const LINES = tableOf('lines', {
  id: text(),
  brand_id: text(),
  post_id: text(),
  account_id: text(),
  position: real(),
  state: text<'in-line' | 'held'>(),
  fixed_at: whole().orNull(),
  slot_at: whole().orNull(),
  lined_at: whole(),
  /** 0 for the post itself, then its echoes. */
  echo: whole().orDefault(),
  wording: whole().orDefault(),
  /** The line whose time it comes after, and how long after (an Offset). */
  follows_id: text().orNull(),
  after_json: text().orNull(),
  hold_until: whole().orNull(),
  hold_reason: text().orNull(),
  /** When it was due before it came back into the line, and why it came back. */
  back_from: whole().orNull(),
  back_message: messages().orNull(),
})
export type QueueItemRow = RowOf<typeof LINES>

export const LINK_LOOKS = tableOf('link_looks', {
  url: text(),
  kind: text<LinkPreview['kind']>(),
  detail: text().orNull(),
  card_json: text().orNull(),
  looked_at: whole(),
})
export type LinkPreviewRow = RowOf<typeof LINK_LOOKS>

declare module 'knex/types/tables' {
  interface Tables {
    open_posts: TableType<typeof OPEN_POSTS>
    posts: TableType<typeof POSTS>
    wordings: TableType<typeof WORDINGS>
    proofs: TableType<typeof PROOFS>
    pictures: TableType<typeof PICTURES>
    post_pictures: TableType<typeof POST_PICTURES>
    post_events: TableType<typeof POST_EVENTS>
    lines: TableType<typeof LINES>
    link_looks: TableType<typeof LINK_LOOKS>
  }
}
