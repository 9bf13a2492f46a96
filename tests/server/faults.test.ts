// Everything that can be wrong with a feed or the way to it, over real HTTP: each ends in a sentence at that
// feed, and touches no other.
import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import { createServer as createTlsServer, type Server as TlsServer } from 'node:https'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { ArticleSummary, WirePage } from '#shared/reading/types'
import type { Problem } from '#shared/platform/types'
import type { Source } from '#shared/sources/types'
import type { Fault } from '../../standins/faults'
import { makeBrand, World } from '../support/world'
import type { Person } from '../support/person'

let world: World
let nell: Person
let path: string
let hosts = 0

beforeAll(async () => {
  world = await World.start({ QUILL_PATIENCE_SECONDS: '3' })
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, []))
})
afterAll(() => world.stop())

const newHost = (): string => `paper${++hosts}.faulty.example`
const feedUrl = (host: string): string => `https://${host}/feed.xml`

async function addFeed(host: string, url = feedUrl(host)): Promise<Source> {
  const { id } = await nell.want<{ id: string }>('POST', `${path}/sources`, {
    feedUrl: url,
    label: host,
    folder: null,
    own: false,
  })
  return sourceNow(id)
}
const sourceNow = async (id: string): Promise<Source> =>
  (await nell.want<Source[]>('GET', `${path}/sources`)).find((source) => source.id === id)!
async function fetchAgain(source: Source): Promise<Source> {
  await nell.want('POST', `${path}/sources/${source.id}/fetch`)
  return sourceNow(source.id)
}
const articlesOf = async (source: Source): Promise<ArticleSummary[]> =>
  (await nell.want<WirePage>('GET', `${path}/articles?source=${source.id}`)).articles
const asksTo = async (host: string): Promise<{ path: string; status: number }[]> =>
  (
    (await (await fetch(`${world.standins.url}/control/asks`)).json()) as {
      host: string
      path: string
      status: number
    }[]
  ).filter((ask) => ask.host === host)

/**
 * The fault table. Each is met twice: when a feed that was well goes wrong, and when one tries to add it so.
 */
const FAILING: [fault: Fault, sentence: RegExp][] = [
  ['huge', /sent more than 10 MB/],
  ['bomb', /sent more than 10 MB/],
  ['deep', /elements more than 250 deep/],
  ['trickle', /had not finished within 3 seconds/],
  ['silent', /kept silent for 3 seconds|had not finished within 3 seconds/],
  ['loop', /more than five times/],
  ['inward', /127\.0\.0\.1 is inside a private network/],
  ['page', /page that asks to sign in, not a feed/],
  ['short', /cut the connection before its answer was whole/],
  ['cut', /cut the connection before its answer was whole/],
  ['torn', /its compressed answer is damaged/],
  ['often', /answered 429: we asked too often/],
  ['oftenLater', /answered 429: we asked too often/],
  ['down', /answered 503: it has trouble of its own/],
  ['downLater', /answered 503: it has trouble of its own/],
  ['missing', /answered 404: there is nothing at this address/],
  ['gone', /answered 410: what was here is gone for good/],
  ['empty', /answered, but with nothing in it/],
]

