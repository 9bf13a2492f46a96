// Articles and clippings as lists show them, and their tags.
import type { Instant } from '../core/instant'
import type { LeftOut } from './shows'
import type { ArticleState } from './states'

export interface Tag {
  id: string
  name: string
}

/** A tag of an article: by hand, or because of a watch or its source. */
export interface ArticleTag extends Tag {
  by: 'hand' | 'watch' | 'source'
}

export interface ArticleRow {
  /** The furthest that a post about it has come; null where there is none. */
  post: 'draft' | 'lined-up' | 'sent' | null
  id: string
  title: string
  outlet: string
  author: string | null
  /** When it was published, or when it was first seen where the feed gives no date or one in the future. */
  at: Instant
  dating: 'stated' | 'missing' | 'future'
  /** When its outlet was last seen to have changed it. */
  changedAt: Instant | null
  state: ArticleState
  /** The rule of its source that passed it, where no person did. */
  leftOut: LeftOut | null
  summary: string
  /** Its picture's address at the outlet; shown through ours. */
  image: string | null
  watches: { id: string; name: string }[]
  tags: ArticleTag[]
  /** Forms of watched words as they stand in it. */
  found: string[]
}

/** Something kept for use. */
export interface Clipping {
  id: string
  articleId: string | null
  title: string
  outlet: string
  /** The words of it that were kept, where it is a quote. */
  quote: string | null
  url: string | null
  /** When it was kept, and when the article came out. */
  keptAt: Instant
  at: Instant | null
  note: string
  folder: string | null
  shelved: boolean
  /** Posts made from it. */
  posts: number
  /** Of its article. */
  tags: ArticleTag[]
  doneAt: Instant | null
  version: number
}
