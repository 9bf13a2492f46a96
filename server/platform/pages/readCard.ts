import { decodeBytes } from '#core/feed'
import { scanHtml } from '#core/text'

export interface Received {
  body: Uint8Array
  /** Where it came from, after redirects: the base of relative addresses. */
  url: string
  contentType: string | null
}

export interface PageCard {
  title: string
  description: string
  image: string | null
}

/** Characters of a title that are gathered; a page may name one without end. */
const LONGEST_TITLE = 2_000

/**
 * A page's card: its Open Graph data (ogp.me), else its own title and description. Null where it has neither.
 */
export function readCard({ body, url, contentType }: Received): PageCard | null {
  const metas = new Map<string, string>()
  let title = ''
  let isInTitle = false
  scanHtml(decodeBytes(body, contentType).text, {
    onopentag: (name, attributes) => {
      if (name === 'title' && title === '') isInTitle = true
      const key = (attributes['property'] ?? attributes['name'] ?? '').toLowerCase()
      if (name === 'meta' && key && attributes['content'] && !metas.has(key))
        metas.set(key, attributes['content'].slice(0, LONGEST_TITLE).trim())
    },
    ontext: (text) => {
      if (isInTitle && title.length < LONGEST_TITLE) title += text
    },
    onclosetag: (name) => {
      if (name === 'title') isInTitle = false
    },
  })
  const said = (metas.get('og:title') ?? title).trim().replace(/\s+/g, ' ').slice(0, 300)
  if (said === '') return null
  return {
    title: said,
    description: (metas.get('og:description') ?? metas.get('description') ?? '')
      .replace(/\s+/g, ' ')
      .slice(0, 500),
    image: webUrl(metas.get('og:image') ?? metas.get('og:image:url'), url),
  }
}

/** An address as it is opened: http(s) alone, absolute. */
function webUrl(text: string | undefined, base: string): string | null {
  const url = text && URL.canParse(text, base) ? new URL(text, base) : null
  return url && (url.protocol === 'http:' || url.protocol === 'https:') ? url.href : null
}

export interface PageLink {
  href: string
  rel: string[]
}

const MOST_LINKS = 5_000

/** Addresses that a page names in its links, as they stand there, and as what. */
export function readLinks({ body, contentType }: Received): PageLink[] {
  const found: PageLink[] = []
  scanHtml(decodeBytes(body, contentType).text, {
    onopentag: (name, { href, rel = '' }) => {
      if ((name !== 'link' && name !== 'a') || href === undefined || found.length >= MOST_LINKS) return
      found.push({ href, rel: rel.toLowerCase().split(/\s+/, 20) })
    },
  })
  return found
}
