import type { Instant } from '../instant'
import { escapeXml as escape } from './xml'

export type FeedKind = 'rss' | 'atom' | 'json'

export interface FeedToWrite {
  title: string
  homeUrl: string
  selfUrl: string
  updatedAt: Instant
  items: { id: string; url: string; title: string; html: string; at: Instant; author: string | null }[]
}

/**
 * A feed for other programs, in UTF-8: RSS 2.0 (https://www.rssboard.org/rss-specification), Atom (RFC 4287)
 * or JSON Feed 1.1 (https://www.jsonfeed.org/version/1.1/). The items stand in the order given.
 */
export function writeFeed(kind: FeedKind, feed: FeedToWrite): string {
  if (kind === 'json') return json(feed)
  return kind === 'atom' ? atom(feed) : rss(feed)
}

function rss(feed: FeedToWrite): string {
  const items = feed.items.map(
    (item) =>
      `<item><title>${escape(item.title)}</title><link>${escape(item.url)}</link><guid isPermaLink="false">${escape(item.id)}</guid>${item.author ? `<dc:creator>${escape(item.author)}</dc:creator>` : ''}<pubDate>${new Date(item.at).toUTCString()}</pubDate><description>${escape(item.html)}</description></item>`,
  )
  return `<?xml version="1.0" encoding="UTF-8"?>
<rss version="2.0" xmlns:atom="http://www.w3.org/2005/Atom" xmlns:dc="http://purl.org/dc/elements/1.1/"><channel><title>${escape(feed.title)}</title><link>${escape(feed.homeUrl)}</link><description>${escape(feed.title)}</description><atom:link rel="self" type="application/rss+xml" href="${escape(feed.selfUrl)}"/><lastBuildDate>${new Date(feed.updatedAt).toUTCString()}</lastBuildDate>
${items.join('\n')}
</channel></rss>
`
}

function atom(feed: FeedToWrite): string {
  // RFC 4287 §4.1.1: every entry names an author, or the feed does.
  const items = feed.items.map(
    (item) =>
      `<entry><id>${escape(item.id)}</id><title>${escape(item.title)}</title><link href="${escape(item.url)}"/><published>${item.at}</published><updated>${item.at}</updated>${item.author ? `<author><name>${escape(item.author)}</name></author>` : ''}<content type="html">${escape(item.html)}</content></entry>`,
  )
  return `<?xml version="1.0" encoding="UTF-8"?>
<feed xmlns="http://www.w3.org/2005/Atom"><id>${escape(feed.selfUrl)}</id><title>${escape(feed.title)}</title><link href="${escape(feed.homeUrl)}"/><link rel="self" href="${escape(feed.selfUrl)}"/><updated>${feed.updatedAt}</updated><author><name>${escape(feed.title)}</name></author>
${items.join('\n')}
</feed>
`
}

function json(feed: FeedToWrite): string {
  return JSON.stringify({
    version: 'https://jsonfeed.org/version/1.1',
    title: feed.title,
    home_page_url: feed.homeUrl,
    feed_url: feed.selfUrl,
    items: feed.items.map((item) => ({
      id: item.id,
      url: item.url,
      title: item.title,
      content_html: item.html,
      date_published: item.at,
      ...(item.author ? { authors: [{ name: item.author }] } : {}),
    })),
  })
}
