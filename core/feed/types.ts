import type { Message } from '../message'
import type { Instant } from '../instant'

export interface FeedContext {
  /** Address the bytes came from, after redirects: the base of relative addresses. */
  url: string
  /** The `Content-Type` header as it came. */
  contentType?: string | null
}

export interface Feed {
  format: 'rss' | 'rdf' | 'atom' | 'json'
  title: string | null
  homeUrl: string | null
  selfUrl: string | null
  hubUrl: string | null
  language: string | null
  description: string | null
  ttlMinutes: number | null
  items: FeedItem[]
  /** What had to be put right, in words. */
  repairs: Message[]
}

export interface FeedItem {
  id: string
  url: string | null
  title: string | null
  author: string | null
  publishedAt: Instant | null
  updatedAt: Instant | null
  summaryHtml: string | null
  contentHtml: string | null
  categories: string[]
  image: string | null
  enclosures: { url: string; type: string | null; length: number | null }[]
}
