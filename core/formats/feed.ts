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

const element = (name: string, text: string): string => `<${name}>${escape(text)}</${name}>`

function rss(feed: FeedToWrite): string {
  const items = feed.items.map((item) =>
    [
      '<item>',
      element('title', item.title),
      element('link', item.url),
      `<guid isPermaLink="false">${escape(item.id)}</guid>`,
      item.author ? element('dc:creator', item.author) : '',
      element('pubDate', new Date(item.at).toUTCString()),
      element('description', item.html),
      '</item>\n',
    ].join(''),
  )
  return [
    '<?xml version="1.0" encoding="UTF-8"?>\n<rss version="2.0"',
    ' xmlns:atom="http://www.w3.org/2005/Atom" xmlns:dc="http://purl.org/dc/elements/1.1/"><channel>',
    element('title', feed.title),
    element('link', feed.homeUrl),
    element('description', feed.title),
    `<atom:link rel="self" type="application/rss+xml" href="${escape(feed.selfUrl)}"/>`,
    element('lastBuildDate', new Date(feed.updatedAt).toUTCString()),
    '\n',
    ...items,
    '</channel></rss>\n',
  ].join('')
}

function atom(feed: FeedToWrite): string {
  const items = feed.items.map((item) =>
    [
      '<entry>',
      element('id', item.id),
      element('title', item.title),
      `<link href="${escape(item.url)}"/>`,
      element('published', item.at),
      element('updated', item.at),
      item.author ? `<author>${element('name', item.author)}</author>` : '',
      `<content type="html">${escape(item.html)}</content>`,
      '</entry>\n',
    ].join(''),
  )
  return [
    '<?xml version="1.0" encoding="UTF-8"?>\n<feed xmlns="http://www.w3.org/2005/Atom">',
    element('id', feed.selfUrl),
    element('title', feed.title),
    `<link href="${escape(feed.homeUrl)}"/><link rel="self" href="${escape(feed.selfUrl)}"/>`,
    element('updated', feed.updatedAt),
    // RFC 4287 §4.1.1: every entry names an author, or the feed does.
    `<author>${element('name', feed.title)}</author>`,
    '\n',
    ...items,
    '</feed>\n',
  ].join('')
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
