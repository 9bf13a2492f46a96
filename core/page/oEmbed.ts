import { oneLine, webUrl } from './texts'
import type { PageVideo } from './types'

/** What a page says of itself as data after oEmbed. */
export interface OEmbedFacts {
  title: string | null
  author: string | null
  siteName: string | null
  video: PageVideo | null
}

/**
 * An answer after oEmbed 1.0 (https://oembed.com, §2.3), of which the words are taken and never the HTML. A
 * `duration` is in no version of it, but in common practice, in seconds. Null for what is none.
 */
export function readOEmbed(text: string, pageUrl: string): OEmbedFacts | null {
  let answer: unknown
  try {
    answer = JSON.parse(text)
  } catch {
    return null
  }
  if (typeof answer !== 'object' || answer === null) return null
  const field = (name: string): string | null => {
    const value: unknown = Reflect.get(answer, name)
    return typeof value === 'string' ? value : null
  }
  const length: unknown = Reflect.get(answer, 'duration')
  const seconds = typeof length === 'number' || typeof length === 'string' ? Number(length) : NaN
  return {
    title: oneLine(field('title'), 300),
    author: oneLine(field('author_name'), 200),
    siteName: oneLine(field('provider_name'), 200),
    video:
      field('type') === 'video'
        ? {
            url: pageUrl,
            seconds: Number.isFinite(seconds) && seconds > 0 && seconds < 1e6 ? Math.round(seconds) : null,
            still: webUrl(field('thumbnail_url'), pageUrl),
          }
        : null,
  }
}
