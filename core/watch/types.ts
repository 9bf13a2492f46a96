import type { Instant } from '../instant'

/**
 * A query as a tree. `term` is one word or a phrase of several; all its words must stand side by side.
 * Plain data: survives structuredClone and JSON.
 */
export type WatchQuery =
  | { kind: 'term'; words: string[]; phrase: boolean; prefix: boolean; exact: boolean }
  | { kind: 'and' | 'or'; parts: WatchQuery[] }
  | { kind: 'not'; part: WatchQuery }

export interface WatchArticle {
  title: string
  body: string
  author: string | null
  source: string
  url: string | null
  language: string | null
  region: string | null
  categories: string[]
  publishedAt: Instant | null
  outlets?: number
  responses?: number
}

export interface WatchMatch {
  /** 0 to 1: the weight of the words found over the weight of those asked for; a hit in the title counts double. */
  strength: number
  spans: { field: 'title' | 'body' | 'author'; start: number; end: number }[]
  reasons: string[]
}
