import { message } from '../messages'
import type { Message } from '../message'
import { plainText } from '../text'
import { safeHtml } from './html'
import type { FeedItem } from './types'

/** A title as plain text on one line; null when nothing is left. */
export function titleFromHtml(html: string | null): string | null {
  // Most titles hold no markup, and reading HTML costs more than looking.
  return oneLine(html === null || !/[<&]/.test(html) ? html : plainText(html))
}

/** Characters of one piece of HTML that are kept; the longest real articles stay far below. */
const LONGEST_PIECE = 500_000

/**
 * A piece of an item's HTML, safe to show; null when nothing is left. One without end is cut, and that is
 * named.
 */
export function safePart(html: string | null, baseUrl: string, repairs: Message[]): string | null {
  if (!html) return null
  if (html.length <= LONGEST_PIECE) return safeHtml(html, baseUrl) || null
  const cut = message('feed.long-text', { characters: LONGEST_PIECE })
  if (!repairs.some(({ code }) => code === cut.code)) repairs.push(cut)
  return safeHtml(html.slice(0, LONGEST_PIECE), baseUrl) || null
}

/** Text on one line; null when there is none. */
export function oneLine(text: string | null): string | null {
  const line = text?.replace(/\s+/g, ' ').trim()
  return line ? line : null
}

/** An id for an item that brought none: made from its address and title, the same each time they are. */
export function madeId(url: string | null, title: string | null): string {
  return `made:${hash53(`${url ?? ''}\n${title ?? ''}`).toString(36)}`
}

/** Whether a person could read anything in an item. */
export function saysSomething(item: FeedItem): boolean {
  return Boolean(item.title ?? item.url ?? item.summaryHtml ?? item.contentHtml) || item.enclosures.length > 0
}

/** A 53-bit hash of a text (cyrb53, public domain): even enough for ids, and the same in every engine. */
function hash53(text: string): number {
  let high = 0xdeadbeef
  let low = 0x41c6ce57
  for (let i = 0; i < text.length; i++) {
    const unit = text.charCodeAt(i)
    high = Math.imul(high ^ unit, 2654435761)
    low = Math.imul(low ^ unit, 1597334677)
  }
  high = Math.imul(high ^ (high >>> 16), 2246822507) ^ Math.imul(low ^ (low >>> 13), 3266489909)
  low = Math.imul(low ^ (low >>> 16), 2246822507) ^ Math.imul(high ^ (high >>> 13), 3266489909)
  return 4294967296 * (2097151 & low) + (high >>> 0)
}
