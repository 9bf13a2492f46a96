import type { ArticleState } from '#shared/articles/types'
import type { ExcludedBy } from '#shared/articles/shows'
import { messages, text, whole, tableOf, type RowOf, type TableType } from '#server/platform/db/tables'

export const ARTICLES = tableOf('articles', {
  id: text(),
  feed_id: text(),
  guid: text(),
  link_key: text().orNull(),
  url: text().orNull(),
  title: text().orNull(),
  author: text().orNull(),
  summary_html: text().orNull(),
  content_html: text().orNull(),
  text: text(),
  sanitiser_version: whole(),
  language: text().orNull(),
  categories_json: text(),
  image: text().orNull(),
  published_at: whole().orNull(),
  updated_at: whole().orNull(),
  first_seen_at: whole(),
  at: whole(),
  /** When its outlet was last seen to have changed it. */
  changed_at: whole().orNull(),
  /**
   * Whether the feed gave a date, none, or one in the future; the article then counts from when it was first
   * seen.
   */
  dating: text<'stated' | 'missing' | 'future'>().orDefault(),
  number: whole().orNull(),
  /** 1 when the search index has it as it is. */
  indexed: whole().orDefault(),
  kind: text<'text' | 'picture' | 'video' | 'sound' | 'document'>().orDefault(),
  /**
   * The text of its own page, where the feed gave only a summary; when it was looked for, and why there is
   * none.
   */
  page_html: text().orNull(),
  page_at: whole().orNull(),
  page_message: messages().orNull(),
})
export type ArticleRow = RowOf<typeof ARTICLES>
/** One that is not stored yet: the next number is given then. */
export type NewArticle = Omit<ArticleRow, 'number'>

export const ARTICLE_STATES = tableOf('article_states', {
  brand_id: text(),
  article_id: text(),
  state: text<ArticleState>(),
  changed_at: whole(),
  feed_id: text().orNull(),
  excluded_by: text<ExcludedBy>().orNull(),
  watch_id: text().orNull(),
})
export type ArticleStateRow = RowOf<typeof ARTICLE_STATES>

export const ARTICLE_TAGS = tableOf('article_tags', {
  brand_id: text(),
  article_id: text(),
  tag_id: text(),
  is_on: whole(),
})
export type ArticleTagRow = RowOf<typeof ARTICLE_TAGS>

export const ARTICLE_OPENINGS = tableOf('article_openings', {
  brand_id: text(),
  article_id: text(),
  at: whole(),
})
export type OpeningRow = RowOf<typeof ARTICLE_OPENINGS>

export const TAGS = tableOf('tags', {
  id: text(),
  brand_id: text(),
  name: text(),
  version: whole().orDefault(),
})
export type TagRow = RowOf<typeof TAGS>

export const SOURCE_TAGS = tableOf('source_tags', {
  source_id: text(),
  tag_id: text(),
})
export type SourceTagRow = RowOf<typeof SOURCE_TAGS>

export const CLIPPING_TAGS = tableOf('clipping_tags', {
  clipping_id: text(),
  tag_id: text(),
})
export type ClippingTagRow = RowOf<typeof CLIPPING_TAGS>

export const POST_TAGS = tableOf('post_tags', {
  post_id: text(),
  tag_id: text(),
})
export type PostTagRow = RowOf<typeof POST_TAGS>

export const WATCH_TAGS = tableOf('watch_tags', {
  watch_id: text(),
  tag_id: text(),
})
export type WatchTagRow = RowOf<typeof WATCH_TAGS>

export const UNDECIDED = tableOf('undecided', {
  brand_id: text(),
  article_id: text(),
  feed_id: text(),
  at: whole(),
  first_seen_at: whole(),
  is_new: whole(),
})
export type UndecidedRow = RowOf<typeof UNDECIDED>

export const UNREAD_COUNTS = tableOf('unread_counts', {
  brand_id: text(),
  feed_id: text(),
  n: whole(),
})
export type UnreadCountRow = RowOf<typeof UNREAD_COUNTS>

export const TO_MATCH = tableOf('to_match', {
  article_id: text(),
  is_fresh: whole(),
  since: whole(),
})
export type ToMatchRow = RowOf<typeof TO_MATCH>

declare module 'knex/types/tables' {
  interface Tables {
    articles: TableType<typeof ARTICLES>
    article_states: TableType<typeof ARTICLE_STATES>
    article_tags: TableType<typeof ARTICLE_TAGS>
    article_openings: TableType<typeof ARTICLE_OPENINGS>
    tags: TableType<typeof TAGS>
    source_tags: TableType<typeof SOURCE_TAGS>
    watch_tags: TableType<typeof WATCH_TAGS>
    clipping_tags: TableType<typeof CLIPPING_TAGS>
    post_tags: TableType<typeof POST_TAGS>
    undecided: TableType<typeof UNDECIDED>
    unread_counts: TableType<typeof UNREAD_COUNTS>
    to_match: TableType<typeof TO_MATCH>
  }
}
