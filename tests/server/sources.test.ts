import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { ArticleFull, WirePage } from '#shared/reading/types'
import type { FoundSource, Source } from '#shared/sources/types'
import type { Problem } from '#shared/platform/types'
import { makeBrand, World } from '../support/world'
import type { Person } from '../support/person'

let world: World
let nell: Person
let path: string

beforeAll(async () => {
  world = await World.start()
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, []))
})
afterAll(() => world.stop())

const look = (address: string) => nell.ask<Problem>('POST', `${path}/sources/look`, { address })

describe('finding a feed', () => {
  it.each([
    ['lowlamp.example', 'rss', 'The Low Lamp'],
    ['https://chalkandcomet.example/', 'atom', 'Chalk & Comet'],
    ['corrente.example', 'json', 'Corrente Press Agency'],
    ['https://lowlamp.example/feed.xml', 'rss', 'The Low Lamp'],
  ])('reads %s', async (address, format, title) => {
    const found = await nell.want<FoundSource>('POST', `${path}/sources/look`, { address })
    expect(found).toMatchObject({ format, title, known: null })
    expect(found.newest.length).toBeGreaterThan(2)
    expect(found.newest.length).toBeLessThan(5)
  })

  it.each([
    ['not an address', 'noAddress', /is not a web address/],
    ['ftp://paper.example/', 'noAddress', /is not a web address/],
    ['plainpage.example', 'noFeedOnPage', /names no feed/],
    ['https://notafeed.example/feed.xml', 'notAFeed', /neither RSS, Atom nor JSON Feed/],
    ['notafeed.example', 'noFeedOnPage', /names no feed/],
    ['closed.example', 'httpStatus', /answered 403: it does not let us in/],
    ['roundabout.example', 'tooManyRedirects', /more than five times/],
    ['http://127.0.0.1:1/', 'privateAddress', /inside a private network/],
    ['http://localhost/', 'privateAddress', /inside a private network/],
    ['http://10.0.0.7/feed', 'privateAddress', /inside a private network/],
    ['http://[::1]/', 'privateAddress', /inside a private network/],
    ['http://[::ffff:127.0.0.1]/', 'privateAddress', /inside a private network/],
    ['http://169.254.169.254/', 'privateAddress', /inside a private network/],
    ['http://0x7f.1/', 'privateAddress', /inside a private network/],
    ['inward.example', 'privateAddress', /inside a private network/],
    ['nowhere.invalid', 'unknownHost', /There is no host called nowhere.invalid/],
  ])('says what is wrong with %s', async (address, code, sentence) => {
    const { status, body } = await look(address)
    expect([status, body.type]).toEqual([422, `urn:clear-quill:${code}`])
    expect(body.errors).toEqual([{ field: 'address', message: expect.stringMatching(sentence) }])
  })
})

