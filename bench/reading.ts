import { parseFeed } from 'feedsmith'
import { Parser } from 'htmlparser2'
import { readFeed, safeHtml } from '#core/feed'
import { randomFeed, type FeedKind } from '../tests/support/randomFeeds'
import { median, type Row } from '../tests/support/load/timing'

const KINDS: FeedKind[] = ['rss', 'atom', 'rdf']
const at = { url: 'https://paper.example/feed' }

/**
 * Reading a feed, bytes to safe items, against the bare libraries on the same bytes in the same run.
 * Sanitising, which they do not do, is measured apart and taken off.
 */
export function readingRows(): Row[] {
  return [...KINDS.map((kind) => ratioRow(kind)), linearRow(), sanitisingRow()]
}

function ratioRow(kind: FeedKind): Row {
  const bytes = Buffer.from(randomFeed(kind, 7, 300))
  const ours = median(() => readFeed(bytes, at)) - median(() => sanitiseAll(kind, bytes))
  const theirs = median(() => parseFeed(bytes.toString('utf8')))
  const tokens = median(() => new Parser({}, { xmlMode: true }).end(bytes.toString('utf8')))
  const ratio = ours / theirs
  return {
    what: `read ${kind}, ${Math.round(bytes.length / 1024)} KB, without sanitising, against feedsmith`,
    figure: `${ratio.toFixed(2)}× (${ours.toFixed(1)} ms against ${theirs.toFixed(1)} ms; htmlparser2 alone ${tokens.toFixed(1)} ms)`,
    target: '≤ 2.5×',
    met: ratio <= 2.5,
  }
}

/**
 * The sanitiser's share: the same pieces of HTML made safe once more. What is safe already costs as much as
 * what is not.
 */
function sanitiseAll(kind: FeedKind, bytes: Buffer): void {
  for (const html of htmlOf(kind, bytes)) safeHtml(html, at.url)
}

const pieces = new Map<string, string[]>()

function htmlOf(kind: FeedKind, bytes: Buffer): string[] {
  const key = `${kind} ${bytes.length}`
  const known = pieces.get(key)
  if (known) return known
  const found = readFeed(bytes, at).items.flatMap((item) =>
    [item.summaryHtml ?? [], item.contentHtml ?? []].flat(),
  )
  pieces.set(key, found)
  return found
}

function linearRow(): Row {
  const [small, large] = [100, 800].map((items) => Buffer.from(randomFeed('rss', 7, items)))
  const growth = median(() => readFeed(large!, at), 9) / median(() => readFeed(small!, at), 9)
  const size = large!.length / small!.length
  return {
    what: `reading grows with size (${Math.round(small!.length / 1024)} KB to ${Math.round(large!.length / 1024)} KB)`,
    figure: `time ${growth.toFixed(1)}× for ${size.toFixed(1)}× the bytes`,
    target: 'no more than 1.3× as fast as the size',
    met: growth <= size * 1.3,
  }
}

function sanitisingRow(): Row {
  const bytes = Buffer.from(randomFeed('rss', 7, 300))
  const html = htmlOf('rss', bytes)
  const share = median(() => sanitiseAll('rss', bytes))
  const megabytes = html.join('').length / 1024 / 1024
  return { what: 'sanitising alone', figure: `${share.toFixed(1)} ms for ${html.length} pieces (${(megabytes / (share / 1000)).toFixed(1)} MB a second)`, target: 'none set', met: true } // prettier-ignore
}
