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
  message: string | null
  created_by: string
  created_at: number
  /** Since when no post uses it. */
  unused_since?: number | null
}

export interface QueueItemRow {
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
  back_message: string | null
}
