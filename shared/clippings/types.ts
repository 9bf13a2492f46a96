import type { Instant } from '#core/instant'
import type { PageVideo } from '#core/page/types'
import type { ArticleTag } from '#shared/articles/types'

export interface ClippingsView {
  clippings: Clipping[]
  folders: ClippingFolder[]
  /** How many there are of each kind, whatever is looked for. */
  counts: { waiting: number; shelved: number; done: number }
}

export interface ClippingFolder {
  id: string
  name: string
  version: number
  /** How many clippings wait in it. */
  count: number
}

/** An article of a source's, a page of the web, words of either, a picture, a video, a PDF, own words. */
export type ClippingKind = 'article' | 'page' | 'quote' | 'picture' | 'video' | 'pdf' | 'words'

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
  /** How its text begins, its own or its article's. */
  beginning: string
  /** Its picture, as it is kept here; null for none. */
  pictureId: string | null
  /** An article's picture, where it stands. */
  pictureUrl: string | null
  /** When it was kept, and when the article came out. */
  keptAt: Instant
  at: Instant | null
  note: string
  folder: string | null
  folderId: string | null
  shelved: boolean
  /** Posts made from it. */
  posts: number
  /** Its own, and its article's. */
  tags: ArticleTag[]
  doneAt: Instant | null
  version: number
}

/** A post that was made from a clipping, on one account where it is in line or went out. */
export interface ClippingUse {
  postId: string
  stage: 'draft' | 'lined-up' | 'sent'
  account: string | null
  /** When it goes out, or went; of a draft, when it was saved. */
  at: Instant | null
  /** Where it stands on its network. */
  url: string | null
}

/** A clipping with all there is of it. */
export interface ClippingDetail {
  clipping: Clipping
  /** Its own text, or its article's; '' for none. */
  text: string
  /** Whether title and text are its own, and can be changed. */
  isOwn: boolean
  /** The words of it that were kept. */
  passages: string[]
  video: PageVideo | null
  /** Pages of a PDF; null for anything else, and where they are not known. */
  pages: number | null
  became: ClippingUse[]
}

/** How a list that was brought from elsewhere stands. */
export interface SavedListView {
  id: string
  name: string
  total: number
  added: number
  /** Were kept already, and stayed as they were. */
  known: number
  waiting: number
  /** Of those added, the ones that are still kept. */
  standing: number
  notAdded: number
  stopped: boolean
  /** The first of those that could not be kept, and places in the file that can't be used. */
  failed: { title: string | null; url: string; message: string }[]
  problems: { line: number; message: string }[]
}

export type ListColumn = 'url' | 'title' | 'note' | 'tags' | 'folder' | 'addedAt'

/** What a file is, before it is read in. */
export interface SavedListLook {
  kind: 'bookmarks' | 'csv' | 'feed' | 'opml'
  count: number
  /** Of a table: its columns by their heads, its first rows, and which column seems to be what. */
  table: {
    heads: string[]
    rows: string[][]
    guess: Partial<Record<ListColumn, number>>
  } | null
}
