import { entities } from './entities'

/**
 * A part of a text that means something, by UTF-8 bytes as the lexicon `app.bsky.richtext.facet` counts them;
 * the end is behind the last.
 */
export interface Facet {
  kind: 'link' | 'mention' | 'hashtag'
  /** An address with its scheme, a handle without `@`, a tag without `#`. */
  value: string
  byteStart: number
  byteEnd: number
}

// A handle of the AT Protocol is a host name (atproto.com, Handle); one ends before a dot that ends a
// sentence.
const HANDLE =
  /(?<=^|[\s(])@((?:[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?\.)+[a-z](?:[a-z0-9-]{0,61}[a-z0-9])?)(?![a-z0-9-])/giu
const encoder = new TextEncoder()

/**
 * Links, handles and hashtags of a text with their places in UTF-8 bytes, in reading order. `links` are
 * addresses that the product put in.
 */
export function facetsOf(text: string, links: string[] = []): Facet[] {
  const handles = [...text.matchAll(HANDLE)].map((match) => ({
    kind: 'mention' as const,
    value: match[1]!.toLowerCase(),
    start: match.index,
    end: match.index + match[0].length,
  }))
  const isInHandle = (start: number): boolean =>
    handles.some((handle) => start >= handle.start && start < handle.end)
  const others = entities(text, null, links).filter(
    ({ kind, start }) => kind !== 'mention' && !isInHandle(start),
  )
  const bytesTo = (offset: number): number => encoder.encode(text.slice(0, offset)).length
  return [...handles, ...others]
    .sort((a, b) => a.start - b.start)
    .map(({ kind, value, start, end }) => ({ kind, value, byteStart: bytesTo(start), byteEnd: bytesTo(end) }))
}
