import type { Message } from '../message'
import type { Element } from 'domhandler'
import { parseFeedDate } from './date'
import { madeId, oneLine, safePart, titleFromHtml } from './item'
import type { Feed, FeedItem } from './types'
import {
  absoluteUrl,
  attribute,
  baseOf,
  child,
  children,
  elementsOf,
  htmlInside,
  markupOf,
  textOf,
} from './xml'

/** An Atom 1.0 (RFC 4287) or 0.3 document's root as a feed. */
export function readAtom(root: Element, url: string, repairs: Message[]): Feed {
  return {
    format: 'atom',
    title: plainConstruct(part(root, 'title')),
    homeUrl: linkOf(root, ['alternate'], url),
    selfUrl: linkOf(root, ['self'], url),
    hubUrl: linkOf(root, ['hub'], url),
    language: attribute(root, 'xml:lang'),
    description: plainConstruct(part(root, 'subtitle', 'tagline')),
    ttlMinutes: null,
    items: entriesOf(root).map((entry) => readEntry(entry, root, url, repairs)),
    repairs,
  }
}

/** The entries, also those that stand in one before them that was not closed. */
const entriesOf = (node: Element): Element[] =>
  parts(node, 'entry').flatMap((entry) => [entry, ...entriesOf(entry)])

function readEntry(entry: Element, root: Element, documentUrl: string, repairs: Message[]): FeedItem {
  const title = plainConstruct(part(entry, 'title'))
  const content = part(entry, 'content')
  const url =
    linkOf(entry, ['alternate'], documentUrl) ??
    absoluteUrl(attribute(content, 'src'), baseOf(content ?? entry, documentUrl))
  return {
    id: textOf(part(entry, 'id')) ?? madeId(url, title),
    url,
    title,
    author: authorOf(entry) ?? authorOf(part(entry, 'source')) ?? authorOf(root),
    publishedAt: dateOf(entry, 'published', 'issued', 'created'),
    updatedAt: dateOf(entry, 'updated', 'modified'),
    summaryHtml: htmlConstruct(part(entry, 'summary'), documentUrl, repairs),
    contentHtml: htmlConstruct(content, documentUrl, repairs),
    categories: parts(entry, 'category').flatMap(
      (category) => attribute(category, 'label') ?? attribute(category, 'term') ?? [],
    ),
    image: absoluteUrl(
      attribute(child(entry, 'media:thumbnail', 'media:content'), 'url'),
      baseOf(entry, documentUrl),
    ),
    enclosures: parts(entry, 'link').flatMap((link) => enclosureOf(link, documentUrl)),
  }
}

const bare = (element: Element): string => element.name.replace(/^atom:/, '')

function part(node: Element | null, ...names: string[]): Element | null {
  if (!node) return null
  const inside = elementsOf(node)
  for (const name of names) {
    const found = inside.find((element) => bare(element) === name)
    if (found) return found
  }
  return null
}

const parts = (node: Element, name: string): Element[] =>
  elementsOf(node).filter((element) => bare(element) === name)

/** What a text or content construct holds (RFC 4287 §3.1, §4.1.3; Atom 0.3 said `mode` for part of it). */
interface Construct {
  kind: 'text' | 'html' | 'xhtml'
  raw: string | null
}

function constructOf(element: Element): Construct {
  const type = (attribute(element, 'type') ?? 'text').toLowerCase()
  const mode = attribute(element, 'mode')
  if (mode === 'base64' || (mode === null && isBinary(type)))
    return { kind: 'html', raw: fromBase64(textOf(element)) }
  if (type.includes('xhtml') || mode === 'xml') return { kind: 'xhtml', raw: markupOf(element) }
  const isHtml = type.includes('html') || mode === 'escaped'
  return { kind: isHtml ? 'html' : 'text', raw: isHtml ? htmlInside(element) : textOf(element) }
}

/** RFC 4287 §4.1.3.3: a media type that is neither text nor XML is written in Base64. */
const isBinary = (type: string): boolean =>
  type.includes('/') && !/^(text|message)\/|[/+]xml$|html/.test(type)

/** The words behind Base64, or the text itself where it is none; null for a picture or the like. */
function fromBase64(text: string | null): string | null {
  if (text !== null && !/^[a-z0-9+/=\s]*$/i.test(text)) return text
  try {
    const bytes = Uint8Array.from(atob((text ?? '').replace(/\s+/g, '')), (character) =>
      character.charCodeAt(0),
    )
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes).trim() || null
  } catch {
    return null
  }
}

function plainConstruct(element: Element | null): string | null {
  if (!element) return null
  const { kind, raw } = constructOf(element)
  return kind === 'text' ? oneLine(raw) : titleFromHtml(raw)
}

function htmlConstruct(element: Element | null, documentUrl: string, repairs: Message[]): string | null {
  if (!element || attribute(element, 'src')) return null
  const { kind, raw } = constructOf(element)
  if (!raw) return null
  const html = kind === 'text' ? escapeHtml(raw) : raw
  return safePart(html, baseOf(element, documentUrl), repairs)
}

const escapeHtml = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')

function linkOf(node: Element, rels: string[], documentUrl: string): string | null {
  const link = parts(node, 'link').find((candidate) =>
    rels.includes((attribute(candidate, 'rel') ?? 'alternate').toLowerCase()),
  )
  if (!link) return null
  const base = baseOf(link, documentUrl)
  // RFC 3986 §4.4: an empty reference is its base, where one is stated.
  const href = attribute(link, 'href') ?? (base === documentUrl ? null : base)
  return absoluteUrl(href, base)
}

function enclosureOf(link: Element, documentUrl: string): FeedItem['enclosures'] {
  if (attribute(link, 'rel') !== 'enclosure') return []
  const url = absoluteUrl(attribute(link, 'href'), baseOf(link, documentUrl))
  const length = Number(attribute(link, 'length') ?? Number.NaN)
  return url ? [{ url, type: attribute(link, 'type'), length: Number.isFinite(length) ? length : null }] : []
}

function authorOf(node: Element | null): string | null {
  if (!node) return null
  const names = parts(node, 'author').flatMap(
    (author) => oneLine(textOf(part(author, 'name')) ?? textOf(part(author, 'email'))) ?? [],
  )
  return names.length > 0 ? names.join(', ') : oneLine(textOf(children(node, 'dc:creator')[0] ?? null))
}

function dateOf(entry: Element, ...names: string[]): string | null {
  const text = textOf(part(entry, ...names))
  return text ? parseFeedDate(text) : null
}