describe('a source', () => {
  it('has its articles on the Wire at once, newest first, and is known from then on', async () => {
    const { url } = await nell.want<FoundSource>('POST', `${path}/sources/look`, {
      address: 'lowlamp.example',
    })
    await nell.want('POST', `${path}/sources`, { feedUrl: url, label: 'Lamp', folder: 'Light', own: false })
    const { articles, unread } = await nell.want<WirePage>('GET', `${path}/articles`)
    expect(articles.length).toBeGreaterThan(3)
    expect(unread).toBe(articles.length)
    expect(articles.map((article) => article.at)).toEqual(
      articles
        .map((article) => article.at)
        .toSorted()
        .toReversed(),
    )
    expect((await look('lowlamp.example')).body).toMatchObject({ known: 'Lamp' })
    const again = await nell.ask('POST', `${path}/sources`, {
      feedUrl: url,
      label: 'Lamp',
      folder: null,
      own: false,
    })
    expect([again.status, again.body.type]).toEqual([409, 'urn:clear-quill:knownSource'])
  })

  it('is edited with its version, removed, and put back', async () => {
    const [source] = await nell.want<Source[]>('GET', `${path}/sources`)
    const edit = { label: 'Lamps', folder: null, own: false, version: source!.version }
    await nell.want('PATCH', `${path}/sources/${source!.id}`, edit)
    const stale = await nell.ask('PATCH', `${path}/sources/${source!.id}`, edit)
    expect([stale.status, stale.body.type]).toEqual([409, 'urn:clear-quill:stale'])
    const { historyId } = await nell.want<{ historyId: string }>('DELETE', `${path}/sources/${source!.id}`)
    expect((await nell.want<WirePage>('GET', `${path}/articles`)).articles).toEqual([])
    await nell.want('POST', `${path}/undo`, { historyId })
    expect(await nell.want<Source[]>('GET', `${path}/sources`)).toMatchObject([{ label: 'Lamps' }])
    expect((await nell.ask('POST', `${path}/undo`, { historyId })).body.type).toBe(
      'urn:clear-quill:nothingToUndo',
    )
  })

  it('asks for its feed with what it knows of it: an unchanged one costs no body', async () => {
    const [source] = await nell.want<Source[]>('GET', `${path}/sources`)
    await nell.want('POST', `${path}/sources/${source!.id}/fetch`)
    const asks = (await (await fetch(`${world.standins.url}/control/asks`)).json()) as {
      host: string
      path: string
      status: number
    }[]
    expect(asks.findLast((ask) => ask.path === '/feed.xml')).toMatchObject({
      host: 'lowlamp.example',
      status: 304,
    })
  })

  it('that fails says since when and why, and recovers', async () => {
    const [source] = await nell.want<Source[]>('GET', `${path}/sources`)
    await world.trouble('lowlamp.example', { refuse: { status: 503, message: 'down' } })
    await nell.want('POST', `${path}/sources/${source!.id}/fetch`)
    expect((await nell.want<Source[]>('GET', `${path}/sources`))[0]).toMatchObject({
      trouble: expect.stringMatching(/answered 503/),
      failingSince: expect.any(String),
    })
    await world.trouble('lowlamp.example', null)
    await nell.want('POST', `${path}/sources/${source!.id}/fetch`)
    expect((await nell.want<Source[]>('GET', `${path}/sources`))[0]).toMatchObject({
      trouble: null,
      failingSince: null,
    })
  })

  it('brings hostile articles as text: no script, odd letters kept, long ones whole', async () => {
    await nell.want('POST', `${path}/sources`, {
      feedUrl: 'https://markup.example/',
      label: '<b>Odd</b> \u202e👩‍🚀',
      folder: null,
      own: false,
    })
    const source = (await nell.want<Source[]>('GET', `${path}/sources`)).find((one) =>
      one.label.includes('Odd'),
    )!
    expect(source.label).toBe('<b>Odd</b> \u202e👩‍🚀')
    const { articles } = await nell.want<WirePage>('GET', `${path}/articles?source=${source.id}`)
    expect(articles.map((article) => article.title).toSorted()).toEqual(
      ['A bold <script> title', 'מגדלור \u202eover\u202c 👩‍👩‍👧‍👦'].toSorted(),
    )
    for (const { id } of articles) {
      const { html } = await nell.want<ArticleFull>('GET', `${path}/articles/${id}`)
      expect(html).not.toMatch(/<script|onerror|javascript:/i)
    }
    const long = await nell.want<ArticleFull>(
      'GET',
      `${path}/articles/${articles.find((article) => article.title.startsWith('מ'))!.id}`,
    )
    expect(long.html.length).toBeGreaterThan(9_900)
  })
})

