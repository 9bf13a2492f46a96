import { afterAll, beforeAll, expect, it } from 'vitest'
import type { ArticleFull, ArticleSummary, WirePage } from '#shared/reading/types'
import type { BrandView } from '#shared/people/types'
import type { ClippingsView } from '#shared/clippings/types'
import type { Problem } from '#shared/platform/types'
import type { Source } from '#shared/sources/types'
import { makeBrand, World } from '../support/world'
import type { Person } from '../support/person'

let world: World
let nell: Person
let bento: Person
let path: string

beforeAll(async () => {
  world = await World.start()
  nell = await world.nell()
  bento = await world.bento()
  ;({ path } = await makeBrand(nell, []))
  await nell.want('POST', `${path}/members`, { personId: world.ids.bento, role: 'curator' })
})
afterAll(() => world.stop())

const wire = async (query = 'show=all'): Promise<ArticleSummary[]> =>
  (await nell.want<WirePage>('GET', `${path}/articles?${query}`)).articles
const full = (id: string): Promise<ArticleFull> => nell.want('GET', `${path}/articles/${id}`)
const add = (feedUrl: string): Promise<{ id: string }> =>
  nell.want('POST', `${path}/sources`, { feedUrl, label: 'Odd' })

it('takes articles with odd titles, or without date, address or text', async () => {
  await add('https://oddities.example/')
  const rows = await wire()
  // An item that holds nothing at all is none.
  expect(rows).toHaveLength(7)
  const titled = (start: string): ArticleSummary => rows.find(({ title }) => title.startsWith(start))!
  expect(titled('A headline').title.length).toBeGreaterThan(1900)
  expect(titled('Donau').title).toHaveLength(640)
  // Markup in a title is its words: it is escaped where it is shown.
  expect(rows.map(({ title }) => title).find((title) => title.includes('more'))).toMatch(/Bold/)
  expect(titled('נר').title).toBe('נר בחלון של המגדלור')
  expect(titled('This one has no title').title).toMatch(/^This one .{60,90} …$/)
  expect(rows.every(({ dating }) => dating === 'missing')).toBe(true)
  const nothing = await full(titled('Neither').id)
  // A note, such as people post on networks, is whole as it is.
  expect(await full(titled('This one has no title').id)).toMatchObject({ textFrom: 'feed', pageWaits: false })
  expect(nothing).toMatchObject({ url: null, html: '', minutes: 0, textFrom: null, pageWaits: false })
})

it('passes on no picture of 100 MB, and none that stands in no article', async () => {
  await world.fault('big.faulty.example', 'picture')
  const picture = (await wire()).find(({ title }) => title.startsWith('A picture'))!
  const url = 'https://big.faulty.example/picture.png'
  const answer = await nell.ask<Problem>(
    'GET',
    `${path}/picture?article=${picture.id}&url=${encodeURIComponent(url)}`,
  )
  expect([answer.status, answer.body.type]).toEqual([422, 'urn:clear-quill:tooLarge'])
  const other = (await wire()).find(({ id }) => id !== picture.id)!
  for (const query of [
    `article=${other.id}&url=${encodeURIComponent(url)}`,
    `url=${encodeURIComponent(url)}`,
    `article=${picture.id}&url=https://big.faulty.example/other.png`,
  ])
    expect((await nell.ask('GET', `${path}/picture?${query}`)).status).toBe(404)
})

it('two people who decide about one article at once: the last one stands, with one clipping or none', async () => {
  for (const article of (await wire()).slice(0, 6)) {
    const at = `${path}/articles/${article.id}/state`
    const answers = await Promise.all([
      nell.ask('PUT', at, { state: 'clipped' }),
      bento.ask('PUT', at, { state: 'passed' }),
      nell.ask('PUT', at, { state: 'shelved' }),
      bento.ask('PUT', at, { state: 'clipped' }),
    ])
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200, 200])
    const { state } = await full(article.id)
    const kept = async (show: string): Promise<number> =>
      (await nell.want<ClippingsView>('GET', `${path}/clippings?show=${show}`)).clippings.filter(
        ({ articleId }) => articleId === article.id,
      ).length
    expect([await kept('waiting'), await kept('shelved')]).toEqual([
      state === 'clipped' ? 1 : 0,
      state === 'shelved' ? 1 : 0,
    ])
    expect((await wire(`show=${state}`)).some(({ id }) => id === article.id)).toBe(true)
  }
  const view = await nell.want<BrandView>('GET', path)
  expect(view.unread).toBe((await wire('show=open')).filter(({ state }) => state === 'new').length)
})

it('a source removed while it is read: its articles are gone, what was kept stays, nothing fails', async () => {
  const { id } = await add('https://brokentripod.example/feed.xml')
  const [one, two] = await wire(`show=all&source=${id}`)
  await nell.want('PUT', `${path}/articles/${one!.id}/state`, { state: 'clipped' })
  const { historyId } = await bento.want<{ historyId: string }>('DELETE', `${path}/sources/${id}`)
  for (const [method, at, body] of [
    ['GET', `articles/${two!.id}`],
    ['PUT', `articles/${two!.id}/state`, { state: 'passed' }],
    ['POST', `articles/${two!.id}/page`],
    ['POST', 'clippings', { articleId: two!.id, quote: 'words' }],
    ['PATCH', `sources/${id}`, { label: 'x', version: 1 }],
  ] as const)
    expect((await nell.ask(method, `${path}/${at}`, body)).status, at).toBe(404)
  // Several at once: those that are there are decided.
  const rest = (await wire())[0]!
  await nell.want('PUT', `${path}/articles/states`, { ids: [two!.id, rest.id], state: 'read' })
  expect((await wire(`source=${id}`)).length).toBe(0)
  expect(
    (await nell.want<ClippingsView>('GET', `${path}/clippings`)).clippings.some(
      ({ articleId }) => articleId === one!.id,
    ),
  ).toBe(true)
  await bento.want('POST', `${path}/undo`, { historyId })
  expect((await full(two!.id)).state).toBe('new')
  expect((await nell.want<Source[]>('GET', `${path}/sources`)).some((source) => source.id === id)).toBe(true)
})

it('words that were selected are kept as a clipping beside the article’s own', async () => {
  const [article] = await wire()
  const change = await nell.want<{ historyId: string }>('POST', `${path}/clippings`, {
    articleId: article!.id,
    quote: ' Words worth keeping. ',
  })
  const quotes = async () =>
    (await nell.want<ClippingsView>('GET', `${path}/clippings?q=worth+keeping`)).clippings
  expect(await quotes()).toMatchObject([{ quote: 'Words worth keeping.', articleId: article!.id }])
  await nell.want('PUT', `${path}/articles/${article!.id}/state`, { state: 'clipped' })
  await nell.want('PUT', `${path}/articles/${article!.id}/state`, { state: 'passed' })
  expect(await quotes()).toHaveLength(1)
  await nell.want('POST', `${path}/undo`, { historyId: change.historyId })
  expect(await quotes()).toHaveLength(0)
  expect((await nell.ask('POST', `${path}/clippings`, { articleId: article!.id, quote: '  ' })).status).toBe(
    422,
  )
})
