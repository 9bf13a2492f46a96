export interface Tag {
  id: string
  name: string
}

/** A tag of an article: by hand, or because of a watch or its source. */
export interface ArticleTag extends Tag {
  by: 'hand' | 'watch' | 'source'
}

// What becomes of articles and posts: the words that the rest is built on.
export type ArticleState = 'new' | 'read' | 'clipped' | 'shelved' | 'passed'

/** A tag with where it comes from and how many articles have it. */
export interface TagUse extends Tag {
  articles: number
  watches: string[]
  sources: string[]
  version: number
}
