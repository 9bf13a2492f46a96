import { Parser } from 'htmlparser2'
import { oneLine } from './item'
import { absoluteUrl } from './xml'

export interface FoundFeed {
  url: string
  title: string | null
  type: string | null
}

const FEED_TYPES = /^(application\/(rss|atom|rdf|feed)\+(xml|json)|application\/json|text\/xml|application\/xml)$/i

/**
 * The feeds a web page names in its `link rel="alternate"` elements (and in links whose address looks like a feed's, after
 * those), addresses absolute, each once, in the page's order.
 */
export function findFeeds(html: string, pageUrl: string): FoundFeed[] {
  const stated: FoundFeed[] = []
  const guessed: FoundFeed[] = []
  let base = pageUrl
  const parser = new Parser({
    onopentag: (name, attributes) => {
      if (name === 'base' && attributes['href']) base = absoluteUrl(attributes['href'], pageUrl) ?? base
      if (name === 'link') stated.push(...fromLinkElement(attributes, base))
      if (name === 'a') guessed.push(...fromAnchor(attributes, base))
    },
  })
  parser.end(html)
  const seen = new Set<string>()
  return [...stated, ...guessed].filter((feed) => !seen.has(feed.url) && seen.add(feed.url))
}

function fromLinkElement(attributes: Record<string, string>, base: string): FoundFeed[] {
  const rels = (attributes['rel'] ?? '').toLowerCase().split(/\s+/)
  const type = attributes['type']?.split(';')[0]?.trim() ?? null
  const url = absoluteUrl(attributes['href'] ?? null, base)
  const isFeed = (rels.includes('alternate') && type !== null && FEED_TYPES.test(type)) || rels.includes('feed')
  return url && isFeed ? [{ url, title: oneLine(attributes['title'] ?? null), type }] : []
}

function fromAnchor(attributes: Record<string, string>, base: string): FoundFeed[] {
  const url = absoluteUrl(attributes['href'] ?? null, base)
  if (!url || new URL(url).host !== new URL(base).host) return []
  return /(\/feed\/?|\/rss\/?|\/atom\/?|\.(rss|rdf|atom)|(feed|rss|atom|index)\.(xml|json))$/i.test(new URL(url).pathname)
    ? [{ url, title: null, type: null }]
    : []
}
