import type { Message } from '../message'
import type { Element } from 'domhandler'
import { parseFeedDate } from './date'
import { madeId, safePart, titleFromHtml } from './item'
import type { Feed, FeedItem } from './types'
import {
  absoluteUrl,
  attribute,
  baseOf,
  child,
  children,
  childrenWithin,
  elementsOf,
  htmlInside,
  textOf,
} from './xml'

/**
 * An RSS 0.91 to 2.0 or RDF (RSS 0.90, 1.0) document's root as a feed. In RDF the items stand beside the
 * channel.
 */
export function readRss(root: Element, url: string, repairs: Message[]): Feed {
  const isRdf = root.name === 'rdf:rdf'
  const channel = child(root, 'channel') ?? root
  const items = [
    ...childrenWithin(channel, 'item'),
    ...(channel === root ? [] : childrenWithin(root, 'item')),
  ]
  const ttl = Number(textOf(child(channel, 'ttl')) ?? Number.NaN)
  return {
    format: isRdf ? 'rdf' : 'rss',
    title: titleFromHtml(textOf(child(channel, 'title'))),
    homeUrl: absoluteUrl(textOf(child(channel, 'link')), baseOf(channel, url)),
    selfUrl: atomLink(channel, 'self', url),
    hubUrl: atomLink(channel, 'hub', url),
    language: textOf(child(channel, 'language', 'dc:language')),
    description: titleFromHtml(textOf(child(channel, 'description', 'itunes:summary'))),
    ttlMinutes: Number.isFinite(ttl) && ttl > 0 ? ttl : null,
    items: items.map((item) => readItem(item, url, repairs)),
    repairs,
  }
}

function readItem(item: Element, documentUrl: string, repairs: Message[]): FeedItem {
  const base = baseOf(item, documentUrl)
  const title = titleFromHtml(textOf(child(item, 'title', 'dc:title', 'media:title')))
  const guid = child(item, 'guid')
  const url = linkOf(item, guid, base)
  return {
    id: textOf(guid) ?? attribute(item, 'rdf:about') ?? madeId(url, title),
    url,
    title,
    author: authorOf(item),
    publishedAt: dateOf(item, 'pubdate', 'dc:date', 'dcterms:issued', 'dcterms:created', 'atom:published'),
    updatedAt: dateOf(item, 'dcterms:modified', 'atom:updated'),
    summaryHtml: htmlOf(
      child(item, 'description', 'dc:description', 'itunes:summary', 'atom:summary'),
      base,
      repairs,
    ),
    contentHtml: htmlOf(child(item, 'content:encoded', 'atom:content', 'body'), base, repairs),
    categories: elementsOf(item)
      .filter((element) => ['category', 'dc:subject'].includes(element.name))
      .flatMap((element) => titleFromHtml(textOf(element)) ?? []),
    image: imageOf(item, base),
    enclosures: children(item, 'enclosure').flatMap((enclosure) => enclosureOf(enclosure, base)),
  }
}

/** RSS 2.0: `link`, else a guid that is a permalink (it is one unless it says otherwise). */
function linkOf(item: Element, guid: Element | null, base: string): string | null {
  const stated = absoluteUrl(textOf(child(item, 'link')), base) ?? atomLink(item, 'alternate', base)
  if (
    stated ||
    !guid ||
    attribute(guid, 'ispermalink') === 'false' ||
    attribute(guid, 'isPermaLink') === 'false'
  )
    return stated
  const text = textOf(guid)
  return text && /^https?:/i.test(text) ? absoluteUrl(text, base) : null
}

function atomLink(node: Element, rel: string, base: string): string | null {
  const link = children(node, 'atom:link').find(
    (candidate) => (attribute(candidate, 'rel') ?? 'alternate') === rel,
  )
  return link ? absoluteUrl(attribute(link, 'href'), base) : null
}

/**
 * RSS 2.0 `author` holds an address with the name in brackets, and feeds turn that round; the name is what a
 * person wants.
 */
function authorOf(item: Element): string | null {
  const creators = children(item, 'dc:creator').flatMap((creator) => titleFromHtml(textOf(creator)) ?? [])
  if (creators.length > 0) return creators.join(', ')
  const author = titleFromHtml(textOf(child(item, 'author', 'atom:author', 'itunes:author')))
  return nameIn(author ?? '') ?? author
}

/** Of `address (name)` or `name (address)`, the name; null for what is written otherwise. */
function nameIn(author: string): string | null {
  const open = author.indexOf('(')
  if (open < 0 || author.indexOf(')', open) !== author.length - 1) return null
  const parts = [author.slice(open + 1, -1), author.slice(0, open).trim()]
  return parts.find((part) => part !== '' && !part.includes('@')) ?? null
}

function htmlOf(element: Element | null, base: string, repairs: Message[]): string | null {
  return element && safePart(htmlInside(element), baseOf(element, base), repairs)
}

function imageOf(item: Element, base: string): string | null {
  const media = elementsOf(item).find((element) => {
    const name = element.name
    return (
      name === 'media:thumbnail' ||
      (name === 'media:content' &&
        /image|^$/.test(`${attribute(element, 'medium') ?? ''}${attribute(element, 'type') ?? ''}`))
    )
  })
  const picture = children(item, 'enclosure').find((enclosure) =>
    attribute(enclosure, 'type')?.startsWith('image/'),
  )
  return absoluteUrl(attribute(media ?? picture ?? null, 'url'), base)
}

function enclosureOf(enclosure: Element, base: string): FeedItem['enclosures'] {
  const url = absoluteUrl(attribute(enclosure, 'url'), base)
  const length = Number(attribute(enclosure, 'length') ?? Number.NaN)
  return url
    ? [{ url, type: attribute(enclosure, 'type'), length: Number.isFinite(length) ? length : null }]
    : []
}

function dateOf(item: Element, ...names: string[]): string | null {
  const text = textOf(child(item, ...names))
  return text ? parseFeedDate(text) : null
}
