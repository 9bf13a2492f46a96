import { Readability } from '@mozilla/readability'
import { parseHTML } from 'linkedom'
import { decodeBytes, firstPicture, safeHtml } from '#core/feed'
import { isTooDeep, plainText } from '#core/text'
import type { Received } from '#server/platform/pages/readCard'

export interface PageText {
  html: string
  text: string
  image: string | null
}

/** A page's document, as linkedom gives it and Readability takes it. */
type Page = ConstructorParameters<typeof Readability>[0]

/** Characters of text from which on it is one. */
const SHORTEST = 60
/** Elements of a page that is still read; real ones have a few thousand. */
const MOST_ELEMENTS = 100_000

/**
 * Said of a page whose elements lie deeper in each other than those of any honest one: the parser would take
 * minutes.
 */
export class TooDeep extends Error {
  override readonly name = 'TooDeep'
}

/**
 * The main text of a web page as safe HTML, found by Mozilla's Readability; null where there is none. Throws
 * TooDeep.
 */
export function readPage({ body, url, contentType }: Received): PageText | null {
  const page = decodeBytes(body, contentType).text
  if (isTooDeep(page)) throw new TooDeep()
  const document = documentOf(page)
  if (!document) return null
  const base = document.querySelector('base')?.getAttribute('href')
  const from = base && URL.canParse(base, url) ? new URL(base, url).href : url
  const found = mainPart(document)
  const html = safeHtml(unwrapped(found?.content ?? ''), from)
  const text = plainText(html)
  if (text.length < SHORTEST) return null
  return { html, text, image: firstPicture(html) }
}

/**
 * The main part as Readability finds it; null where there is none, or the page is none that it can go
 * through.
 */
function mainPart(document: Page): ReturnType<Readability['parse']> {
  try {
    return new Readability(document, { maxElemsToParse: MOST_ELEMENTS }).parse()
  } catch (error) {
    if (error instanceof TypeError || (error instanceof Error && error.message.startsWith('Aborting')))
      return null
    throw error
  }
}

/**
 * A page as a document; where it names no html element, one is put round it. Null where nothing is left of
 * it.
 */
function documentOf(html: string): Page | null {
  const parsed = (text: string): Page => Reflect.get(parseHTML(text), 'document') as Page
  const document = parsed(html)
  // A page may leave its html element out (HTML §13.1.2.4); what stands first is not its root.
  if (document.documentElement?.localName === 'html') return document
  const wrapped = parsed(`<html><body>${html}</body></html>`)
  return wrapped.documentElement ? wrapped : null
}

/** What Readability puts round a text: an element of its own, and the page's around that. */
function unwrapped(content: string): string {
  let inner = documentOf(`<html><body>${content}</body></html>`)!.body
  while (
    inner.childElementCount === 1 &&
    inner.firstElementChild!.matches('div, article, section, main') &&
    inner.textContent === inner.firstElementChild!.textContent
  )
    inner = inner.firstElementChild as typeof inner
  return inner.innerHTML
}
