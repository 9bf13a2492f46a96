import type { Instant } from '#core/instant'
import type { PagePicture, PageVideo } from '#core/page/types'
import type { ArticleState } from '#shared/articles/types'
import type { PictureView } from '#shared/posts/types'

/** How something came in. */
export type CaptureWay = 'extension' | 'button' | 'share' | 'address'

/** What is kept: a whole page, words of it, a picture on it, a video it shows, a PDF, or words alone. */
export type CapturedKind = 'page' | 'quote' | 'picture' | 'video' | 'pdf' | 'words'

/** Something that a person saw and wants to use, as far as it is known. */
export interface Captured {
  url: string | null
  title: string
  description: string
  author: string | null
  site: string | null
  language: string | null
  publishedAt: Instant | null
  /** The words that were selected on it. */
  words: string
  /** Its main text; '' where that is not known. */
  text: string
  /** Where its text is from: what the browser showed, or the page as this server is shown it. */
  textFrom: 'browser' | 'server' | null
  pictures: PagePicture[]
  /** The picture that was pressed on; null for none. */
  pictureUrl: string | null
  video: PageVideo | null
  /** Of a PDF: its SHA-256, its pages, null where it can’t be read, and the picture of its first one. */
  pdf: { hash: string; pages: number | null; pictureId: string | null } | null
  feeds: { url: string; title: string | null }[]
}

/** What is said of a capture at once. */
export interface TakenCapture {
  id: string
  /** Feeds that its page names, as far as it was read. */
  feeds: number
}

/** A captured page as the window shows it to somebody of a brand. */
export interface CaptureView {
  id: string
  way: CaptureWay
  captured: Captured
  /** Whether its page is still to be looked at: only its address is known. */
  waits: boolean
  /** What went wrong with looking at it, as a sentence; null for nothing. */
  message: string | null
  /** The same page among the brand's articles. */
  article: { id: string; outlet: string; state: ArticleState } | null
  /** What the brand kept of the same page before. */
  clippings: { id: string; title: string; keptAt: Instant; folder: string | null; shelved: boolean }[]
  /** Where posts about it went out, newest first. */
  shared: { at: Instant; account: string }[]
  /** Folders of clippings there are. */
  folders: string[]
  /** A picture that comes with it, as it is kept here: a PDF's first page. */
  picture: PictureView | null
}

/** What became of something captured; `historyId` undoes it, and is null where it was kept already. */
export interface CapturedClipping {
  clippingId: string
  historyId: string | null
}
