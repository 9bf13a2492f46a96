import type { Element } from 'domhandler'
import { parseFeedDate } from './date'
import { safeHtml } from './html'
import { madeId, oneLine, titleFromHtml } from './item'
import type { Feed, FeedItem } from './types'
import { absoluteUrl, attribute, baseOf, child, children, elementsOf, markupOf, nameOf, textOf } from './xml'

/** An Atom 1.0 (RFC 4287) or 0.3 document's root as a feed. */
export function readAtom(root: Element, url: string, repairs: string[]): Feed {
  return {
    format: 'atom',
    title: plainConstruct(part(root, 'title')),
    homeUrl: linkOf(root, ['alternate'], url),
    selfUrl: linkOf(root, ['self'], url),
    hubUrl: linkOf(root, ['hub'], url),
    language: attribute(root, 'xml:lang'),
    description: plainConstruct(part(root, 'subtitle', 'tagline')),
    ttlMinutes: null,
    items: parts(root, 'entry').map((entry) => readEntry(entry, root, url)),
    repairs,
  }
}

function readEntry(entry: Element, root: Element, documentUrl: string): FeedItem {
  const title = plainConstruct(part(entry, 'title'))
  const content = part(entry, 'content')
  const url = linkOf(entry, ['alternate'], documentUrl) ?? absoluteUrl(attribute(content, 'src'), baseOf(content ?? entry, documentUrl))
  return {
    id: textOf(part(entry, 'id')) ?? madeId(url, title),
    url,
    title,
    author: authorOf(entry) ?? authorOf(part(entry, 'source')) ?? authorOf(root),
    publishedAt: dateOf(entry, 'published', 'issued', 'created'),
    updatedAt: dateOf(entry, 'updated', 'modified'),
    summaryHtml: htmlConstruct(part(entry, 'summary'), documentUrl),
    contentHtml: htmlConstruct(content, documentUrl),
    categories: parts(entry, 'category').flatMap((category) => attribute(category, 'label') ?? attribute(category, 'term') ?? []),
    image: absoluteUrl(attribute(child(entry, 'media:thumbnail', 'media:content'), 'url'), baseOf(entry, documentUrl)),
    enclosures: parts(entry, 'link').flatMap((link) => enclosureOf(link, documentUrl)),
  }
}

const bare = (element: Element): string => nameOf(element).replace(/^atom:/, '')

function part(node: Element | null, ...names: string[]): Element | null {
  if (!node) return null
  const inside = elementsOf(node)
  for (const name of names) {
    const found = inside.find((element) => bare(element) === name)
    if (found) return found
  }
  return null
}

const parts = (node: Element, name: string): Element[] => elementsOf(node).filter((element) => bare(element) === name)

/** RFC 4287 §3.1: a text construct of type text (the default), html or xhtml; Atom 0.3 said `mode="escaped"` for html. */
function constructKind(element: Element): 'text' | 'html' | 'xhtml' {
  const type = (attribute(element, 'type') ?? 'text').toLowerCase()
  const mode = attribute(element, 'mode')
  if (type.includes('xhtml') || mode === 'xml') return 'xhtml'
  return type.includes('html') || mode === 'escaped' ? 'html' : 'text'
}

function plainConstruct(element: Element | null): string | null {
  if (!element) return null
  const kind = constructKind(element)
  if (kind === 'text') return oneLine(textOf(element))
  return titleFromHtml(kind === 'html' ? textOf(element) : markupOf(element))
}

function htmlConstruct(element: Element | null, documentUrl: string): string | null {
  if (!element || attribute(element, 'src')) return null
  const kind = constructKind(element)
  const raw = kind === 'xhtml' ? markupOf(element) : textOf(element)
  if (!raw) return null
  const html = kind === 'text' ? escapeHtml(raw) : raw
  return safeHtml(html, baseOf(element, documentUrl)) || null
}

const escapeHtml = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')

function linkOf(node: Element, rels: string[], documentUrl: string): string | null {
  const link = parts(node, 'link').find((candidate) => rels.includes((attribute(candidate, 'rel') ?? 'alternate').toLowerCase()))
  return link ? absoluteUrl(attribute(link, 'href'), baseOf(link, documentUrl)) : null
}

function enclosureOf(link: Element, documentUrl: string): FeedItem['enclosures'] {
  if (attribute(link, 'rel') !== 'enclosure') return []
  const url = absoluteUrl(attribute(link, 'href'), baseOf(link, documentUrl))
  const length = Number(attribute(link, 'length') ?? Number.NaN)
  return url ? [{ url, type: attribute(link, 'type'), length: Number.isFinite(length) ? length : null }] : []
}

function authorOf(node: Element | null): string | null {
  if (!node) return null
  const names = parts(node, 'author').flatMap((author) => oneLine(textOf(part(author, 'name')) ?? textOf(part(author, 'email'))) ?? [])
  return names.length > 0 ? names.join(', ') : oneLine(textOf(children(node, 'dc:creator')[0] ?? null))
}

function dateOf(entry: Element, ...names: string[]): string | null {
  const text = textOf(part(entry, ...names))
  return text ? parseFeedDate(text) : null
}
