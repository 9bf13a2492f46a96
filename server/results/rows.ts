import type { LinkPlace } from '#core/post'
import type { DeviceKind } from '#shared/platform/types'
import { messages, text, whole, tableOf, type RowOf, type TableType } from '#server/platform/db/tables'

export const SHORT_LINKS = tableOf('short_links', {
  code: text(),
  brand_id: text(),
  post_id: text(),
  account_id: text(),
  /** Which of the post's sendings on the account: 0 for the post itself, else the number of the echo. */
  echo: whole().orDefault(),
  target: text().orNull(),
  created_at: whole(),
})
export type ShortLinkRow = RowOf<typeof SHORT_LINKS>

/** Clicks of an hour (milliseconds of its beginning) by where from and on what; '' for what is not known. */
export const SHORT_CLICKS = tableOf('short_clicks', {
  code: text(),
  hour: whole(),
  site: text(),
  device: text<DeviceKind | ''>(),
  clicks: whole(),
  /** More of the same browser within the day. */
  repeats: whole(),
})
export type LinkClicksRow = RowOf<typeof SHORT_CLICKS>

export const CLICK_DAYS = tableOf('click_days', { day: text(), salt: text() })

export const CLICK_MARKS = tableOf('click_marks', { mark: text(), day: text() })

/** A post as it went out on an account, and how it stands. */
export const SENT_POSTS = tableOf('sent_posts', {
  delivery_id: text(),
  brand_id: text(),
  account_id: text(),
  post_id: text(),
  sent_at: whole(),
  /** Of its short link, where it went out with one. */
  code: text().orNull(),
  pillar_id: text().orNull(),
  article_id: text().orNull(),
  source_id: text().orNull(),
  /** The site its link leads to; '' for none. */
  site: text(),
  wording: whole(),
  echo: whole(),
  text: text(),
  /** Characters as readers see them. */
  length: whole(),
  pictures: whole(),
  hashtags_json: text(),
  /** '' for a post without a link. */
  link_place: text<LinkPlace | ''>(),
  /** As they were told last; null for what was never told. */
  likes: whole().orNull(),
  reshares: whole().orNull(),
  replies: whole().orNull(),
  quotes: whole().orNull(),
  views: whole().orNull(),
  read_at: whole().orNull(),
  /** Answers and clicks within its first days, by which posts are compared. */
  first_answers: whole().orNull(),
  clicks: whole().orDefault(),
  first_clicks: whole().orDefault(),
  /** `untold`: its network tells of no responses. `gone`: it is not there any more. */
  state: text<'read' | 'over' | 'untold' | 'gone'>(),
  /** When its network is asked next; null for never. */
  next_at: whole().orNull(),
  /** Why the last reading told nothing. */
  message: messages().orNull(),
})
export type SentPostRow = RowOf<typeof SENT_POSTS>

export const RESPONSE_READINGS = tableOf('response_readings', {
  delivery_id: text(),
  at: whole(),
  likes: whole().orNull(),
  reshares: whole().orNull(),
  replies: whole().orNull(),
  quotes: whole().orNull(),
  views: whole().orNull(),
})
export type ResponseReadingRow = RowOf<typeof RESPONSE_READINGS>

export const PUBLIC_REPLIES = tableOf('public_replies', {
  delivery_id: text(),
  remote_id: text(),
  author: text(),
  text: text(),
  url: text().orNull(),
  at: whole(),
  seen_at: whole(),
})
export type PublicReplyRow = RowOf<typeof PUBLIC_REPLIES>

export const FOLLOWER_COUNTS = tableOf('follower_counts', {
  account_id: text(),
  /** `YYYY-MM-DD`, UTC. */
  day: text(),
  followers: whole(),
  at: whole(),
})
export type FollowerCountRow = RowOf<typeof FOLLOWER_COUNTS>

export const ACCOUNT_READINGS = tableOf('account_readings', {
  account_id: text(),
  followers_next_at: whole(),
  /** When the posts of before were read; null for not yet. */
  past_read_at: whole().orNull(),
  quiet_until: whole().orNull(),
  /** 1 once its network told of a response. */
  has_told: whole().orDefault(),
  /** How often in a row it gave no answer. */
  failures: whole().orDefault(),
  message: messages().orNull(),
})
export type AccountReadingRow = RowOf<typeof ACCOUNT_READINGS>

export const OUTSIDE_POSTS = tableOf('outside_posts', {
  account_id: text(),
  remote_id: text(),
  url: text().orNull(),
  at: whole(),
  text: text(),
  likes: whole().orNull(),
  reshares: whole().orNull(),
  replies: whole().orNull(),
  quotes: whole().orNull(),
  views: whole().orNull(),
})
export type OutsidePostRow = RowOf<typeof OUTSIDE_POSTS>

declare module 'knex/types/tables' {
  interface Tables {
    short_links: TableType<typeof SHORT_LINKS>
    short_clicks: TableType<typeof SHORT_CLICKS>
    click_days: TableType<typeof CLICK_DAYS>
    click_marks: TableType<typeof CLICK_MARKS>
    sent_posts: TableType<typeof SENT_POSTS>
    response_readings: TableType<typeof RESPONSE_READINGS>
    public_replies: TableType<typeof PUBLIC_REPLIES>
    follower_counts: TableType<typeof FOLLOWER_COUNTS>
    account_readings: TableType<typeof ACCOUNT_READINGS>
    outside_posts: TableType<typeof OUTSIDE_POSTS>
  }
}
