import { message } from '../messages'
import type { Message } from '../message'
import type { Element } from 'domhandler'
import { readAtom } from './atom'
import { decodeBytes } from './decode'
import { readDocument } from './document'
import { FeedError } from './errors'
import { madeId, saysSomething } from './item'
import { readJsonFeed } from './json'
import { readRss } from './rss'
import type { Feed, FeedContext, FeedItem } from './types'
import { elementsOf } from './xml'

/** A bracket, or one within a call to a function, as some servers wrap it. */
const LIKE_JSON = /^(?:[\w$.]{1,60}\s*\(\s*)?[{[]/

/**
 * The feed in these bytes (RSS 0.90 to 2.0, RDF, Atom 0.3 and 1.0, JSON Feed 1.0 and 1.1). A damaged document
 * yields what a person could read in it, with each repair named. Titles are plain text, HTML parts safe to
 * show, addresses absolute. Throws FeedError when this is no feed at all.
 */
export function readFeed(body: Uint8Array | string, context: FeedContext): Feed {
  const { text: decoded, repairs } =
    typeof body === 'string' ? { text: body, repairs: [] } : decodeBytes(body, context.contentType ?? null)
  const text = decoded.replace(/^\uFEFF/, '').trimStart()
  if (text === '') throw new FeedError('empty', message('feed.empty'))
  const feed = LIKE_JSON.test(text)
    ? readJsonFeed(text, context.url, repairs)
    : readXml(text, context.url, repairs)
  return { ...feed, items: withDistinctIds(feed.items.filter(saysSomething), feed) }
}

function readXml(text: string, url: string, repairs: Message[]): Feed {
  const outermost = readDocument(text, repairs)
  const feed = feedAmong(outermost, 3)
  if (feed && !outermost.includes(feed)) repairs.push(message('feed.in-a-page'))
  if (feed) return /feed$/.test(feed.name) ? readAtom(feed, url, repairs) : readRss(feed, url, repairs)
  const name = outermost[0]?.name
  if (name === 'html' || /^<!doctype html|<html[\s>]/i.test(text))
    throw new FeedError('not-a-feed', notAFeedPage(text))
  throw new FeedError('not-a-feed', message('feed.none'))
}

const ROOTS = new Set(['feed', 'atom:feed', 'rss', 'rdf:rdf', 'channel'])

/** The feed's own element: an outermost one, or a few levels inside one that some server put round it. */
function feedAmong(elements: Element[], levels: number): Element | null {
  const found = elements.find((element) => ROOTS.has(element.name))
  if (found || levels === 0) return found ?? null
  return (
    elements.map((element) => feedAmong(elementsOf(element), levels - 1)).find((inside) => inside !== null) ??
    null
  )
}

/** A feed behind a sign-in answers with the page that asks for it. */
const notAFeedPage = (html: string): Message =>
  /<input[^>]{1,300}type\s*=\s*["']?password/i.test(html)
    ? message('feed.sign-in-page')
    : message('feed.page')

/**
 * Feeds repeat themselves: of an id the first item stays (RFC 4287 §4.1.1: entries of one id are one entry).
 * But some give every item the same id; those that lead elsewhere are different items and get ids of their
 * own.
 */
function withDistinctIds(items: FeedItem[], feed: Feed): FeedItem[] {
  const seen = new Map<string, FeedItem>()
  let others = 0
  for (const item of items) {
    const first = seen.get(item.id)
    if (!first) seen.set(item.id, item)
    else if (feed.format !== 'atom' && item.url !== null && item.url !== first.url) {
      const id = `${item.id} ${madeId(item.url, item.title)}`
      if (!seen.has(id)) others++
      seen.set(id, seen.get(id) ?? { ...item, id })
    }
  }
  if (others > 0) feed.repairs.push(message('feed.same-ids'))
  return [...seen.values()]
}
