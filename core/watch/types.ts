import type { Message } from '../message'
import type { Instant } from '../instant'

/**
 * Where words are looked for. Title, body and author are the article's text; a term without a field looks in
 * all three.
 */
export type WordField = 'title' | 'body' | 'author' | 'source' | 'category' | 'region'

/** One word or a phrase of several. */
export interface Term {
  kind: 'term'
  /** As they were written. All must stand side by side, or near each other where `near` says so. */
  words: string[]
  field: WordField | null
  /** That form alone; otherwise any form of the word. */
  exact: boolean
  /** The last word is a beginning. */
  prefix: boolean
  /** In any order, with at most so many words between the first and the last; null for side by side. */
  near: number | null
  weight: number
}

export interface Limit {
  kind: 'limit'
  what: 'age' | 'words' | 'outlets' | 'responses'
  is: '<' | '<=' | '>' | '>=' | '='
  value: number
  /** Of an age: hours, days or weeks. */
  unit: 'h' | 'd' | 'w' | null
}

/** What a query says of an article besides its words. */
export type Condition = { kind: 'site'; host: string } | { kind: 'lang'; language: string } | Limit

/** A query as a tree. Plain data: survives structuredClone and JSON. */
export type WatchQuery =
  Term | Condition | { kind: 'and' | 'or'; parts: WatchQuery[] } | { kind: 'not'; part: WatchQuery }

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
  /**
   * 0 to 1: the weight of the words found over the weight of those asked for; a hit in the title counts
   * double.
   */
  strength: number
  spans: { field: 'title' | 'body' | 'author'; start: number; end: number }[]
  reasons: Message[]
}
