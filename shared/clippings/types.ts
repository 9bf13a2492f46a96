import type { Instant } from '#core/instant'
import type { ArticleTag } from '#shared/articles/types'

export interface ClippingsView {
  clippings: Clipping[]
  folders: { name: string; count: number }[]
  /** How many there are of each kind, whatever is looked for. */
  counts: { waiting: number; shelved: number; done: number }
}

/** An article of a source's, a page of the web, words of either, a picture, a video, own words. */
export type ClippingKind = 'article' | 'page' | 'quote' | 'picture' | 'video' | 'words'

/** Something kept for use. */
export interface Clipping {
  id: string
  articleId: string | null
  kind: ClippingKind
  title: string
  outlet: string
  /** The words of it that were kept, where it is a quote. */
  quote: string | null
  url: string | null
  author: string | null
  /** How it begins, where it holds its own text. */
  beginning: string
  /** Its picture, as it is kept here; null for none. */
  pictureId: string | null
  /** When it was kept, and when the article came out. */
  keptAt: Instant
  at: Instant | null
  note: string
  folder: string | null
  shelved: boolean
  /** Posts made from it. */
  posts: number
  /** Its own, and its article's. */
  tags: ArticleTag[]
  doneAt: Instant | null
  version: number
}
