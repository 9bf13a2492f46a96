import type { IncomingMessage, ServerResponse } from 'node:http'
import { createGzip } from 'node:zlib'
import { escapeText } from './http'

/**
 * What can be wrong with a feed or the way to it; set for a host under `faulty.example` through the control
 * page.
 */
export type Fault = keyof typeof FAULTS

const XML = { 'content-type': 'application/rss+xml; charset=utf-8' }
const HEAD =
  '<?xml version="1.0" encoding="UTF-8"?>\n<rss version="2.0"><channel><title>A faulty paper</title><link>https://faulty.example/</link>'
const TAIL = '</channel></rss>'

function item(
  host: string,
  at: number,
  id = `https://${host}/${at}`,
  words = `Words of article ${at}.`,
): string {
  return `<item><title>Article ${at} of ${host}</title><link>https://${host}/${at}</link><guid isPermaLink="false">${escapeText(id)}</guid><description>${words}</description></item>`
}

/** A small whole feed, as such a host gives it while nothing is wrong. */
const wellFeed = (host: string): string => `${HEAD}${[1, 2, 3].map((at) => item(host, at)).join('')}${TAIL}`

type Answerer = (response: ServerResponse, host: string, request: IncomingMessage) => void

function whole(
  response: ServerResponse,
  body: string,
  headers: Record<string, string | number> = {},
  status = 200,
): void {
  response.writeHead(status, { ...XML, ...headers })
  response.end(body)
}

/** Writes a piece again and again, waiting for the reader, until it has had enough. */
function pour(response: NodeJS.WritableStream, piece: string | Buffer, times: number, end: string): void {
  let left = times
  const more = (): void => {
    while (left-- > 0) if (!response.write(piece)) return void response.once('drain', more)
    response.end(end)
  }
  more()
}

let turn = 0