describe('a feed that goes wrong', () => {
  it.each(FAILING)('%s: says so, keeps its articles, and recovers', async (fault, sentence) => {
    const host = newHost()
    const well = await addFeed(host)
    expect(well).toMatchObject({ state: 'well', trouble: null, articles: 3 })
    await world.fault(host, fault)
    const ill = await fetchAgain(well)
    expect(ill).toMatchObject({
      state: fault === 'gone' ? 'gone' : 'failing',
      trouble: expect.stringMatching(sentence),
      failingSince: expect.any(String),
      articles: 3,
    })
    await world.fault(host, null)
    expect(await fetchAgain(ill)).toMatchObject({
      state: 'well',
      trouble: null,
      failingSince: null,
      articles: 3,
    })
  })

  it.each(FAILING)('%s: is refused with the same sentence when one adds it', async (fault, sentence) => {
    const host = newHost()
    await world.fault(host, fault)
    const { status, body } = await nell.ask<Problem>('POST', `${path}/sources`, {
      feedUrl: feedUrl(host),
      label: host,
      folder: null,
      own: false,
    })
    expect([status, body.detail]).toEqual([422, expect.stringMatching(sentence)])
  })

  it('waits longer each time, and as long as it is asked to', async () => {
    const minutes = async (fault: Fault, times = 1): Promise<number> => {
      const host = newHost()
      let source = await addFeed(host)
      await world.fault(host, fault)
      for (let time = 0; time < times; time++) source = await fetchAgain(source)
      return (Date.parse(source.nextFetchAt!) - Date.parse(source.lastFetchedAt!)) / 60_000
    }
    const [once, twice, fourTimes, often, oftenLater, downLater] = [
      await minutes('down'),
      await minutes('down', 2),
      await minutes('down', 4),
      await minutes('often'),
      await minutes('oftenLater'),
      await minutes('downLater'),
    ]
    expect(twice).toBeGreaterThan(once * 1.5)
    expect(fourTimes).toBeGreaterThan(twice * 2)
    expect(often).toBeGreaterThanOrEqual(54)
    expect(oftenLater).toBeGreaterThanOrEqual(119)
    expect(downLater).toBeGreaterThan(60 * 24 * 30)
  })

  it('that is gone is not asked for any more', async () => {
    const host = newHost()
    const source = await addFeed(host)
    await world.fault(host, 'gone')
    expect(await fetchAgain(source)).toMatchObject({ state: 'gone', nextFetchAt: null })
    const before = (await asksTo(host)).length
    await nell.want('POST', '/api/demo/clock', { hours: 48 })
    expect((await asksTo(host)).length).toBe(before)
  })
})

describe('a feed that is odd', () => {
  it('with 50,000 nested tags inside a text is read', async () => {
    const host = newHost()
    await world.fault(host, 'deepText')
    expect(await articlesOf(await addFeed(host))).toMatchObject([{ title: `Article 1 of ${host}` }])
  })

  it('with entities of its own expands none, and fetches none', async () => {
    const host = newHost()
    await world.fault(host, 'entities')
    const source = await addFeed(host)
    expect(source.repairs).toEqual([expect.stringMatching(/entities of its own; none was expanded/)])
    const [article] = (await articlesOf(source)).filter((one) => one.title.includes('Article 2'))
    expect(article!.summary.length).toBeLessThan(100)
    expect((await asksTo(host)).map((ask) => ask.path)).toEqual(['/feed.xml'])
  })

  it('with an element named __proto__ is read and harms nothing', async () => {
    const host = newHost()
    await world.fault(host, 'proto')
    expect((await articlesOf(await addFeed(host))).map((one) => one.title).toSorted()).toEqual([
      `Article 1 of ${host}`,
      `Second of ${host}`,
    ])
    expect((await nell.ask('GET', '/api/health')).status).toBe(200)
  })

  it('whose ids change every time brings nothing twice, and says so', async () => {
    const host = newHost()
    await world.fault(host, 'newIds')
    let source = await addFeed(host)
    const before = (await articlesOf(source)).map((article) => article.id)
    for (let time = 0; time < 3; time++) source = await fetchAgain(source)
    expect((await articlesOf(source)).map((article) => article.id)).toEqual(before)
    expect(source).toMatchObject({
      articles: 3,
      repairs: [expect.stringMatching(/changes the ids of its articles/)],
    })
  })

  it('dates in the future and missing ones count from when they were first seen, marked as such', async () => {
    const host = newHost()
    await world.fault(host, 'dates')
    const source = await addFeed(host)
    const articles = Object.fromEntries(
      (await articlesOf(source)).map((one) => [one.title.split(' ')[0], one]),
    )
    expect(articles['Tomorrow']).toMatchObject({ dating: 'future' })
    expect(articles['Undated']).toMatchObject({ dating: 'missing' })
    expect(articles['Dated']).toMatchObject({ dating: 'stated', at: '2027-03-01T08:00:00.000Z' })
    for (const name of ['Tomorrow', 'Undated'])
      expect(Math.abs(Date.parse(articles[name]!.at) - Date.parse(source.lastFetchedAt!))).toBeLessThan(
        60_000,
      )
  })
})

