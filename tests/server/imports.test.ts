// Files of sources, read in and written out.
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readOpml } from '#core/formats'
import type { ImportView, Source } from '#shared/sources/types'
import type { Problem, Undoable } from '#shared/platform/types'
import { makeBrand, World } from '../support/world'
import { until, type Person } from '../support/person'

let world: World
let nell: Person
let path: string

beforeAll(async () => {
  world = await World.start({ QUILL_PATIENCE_SECONDS: '3' })
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, []))
})
afterAll(() => world.stop())

const feed = (host: string): string =>
  `<outline text="${host}" type="rss" xmlUrl="https://${host}/feed.xml"/>`
const file = (body: string): string =>
  `<?xml version="1.0"?><opml version="2.0"><head/><body>${body}</body></opml>`
const start = (opml: string): Promise<ImportView> => nell.want('POST', `${path}/imports`, { opml })
const latest = (): Promise<ImportView> => nell.want('GET', `${path}/imports/latest`)
const ended = (): Promise<ImportView> =>
  until('the import', async () => ((await latest()).waiting === 0 ? latest() : null), 60_000)
const sources = (): Promise<Source[]> => nell.want('GET', `${path}/sources`)

describe('a file of sources', () => {
  it('is read in beside one’s work, what can’t be had is listed with its reason', async () => {
    await world.fault('broken.faulty.example', 'page')
    const begun = await start(file(`<outline text="Light">${feed('one.faulty.example')}${feed('two.faulty.example')}</outline><outline text="Odd">${feed('broken.faulty.example')}</outline>\n<outline text="x" xmlUrl="javascript:1"/>`)) // prettier-ignore
    expect(begun).toMatchObject({
      total: 3,
      waiting: 3,
      added: 0,
      problems: [{ line: 2, message: expect.stringContaining('javascript:1') }],
    })
    expect(await ended()).toMatchObject({
      added: 2,
      known: 0,
      failed: [{ title: 'broken.faulty.example', message: expect.stringMatching(/asks to sign in/) }],
    })
    expect((await sources()).map((source) => [source.label, source.folders, source.articles])).toEqual([
      ['one.faulty.example', ['Light'], 3],
      ['two.faulty.example', ['Light'], 3],
    ])
  })

  const foldersOfOne = async (): Promise<string[]> =>
    (await sources()).find((source) => source.label === 'one.faulty.example')!.folders

  it('leaves what is a source already as it is, and gives it the file’s folders where that is asked for, with an undo', async () => {
    const { id } = await start(
      file(
        ['Light', 'Lamps', 'Lanterns']
          .map((name) => `<outline text="${name}">${feed('one.faulty.example')}</outline>`)
          .join(''),
      ),
    )
    expect(await ended()).toMatchObject({ total: 1, added: 0, known: 1, withFolders: 1, failed: [] })
    expect(await foldersOfOne()).toEqual(['Light'])
    const { historyId } = await nell.want<Undoable>('POST', `${path}/imports/${id}/folders`)
    expect(await foldersOfOne()).toEqual(['Lamps', 'Lanterns', 'Light'])
    await nell.want('POST', `${path}/undo`, { historyId })
    expect(await foldersOfOne()).toEqual(['Light'])
  })

  it('finds the feed of a page it names, tries again what failed, and is taken back as one', async () => {
    await world.trouble('later.faulty.example', { refuse: { status: 503, message: 'Later' } })
    const page = '<outline text="A site" type="rss" xmlUrl="https://lowlamp.example/"/>'
    const link = '<outline text="A link" type="link" url="https://zenithminute.example/"/>'
    const { id } = await start(file(page + link + feed('later.faulty.example')))
    expect(await ended()).toMatchObject({
      total: 3,
      added: 2,
      notAdded: 1,
      failed: [{ title: 'later.faulty.example' }],
    })
    expect((await sources()).find((source) => source.label === 'A site')!.feedUrl).not.toBe(
      'https://lowlamp.example/',
    )
    await world.trouble('later.faulty.example', null)
    await nell.want('POST', `${path}/imports/${id}/again`)
    expect(await ended()).toMatchObject({ added: 3, notAdded: 0, failed: [] })
    const before = (await sources()).length
    const { historyId, count } = await nell.want<Undoable & { count: number }>(
      'POST',
      `${path}/imports/${id}/take-back`,
    )
    expect([count, (await sources()).length, (await latest()).standing]).toEqual([3, before - 3, 0])
    await nell.want('POST', `${path}/undo`, { historyId })
    expect((await sources()).length).toBe(before)
    // What was known before is no part of it.
    await nell.want('POST', `${path}/imports/${id}/take-back`)
    expect((await sources()).some((source) => source.label === 'one.faulty.example')).toBe(true)
  })

  it('of 120 feeds is stopped on the way, and what was added stays', async () => {
    await world.trouble('slow1.faulty.example', { slowMs: 300 })
    const { id } = await start(
      file(Array.from({ length: 120 }, (_, at) => feed(`slow${at}.faulty.example`)).join('')),
    )
    await until('some', async () => (await latest()).added > 3)
    const stopped = await nell.want<ImportView>('DELETE', `${path}/imports/${id}`)
    expect(stopped).toMatchObject({ stopped: true, waiting: 0 })
    await world.rounds()
    const { added } = await latest()
    expect(added).toBeLessThan(120)
    await world.rounds()
    expect((await latest()).added).toBe(added)
  })

  it('goes on where it was after a power cut', async () => {
    await start(file(Array.from({ length: 40 }, (_, at) => feed(`cut${at}.faulty.example`)).join('')))
    await until('some', async () => (await latest()).added > 2)
    await world.kill()
    await world.restart()
    nell = await world.nell()
    expect(await ended()).toMatchObject({ total: 40, failed: [] })
    expect((await sources()).filter((source) => source.label.startsWith('cut'))).toHaveLength(40)
  })

  it.each([
    ['', 422, /empty/],
    ['<html><body>A page</body></html>', 422, /not an OPML file/],
    ['{"opml": 1}', 422, /not an OPML file/],
    ['x'.repeat(2_100_000), 422, /larger than 2 MB/],
  ])('that is none is refused (%#)', async (opml, status, sentence) => {
    const answer = await nell.ask<Problem>('POST', `${path}/imports`, { opml })
    expect([answer.status, JSON.stringify(answer.body.errors)]).toEqual([
      status,
      expect.stringMatching(sentence),
    ])
  })
})

it('the sources are written out, and read in elsewhere as they were', async () => {
  const answer = await nell.ask('GET', `${path}/sources/opml`)
  expect(answer.headers.get('content-disposition')).toMatch(/attachment; filename="sources.opml"/)
  const { rows, problems } = readOpml(answer.text)
  expect(problems).toEqual([])
  const own = await sources()
  const sorted = (list: { url: string; folders: string[] }[]) => list.map(({ url, folders }) => [url, [...folders].sort()]).sort((a, b) => String(a[0]).localeCompare(String(b[0]))) // prettier-ignore
  expect(sorted(rows)).toEqual(
    sorted(own.map((source) => ({ url: source.feedUrl, folders: source.folders }))),
  )
})
