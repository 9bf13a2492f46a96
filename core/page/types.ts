import type { Instant } from '../instant'

/** What a web page says of itself, and what stands on it, as plain text. */
export interface PageFacts {
  url: string
  /** The address it gives as its own; null where it gives none, or one of another site. */
  canonicalUrl: string | null
  title: string | null
  description: string | null
  author: string | null
  siteName: string | null
  /** As in BCP 47. */
  language: string | null
  publishedAt: Instant | null
  /** Absolute, http(s), each once, best first. */
  pictures: PagePicture[]
  video: PageVideo | null
  /** Where its data after oEmbed is; null where it names none. */
  oEmbedUrl: string | null
  /** See `findFeeds`. */
  feeds: { url: string; title: string | null; type: string | null }[]
}

export interface PagePicture {
  url: string
  /** In pixels, as the page says. */
  width: number | null
  height: number | null
  description: string | null
}

export interface PageVideo {
  url: string
  seconds: number | null
  /** Address of a picture of it. */
  still: string | null
}
