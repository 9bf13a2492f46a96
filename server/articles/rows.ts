export interface ArticleRow {
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
  /**
   * Whether the feed gave a date, none, or one in the future; the article then counts from when it was first
   * seen.
   */
  dating: 'stated' | 'missing' | 'future'
  /** When its outlet was last seen to have changed it. */
  changed_at: number | null
  kind: 'text' | 'picture' | 'video' | 'sound' | 'document'
  /**
   * The text of its own page, where the feed gave only a summary; when it was looked for, and why there is
   * none.
   */
  page_html: string | null
  page_at: number | null
  page_message: string | null
  /** 1 when the search index has it as it is. */
  indexed: number
}

export interface TagRow {
  id: string
  brand_id: string
  name: string
  version: number
}
