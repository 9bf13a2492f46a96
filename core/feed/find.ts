import { scanHtml } from '../text'
import { oneLine } from './item'
import { absoluteUrl } from './xml'

export interface FoundFeed {
  url: string
  title: string | null
  type: string | null
}

const FEED_TYPE = /^(?:application|text)\/(?:x-)?(?:(?:rss|atom|rdf|feed)(?:\+(?:xml|json))?|json|xml)$/i
/** Where feeds usually lie when a page names none (common practice). */
const USUAL_PLACES = ['feed', 'feed.xml', 'rss.xml', 'atom.xml', 'index.xml', 'rss', 'feed.json']

/**
 * The feeds a web page names, addresses absolute, each once: those of its `link rel="alternate"` elements in
 * the page's order, then links whose address looks like a feed's. Feeds of comments come last, whatever names
 * them.
 */
export function findFeeds(html: string, pageUrl: string): FoundFeed[] {
  const stated: FoundFeed[] = []
  const guessed: FoundFeed[] = []
  let base: string | null = null
  scanHtml(html, {
    onopentag: (name, attributes) => {
      // HTML takes the first `base` alone.
      if (name === 'base' && attributes['href']) base ??= absoluteUrl(attributes['href'], pageUrl)
      if (name === 'link') stated.push(...fromLinkElement(attributes, base ?? pageUrl))
      if (name === 'a') guessed.push(...fromAnchor(attributes, base ?? pageUrl, pageUrl))
    },
  })
  const seen = new Set<string>()
  const feeds = [...stated, ...guessed].filter((feed) => !seen.has(feed.url) && seen.add(feed.url))
  return [...feeds.filter((feed) => !isOfComments(feed)), ...feeds.filter(isOfComments)]
}

/**
 * Addresses to try on a page that names no feed: the usual places beside the page, then those at the site's
 * root.
 */
export function usualPlaces(pageUrl: string): string[] {
  const beside = USUAL_PLACES.flatMap((place) => absoluteUrl(place, pageUrl.split(/[?#]/, 1)[0]!) ?? [])
  const atRoot = USUAL_PLACES.flatMap((place) => absoluteUrl(`/${place}`, pageUrl) ?? [])
  return [...new Set([...beside, ...atRoot])]
}

const isOfComments = (feed: FoundFeed): boolean =>
  /\bcomments?\b/i.test(`${feed.title ?? ''} ${new URL(feed.url).pathname}`)

function fromLinkElement(attributes: Record<string, string>, base: string): FoundFeed[] {
  const rels = (attributes['rel'] ?? '').toLowerCase().split(/\s+/)
  const type = attributes['type']?.split(';')[0]?.trim().toLowerCase() ?? null
  const url = absoluteUrl(attributes['href'] ?? null, base)
  const isFeed =
    (rels.includes('alternate') && !rels.includes('stylesheet') && type !== null && FEED_TYPE.test(type)) ||
    rels.includes('feed')
  return url && isFeed ? [{ url, title: oneLine(attributes['title'] ?? null), type }] : []
}

function fromAnchor(attributes: Record<string, string>, base: string, pageUrl: string): FoundFeed[] {
  const url = absoluteUrl(attributes['href'] ?? null, base)
  if (!url || new URL(url).host !== new URL(pageUrl).host) return []
  return /(\/feed\/?|\/rss\/?|\/atom\/?|\.(rss|rdf|atom)|(feed|rss|atom|index)\.(xml|json))$/i.test(
    new URL(url).pathname,
  )
    ? [{ url, title: null, type: null }]
    : []
}