const FAULTS = {
  /** 50 MB. */
  huge: (response) => {
    response.writeHead(200, XML)
    response.write(HEAD)
    pour(response, item('huge.example', 1, 'x', 'word '.repeat(200)), 50_000, TAIL)
  },
  /** A picture of 100 MB. */
  picture: (response) => {
    response.writeHead(200, { 'content-type': 'image/png' })
    response.write(Buffer.from('89504e470d0a1a0a', 'hex'))
    pour(response, Buffer.alloc(1 << 20, 7), 100, '')
  },
  /** 400 MB in 400 KB. */
  bomb: (response) => {
    response.writeHead(200, { ...XML, 'content-encoding': 'gzip' })
    const gzip = createGzip({ level: 9 })
    gzip.pipe(response)
    response.on('close', () => gzip.destroy())
    gzip.write(HEAD)
    pour(gzip, Buffer.alloc(1 << 20, 32), 400, TAIL)
  },
  many: (response, host) => {
    response.writeHead(200, XML)
    response.write(HEAD)
    for (let at = 0; at < 100_000; at++)
      response.write(`<item><title>${at}</title><guid>${host} ${at}</guid></item>`)
    response.end(TAIL)
  },
  deep: (response) => whole(response, `${HEAD}<item><description>${'<b>'.repeat(50_000)}`),
  deepText: (response, host) =>
    whole(response, `${HEAD}${item(host, 1, 'deep', escapeText('<div>'.repeat(50_000)))}${TAIL}`),
  /** A page of half a megabyte: elements within elements. */
  nestedPage: (response) =>
    whole(response, `<!doctype html><title>Nested</title>${'<div>'.repeat(110_000)}`, {
      'content-type': 'text/html',
    }),
  /** A page that names its card, with a picture that is 421 bytes of comments that do not end. */
  commentedPage: (response, host, request) =>
    request.url === '/picture.png'
      ? whole(response, `${'<!---->'.repeat(60)}-`, { 'content-type': 'image/png' })
      : whole(response, `<!doctype html><meta property="og:title" content="Commented"><meta property="og:image" content="https://${host}/picture.png">`, { 'content-type': 'text/html' }), // prettier-ignore
  /** A page of three megabytes that names links and cards without end. */
  namesMuch: (response) =>
    whole(response, `<!doctype html><title>Names much</title>${'<link rel="alternate" href="x"><meta property="og:x" content="y"><a href="z">z</a>'.repeat(35_000)}`, { 'content-type': 'text/html' }), // prettier-ignore
  honestPage: (response, host) =>
    whole(response, `<!doctype html><html><head><title>An honest page of ${host}</title><meta property="og:title" content="An honest page"></head><body><p>Words.</p></body></html>`, { 'content-type': 'text/html' }), // prettier-ignore
  trickle: (response) => {
    response.writeHead(200, XML)
    const body = wellFeed('trickle.example')
    let at = 0
    const timer = setInterval(() => response.write(body[at++ % body.length]), 1000)
    response.on('close', () => clearInterval(timer))
  },
  silent: () => undefined,
  loop: (response, host) =>
    whole(response, '', { location: `https://${host}/feed.xml?round=${turn++}` }, 302),
  inward: (response) => whole(response, '', { location: 'http://127.0.0.1:1/feed.xml' }, 301),
  page: (response) =>
    whole(
      response,
      '<!doctype html><title>Sign in</title><form><input name="who"><input type="password" name="word"></form>',
      { 'content-type': 'text/html' },
    ),
  entities: (response, host) =>
    whole(
      response,
      `<?xml version="1.0"?>\n<!DOCTYPE rss [<!ENTITY a "lamp"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;"><!ENTITY c "&b;&b;&b;&b;&b;&b;&b;&b;&b;&b;"><!ENTITY d "&c;&c;&c;&c;&c;&c;&c;&c;&c;&c;"><!ENTITY e "&d;&d;&d;&d;&d;&d;&d;&d;&d;&d;"><!ENTITY f SYSTEM "https://${host}/secret"><!ENTITY g SYSTEM "file:///etc/hostname">]>\n<rss version="2.0"><channel><title>Entities</title>${item(host, 1)}${item(host, 2, 'two', '&e;&f;&g;')}${TAIL}`,
    ),
  proto: (response, host) =>
    whole(
      response,
      `${HEAD}<__proto__><polluted>1</polluted></__proto__><constructor>2</constructor>${item(host, 1, '__proto__')}<item><__proto__ polluted="1">x</__proto__><title>Second of ${host}</title><link>https://${host}/2</link></item>${TAIL}`,
    ),
  newIds: (response, host) =>
    whole(response, `${HEAD}${[1, 2, 3].map((at) => item(host, at, `${turn++}-${at}`)).join('')}${TAIL}`),
  short: (response, host) => {
    const body = wellFeed(host)
    response.writeHead(200, { ...XML, 'content-length': body.length + 500 })
    response.write(body)
    setTimeout(() => response.destroy(), 50)
  },
  cut: (response, host) => {
    response.writeHead(200, XML)
    response.write(wellFeed(host).slice(0, 200))
    setTimeout(() => response.destroy(), 50)
  },
  torn: (response) => {
    response.writeHead(200, { ...XML, 'content-encoding': 'gzip' })
    response.end('this is not gzip at all')
  },
  often: (response) => whole(response, 'slowly', {}, 429),
  oftenLater: (response) => whole(response, 'slowly', { 'retry-after': 7200 }, 429),
  down: (response) => whole(response, 'down', {}, 503),
  downLater: (response) =>
    whole(response, 'down', { 'retry-after': new Date(Date.now() + 400 * 86_400_000).toUTCString() }, 503),
  missing: (response) => whole(response, 'nothing', {}, 404),
  gone: (response) => whole(response, 'gone', {}, 410),
  empty: (response) => whole(response, ''),
  movedForGood: (response, host) => whole(response, '', { location: `https://new-${host}/feed.xml` }, 308),
  movedUnchanged: (response, host, request) =>
    request.url === '/new.xml'
      ? whole(response, wellFeed(host))
      : whole(response, '', { location: `https://${host}/new.xml` }, 301),
  movedForNow: (response, host) => whole(response, '', { location: `https://new-${host}/feed.xml` }, 307),
  withHub: (response, host) =>
    whole(response, wellFeed(host), {
      link: `<https://hub.example/>; rel="hub", <https://${host}/topic>; rel="self"`,
    }),
  changed: (response, host) =>
    whole(
      response,
      `${HEAD}${item(host, 1, undefined, 'Other words, set right.')}${item(host, 2)}${item(host, 3)}${TAIL}`,
    ),
  dates: (response, host) =>
    whole(
      response,
      `${HEAD}<item><title>Tomorrow of ${host}</title><guid>1</guid><pubDate>${new Date(Date.now() + 900 * 86_400_000).toUTCString()}</pubDate></item><item><title>Undated of ${host}</title><guid>2</guid></item><item><title>Dated of ${host}</title><guid>3</guid><pubDate>Mon, 01 Mar 2027 08:00:00 GMT</pubDate></item>${TAIL}`,
    ),
} satisfies Record<string, Answerer>

/** Answers for a host under `faulty.example`, with what is set to be wrong there. */
export function answerFaulty(
  request: IncomingMessage,
  response: ServerResponse,
  host: string,
  fault: Fault | undefined,
): void {
  const answerer: Answerer | undefined = fault && FAULTS[fault]
  if (answerer) answerer(response, host, request)
  else whole(response, wellFeed(host))
}
