import type { Instant } from '#core/instant'
import type { ArticleTag } from '#shared/articles/types'

export interface ClippingsView {
  clippings: Clipping[]
  folders: { name: string; count: number }[]
  /** How many there are of each kind, whatever is looked for. */
  counts: { waiting: number; shelved: number; done: number }
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
