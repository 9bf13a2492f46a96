import { postLink } from '#core/post'
import { canonicalUrl } from '#core/url'

/** Texts are read for their links once: a plan asks for those of all lines, again and again. */
const known = new Map<string, string | null>()
const MOST_KNOWN = 5_000
/** Longer texts are read each time: few are, and they would fill the memory. */
const LONGEST_KNOWN = 2_000

/** The link of a post: its field's, else the first in its text. */
export function linkOfPost(link: string | null, text: string): string | null {
  if (link !== null) return link
  const found = known.get(text)
  if (found !== undefined) return found
  const first = postLink(null, text)
  if (text.length > LONGEST_KNOWN) return first
  if (known.size >= MOST_KNOWN) known.clear()
  known.set(text, first)
  return first
}

/** The key under which two posts have the same link; null where a post has none. */
export function linkKeyOf(link: string | null, text: string): string | null {
  const found = linkOfPost(link, text)
  return found === null ? null : canonicalUrl(found)
}