describe('the brand’s own sight', () => {
  it('another brand sees nothing of it: neither article nor picture nor state', async () => {
    const other = await makeBrand(await world.bento(), [])
    const bento = await world.bento()
    const { articles } = await nell.want<WirePage>('GET', `${path}/articles?show=all`)
    expect((await bento.want<WirePage>('GET', `${other.path}/articles?show=all`)).articles).toEqual([])
    const theirs = `${other.path}/articles/${articles[0]!.id}`
    expect((await bento.ask('GET', theirs)).status).toBe(404)
    expect((await bento.ask('PUT', `${theirs}/state`, { state: 'clipped' })).status).toBe(404)
    expect(
      (
        await bento.ask(
          'GET',
          `${other.path}/picture?url=${encodeURIComponent('https://lowlamp.example/pictures/x.png')}`,
        )
      ).status,
    ).toBe(404)
  })

  it('its watches look at articles that others read before it', async () => {
    const bento = await world.bento()
    const other = await makeBrand(bento, [])
    const { id } = await bento.want<{ id: string }>('POST', `${other.path}/watches`, {
      name: 'Lamps',
      query: 'lamp',
      ink: 1,
    })
    await bento.want('POST', `${other.path}/sources`, {
      feedUrl: 'https://lowlamp.example/feed.xml',
      label: 'L',
      folder: null,
      own: false,
    })
    const { articles } = await bento.want<WirePage>('GET', `${other.path}/articles?watch=${id}`)
    expect(articles.length).toBeGreaterThan(0)
    // The other brand's states and watches stay its own.
    expect(
      articles.every(
        (article) => article.state === 'new' && article.watches.every((watch) => watch.id === id),
      ),
    ).toBe(true)
  })

  it('passes on pictures of its articles, and only those', async () => {
    const { articles } = await nell.want<WirePage>('GET', `${path}/articles?show=all`)
    const bodies = await Promise.all(
      articles.map((article) => nell.want<ArticleFull>('GET', `${path}/articles/${article.id}`)),
    )
    const [id, picture] = bodies.flatMap((article) => {
      const src = /<img src="(https:\/\/lowlamp[^"]+)"/.exec(article.html)?.[1]
      return src ? [[article.id, src] as const] : []
    })[0]!
    const answer = await nell.ask('GET', `${path}/picture?article=${id}&url=${encodeURIComponent(picture)}`)
    expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'image/png'])
    expect(
      (
        await nell.ask(
          'GET',
          `${path}/picture?article=${id}&url=${encodeURIComponent('https://lowlamp.example/')}`,
        )
      ).status,
    ).toBe(404)
  })
})

describe('articles', () => {
  it('change state, count, and go back by undo', async () => {
    const before = await nell.want<WirePage>('GET', `${path}/articles`)
    const { id } = before.articles[0]!
    const { historyId } = await nell.want<{ historyId: string }>('PUT', `${path}/articles/${id}/state`, {
      state: 'passed',
    })
    const after = await nell.want<WirePage>('GET', `${path}/articles`)
    expect(after.unread).toBe(before.unread - 1)
    expect(after.articles.map((article) => article.id)).not.toContain(id)
    expect(
      (await nell.want<WirePage>('GET', `${path}/articles?show=passed`)).articles.map(
        (article) => article.id,
      ),
    ).toEqual([id])
    await nell.want('POST', `${path}/undo`, { historyId })
    expect(await nell.want<WirePage>('GET', `${path}/articles`)).toEqual(before)
  })

  it('undo never overwrites what came after', async () => {
    const { id } = (await nell.want<WirePage>('GET', `${path}/articles`)).articles[0]!
    const { historyId } = await nell.want<{ historyId: string }>('PUT', `${path}/articles/${id}/state`, {
      state: 'clipped',
    })
    await nell.want('PUT', `${path}/articles/${id}/state`, { state: 'shelved' })
    expect((await nell.ask('POST', `${path}/undo`, { historyId })).body.type).toBe('urn:clear-quill:cantUndo')
    expect(await nell.want<ArticleFull>('GET', `${path}/articles/${id}`)).toMatchObject({ state: 'shelved' })
  })
})

describe('watches', () => {
  it('mark the archive and what comes, name the words found, and refuse with the place', async () => {
    const { id } = await nell.want<{ id: string }>('POST', `${path}/watches`, {
      name: 'Lamps',
      query: 'lamp -weather',
      ink: 1,
    })
    const { articles } = await nell.want<WirePage>('GET', `${path}/articles?show=all&watch=${id}`)
    expect(articles.length).toBeGreaterThan(0)
    for (const article of articles) expect(article.found.some((form) => /^lamp/i.test(form))).toBe(true)
    const { body } = await nell.ask<Problem>('POST', `${path}/watches`, {
      name: 'Broken',
      query: 'lamp (and',
      ink: 1,
    })
    expect(body.errors).toEqual([
      { field: 'query', message: expect.stringMatching(/bracket is not closed.*at character 6/) },
    ])
  })
})

it('reads feeds in a worker thread of its own file: without the file nothing is read', async () => {
  const other = await World.start({ QUILL_THREAD_FILE: '/nowhere/thread.mjs' })
  try {
    const person = await other.nell()
    const brand = await makeBrand(person, [])
    expect(
      (await person.ask('POST', `${brand.path}/sources/look`, { address: 'lowlamp.example' })).status,
    ).toBe(500)
  } finally {
    await other.stop()
  }
})
