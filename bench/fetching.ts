import { createServer, type Server } from 'node:http'
import { mkdtempSync, rmSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { v7 as uuid } from 'uuid'
import { startServer } from '../scripts/world.mjs'
import { Person } from '../tests/support/person'
import { randomFeed } from '../tests/support/randomFeeds'
import { quantile, type Row } from '../tests/support/load/timing'

const ITEMS = 30
const NELL = { id: '01900000-0000-7000-8000-0000000000a1', name: 'Nell', email: 'nell@desk.example' }

interface Sites {
  server: Server
  port: number
  asked: number
  sent: number
}

/**
 * Many sites on one port, each with a feed of its own; what was sent once is answered with 304 to who has it.
 */
async function startSites(count: number): Promise<Sites> {
  // Made beforehand: the machine's cores are for what is measured. Addresses of one's own, so that no two
  // feeds share an article.
  const bodies = Array.from({ length: count }, (_, site) =>
    randomFeed(site % 2 === 0 ? 'rss' : 'atom', site, ITEMS).replaceAll(
      'paper.example',
      `paper${site}.example`,
    ),
  )
  const sites: Sites = { server: createServer(), port: 0, asked: 0, sent: 0 }
  sites.server.on('request', (request, response) => {
    if (request.headers.host === 'control.example') return response.writeHead(200).end('{}')
    const site = Number(/\d+/.exec(request.headers.host ?? '')?.[0] ?? 0)
    sites.asked++
    const etag = `"${site}"`
    if (request.headers['if-none-match'] === etag) return response.writeHead(304, { etag }).end()
    sites.sent++
    response.writeHead(200, { 'content-type': 'application/rss+xml', etag })
    response.end(bodies[site])
  })
  await new Promise<void>((resolve) => sites.server.listen(0, '127.0.0.1', resolve))
  sites.port = (sites.server.address() as AddressInfo).port
  return sites
}

/**
 * Fetching, reading and keeping many feeds while somebody works in the application; then again, when nothing
 * has changed.
 */
export async function fetchingRows(feeds: number): Promise<Row[]> {
  const dataDir = mkdtempSync(join(tmpdir(), 'quill-bench-'))
  const sites = await startSites(feeds)
  const start = () =>
    startServer({
      dataDir,
      standins: `http://127.0.0.1:${sites.port}`,
      demo: true,
      env: { QUILL_LOG: 'error' },
    })
  let server = await start()
  try {
    const brandId = await makeBrand(new Person(server.url))
    await server.stop()
    addFeeds(join(dataDir, 'quill.sqlite'), brandId, feeds, sites.port)
    server = await start()
    const first = await watchUntilFetched(server.url, brandId, join(dataDir, 'quill.sqlite'), feeds)
    await server.stop()
    const [asked, sent] = [sites.asked, sites.sent]
    makeDue(join(dataDir, 'quill.sqlite'))
    server = await start()
    const again = await watchUntilFetched(server.url, brandId, join(dataDir, 'quill.sqlite'), feeds)
    return [
      { what: `${feeds} feeds of ${ITEMS} items fetched, read and kept`, figure: `${first.seconds.toFixed(1)} s, ${first.articles} articles`, target: `< ${(60 * feeds) / 1000} s`, met: first.seconds < (60 * feeds) / 1000 },
      { what: 'the interface meanwhile', figure: `p50 ${first.p50.toFixed(0)} ms, p95 ${first.p95.toFixed(0)} ms of ${first.asks} requests`, target: 'p95 < 100 ms', met: first.p95 < 100 },
      { what: 'the same feeds again, unchanged', figure: `${again.seconds.toFixed(1)} s, ${((sites.asked - asked) / feeds).toFixed(2)} requests a feed, ${sites.sent - sent} bodies`, target: 'one request, no body', met: sites.asked - asked === feeds && sites.sent === sent },
      { what: 'the interface meanwhile', figure: `p50 ${again.p50.toFixed(0)} ms, p95 ${again.p95.toFixed(0)} ms of ${again.asks} requests`, target: 'p95 < 100 ms', met: again.p95 < 100 },
    ] // prettier-ignore
  } finally {
    await server.stop()
    sites.server.close()
    rmSync(dataDir, { recursive: true, force: true })
  }
}

async function makeBrand(nell: Person): Promise<string> {
  await nell.want('POST', '/api/demo/begin', { at: Date.now(), people: [{ ...NELL, owner: true }] })
  await nell.want('POST', '/api/demo/session', { personId: NELL.id })
  const id = uuid()
  await nell.want('POST', '/api/brands', {
    id,
    name: 'A brand',
    zone: 'UTC',
    language: 'en',
    mark: 'A',
    markInk: 1,
  })
  await nell.want('POST', `/api/brands/${id}/watches`, {
    name: 'Lamps',
    query: 'lamp OR comet -shade',
    ink: 1,
  })
  return id
}

/**
 * Feeds are put into the data file, so that they all come due at once, as after a night in which the server
 * was off.
 */
function addFeeds(file: string, brandId: string, count: number, port: number): void {
  const db = new Database(file)
  const feed = db.prepare('INSERT INTO feeds (id, url, host, next_fetch_at) VALUES (?, ?, ?, 0)')
  const source = db.prepare(
    'INSERT INTO sources (id, brand_id, feed_id, label, own, created_at) VALUES (?, ?, ?, ?, 0, 0)',
  )
  db.transaction(() => {
    for (let at = 0; at < count; at++) {
      const id = uuid()
      const host = `site${at}.example:${port}`
      feed.run(id, `http://${host}/feed.xml`, host)
      source.run(uuid(), brandId, id, `Site ${at}`)
    }
  })()
  db.close()
}

function makeDue(file: string): void {
  const db = new Database(file)
  db.exec('UPDATE feeds SET next_fetch_at = 0, fetched_at = NULL')
  db.close()
}

interface Watched {
  seconds: number
  articles: number
  asks: number
  p50: number
  p95: number
}

/** Works in the application as a person would, ten requests a second, until every feed has been fetched. */
async function watchUntilFetched(
  url: string,
  brandId: string,
  file: string,
  feeds: number,
): Promise<Watched> {
  const nell = new Person(url)
  await nell.want('POST', '/api/demo/session', { personId: NELL.id })
  const db = new Database(file, { readonly: true })
  const fetched = db.prepare('SELECT count(*) AS n FROM feeds WHERE fetched_at IS NOT NULL')
  const paths = ['', '/articles', '/schedule', '/schedule?with=base'].map(
    (path) => `/api/brands/${brandId}${path}`,
  )
  const times: number[] = []
  const started = performance.now()
  for (let ask = 0; (fetched.get() as { n: number }).n < feeds; ask++) {
    if (performance.now() - started > 300_000)
      throw new Error('the feeds were not fetched within five minutes')
    const before = performance.now()
    await nell.want('GET', paths[ask % paths.length]!)
    times.push(performance.now() - before)
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  const seconds = (performance.now() - started) / 1000
  const articles = (db.prepare('SELECT count(*) AS n FROM articles').get() as { n: number }).n
  db.close()
  return { seconds, articles, asks: times.length, p50: quantile(times, 0.5), p95: quantile(times, 0.95) }
}