describe('a feed that moves', () => {
  it('for good is asked for at its new address from then on', async () => {
    const host = newHost()
    const source = await addFeed(host)
    await world.fault(host, 'movedForGood')
    const moved = await fetchAgain(source)
    expect(moved).toMatchObject({ state: 'well', feedUrl: feedUrl(`new-${host}`), movedFrom: feedUrl(host) })
    const before = (await asksTo(host)).length
    await fetchAgain(moved)
    expect((await asksTo(host)).length).toBe(before)
  })

  it('for good without a change in it, too', async () => {
    const host = newHost()
    const source = await addFeed(host)
    await world.fault(host, 'movedUnchanged')
    expect(await fetchAgain(source)).toMatchObject({
      state: 'well',
      feedUrl: `https://${host}/new.xml`,
      movedFrom: feedUrl(host),
      articles: 3,
    })
  })

  it('for now keeps its address', async () => {
    const host = newHost()
    const source = await addFeed(host)
    await world.fault(host, 'movedForNow')
    expect(await fetchAgain(source)).toMatchObject({ state: 'well', feedUrl: feedUrl(host), movedFrom: null })
  })

  it('to one that is a source already becomes one with it, articles and all', async () => {
    const host = newHost()
    const there = await addFeed(`new-${host}`)
    const source = await addFeed(host)
    await world.fault(host, 'movedForGood')
    await nell.want('POST', `${path}/sources/${source.id}/fetch`)
    const sources = await nell.want<Source[]>('GET', `${path}/sources`)
    expect(sources.some((one) => one.id === source.id)).toBe(false)
    expect(sources.find((one) => one.id === there.id)!.articles).toBe(6)
  })
})

describe('articles', () => {
  it('changed by their outlet are updated in place and say so; those that are not stay as they are', async () => {
    const host = newHost()
    const source = await addFeed(host)
    const before = await articlesOf(source)
    await world.fault(host, 'changed')
    await fetchAgain(source)
    const after = await articlesOf(source)
    expect(after.map((one) => one.id)).toEqual(before.map((one) => one.id))
    const changed = after.filter((one) => one.changedAt !== null)
    expect(changed.map((one) => one.summary)).toEqual(['Other words, set right.'])
    expect(changed[0]!.at).toBe(before.find((one) => one.id === changed[0]!.id)!.at)
  })
})

describe('TLS that fails', () => {
  it('because the other side speaks none, is said', async () => {
    const port = new URL(world.standins.url).port
    const { body } = await nell.ask('POST', `${path}/sources`, {
      feedUrl: `https://plain.example:${port}/feed.xml`,
      label: 'x',
      folder: null,
      own: false,
    })
    expect(body.detail).toMatch(/plain\.example did not answer: it speaks no TLS there/)
  })

  const hasOpenssl = spawnSync('openssl', ['version']).status === 0
  if (!hasOpenssl) console.info('a certificate nobody vouches for: not run, openssl is not here')
  it.runIf(hasOpenssl)(
    'because nobody vouches for the certificate, is said, and nothing is read',
    async () => {
      const folder = mkdtempSync(join(tmpdir(), 'quill-tls-'))
      execFileSync('openssl', ['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2', '-subj', '/CN=unsure.example', '-keyout', join(folder, 'key'), '-out', join(folder, 'cert')], { stdio: 'ignore' }) // prettier-ignore
      let asked = 0
      const server: TlsServer = createTlsServer(
        { key: readFileSync(join(folder, 'key')), cert: readFileSync(join(folder, 'cert')) },
        (_, response) => {
          asked++
          response.end('<rss/>')
        },
      )
      await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
      const { port } = server.address() as AddressInfo
      const { body } = await nell.ask('POST', `${path}/sources`, {
        feedUrl: `https://unsure.example:${port}/feed.xml`,
        label: 'x',
        folder: null,
        own: false,
      })
      server.close()
      expect(body.detail).toMatch(/unsure\.example did not answer: its certificate is not valid/)
      expect(asked).toBe(0)
    },
  )
})
