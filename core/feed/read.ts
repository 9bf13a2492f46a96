import { DomHandler, type Element } from 'domhandler'
import { Parser } from 'htmlparser2'
import { readAtom } from './atom'
import { decodeBytes } from './decode'
import { FeedError } from './errors'
import { saysSomething } from './item'
import { readJsonFeed } from './json'
import { readRss } from './rss'
import type { Feed, FeedContext } from './types'
import { elementsOf, nameOf } from './xml'

/** Elements within elements that a feed may have; real ones stay under 30, deeper ones are made to harm. */
const DEEPEST = 250

/**
 * The feed in these bytes (RSS 0.90 to 2.0, RDF, Atom 0.3 and 1.0, JSON Feed 1.0 and 1.1). A damaged document yields what a
 * person could read in it, with each repair named. Titles are plain text, HTML parts safe to show, addresses absolute.
 * Throws FeedError when this is no feed at all.
 */
export function readFeed(body: Uint8Array | string, context: FeedContext): Feed {
  const { text: decoded, repairs } = typeof body === 'string' ? { text: body, repairs: [] } : decodeBytes(body, context.contentType ?? null)
  const text = decoded.replace(/^\uFEFF/, '').trimStart()
  if (text === '') throw new FeedError('empty', 'The address answered, but with nothing in it.')
  const feed = text.startsWith('{') || text.startsWith('[') ? readJsonFeed(text, context.url, repairs) : readXml(text, context.url, repairs)
  return { ...feed, items: withoutDoubles(feed.items.filter(saysSomething)) }
}

function readXml(text: string, url: string, repairs: string[]): Feed {
  const root = rootOf(text, repairs)
  const name = root ? nameOf(root).replace(/^atom:/, '') : ''
  if (root && name === 'feed') return readAtom(root, url, repairs)
  if (root && (name === 'rss' || name === 'rdf:rdf' || name === 'channel')) return readRss(root, url, repairs)
  if (name === 'html' || /^<!doctype html|<html[\s>]/i.test(text)) throw new FeedError('not-a-feed', 'This is a web page, not a feed.')
  throw new FeedError('not-a-feed', 'This is neither RSS, Atom nor JSON Feed.')
}

/** The document's first element, read leniently: what is not closed is closed where the document ends. */
function rootOf(text: string, repairs: string[]): Element | null {
  const handler = new DepthGuard()
  const parser = new Parser(handler, { xmlMode: true, decodeEntities: true })
  parser.write(text)
  if (handler.depth > 0) repairs.push('The document ends before its elements do; they were closed there.')
  parser.end()
  return elementsOf(handler.root)[0] ?? null
}

/** Builds the document and refuses one that is deeper than any feed. */
class DepthGuard extends DomHandler {
  depth = 0

  constructor() {
    super(undefined, { xmlMode: true })
  }

  override onopentag(name: string, attributes: Record<string, string>): void {
    this.depth++
    if (this.depth > DEEPEST) throw new FeedError('too-deep', `This has elements more than ${DEEPEST} deep; no feed has.`)
    super.onopentag(name, attributes)
  }

  override onclosetag(): void {
    this.depth--
    super.onclosetag()
  }
}

/** Feeds repeat themselves; the first item of an id stays. */
function withoutDoubles<T extends { id: string }>(items: T[]): T[] {
  const seen = new Set<string>()
  return items.filter((item) => !seen.has(item.id) && seen.add(item.id))
}
