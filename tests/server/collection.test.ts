import { v7 as uuid } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { CapturedClipping } from '#shared/capture/types'
import type {
  Clipping,
  ClippingDetail,
  ClippingsView,
  SavedListLook,
  SavedListView,
} from '#shared/clippings/types'
import type { FoundThings } from '#shared/reading/types'
import type { Undoable } from '#shared/platform/types'
import { readSavedList } from '#core/formats'
import { CHATTERBROOK, draftOf, lineUpSaved, makeBrand, saveNew, World } from '../support/world'
import { until, type Person } from '../support/person'

const HOST = 'https://bellhaven.example'
/** Hundreds of rows are written one after another, beside other tests. */
const PATIENCE_MS = 40_000

let world: World
let nell: Person
let bento: Person
let path: string

beforeAll(async () => {
  world = await World.start({ QUILL_PATIENCE_SECONDS: '3' })
  ;[nell, bento] = await Promise.all([world.nell(), world.bento()])
  ;({ path } = await makeBrand(nell, [CHATTERBROOK]))
})
afterAll(() => world.stop())

async function keep(given: object, filed: object = {}): Promise<string> {
  const id = uuid()
  await nell.want('PUT', `/api/capture/${id}`, { way: 'extension', ...given })
  return (await nell.want<CapturedClipping>('POST', `${path}/captures/${id}/clip`, filed)).clippingId
}
const view = (query = ''): Promise<ClippingsView> => nell.want('GET', `${path}/clippings${query}`)
const one = async (id: string): Promise<Clipping> =>
  (await view()).clippings.find((clipping) => clipping.id === id)!
const detail = (id: string): Promise<ClippingDetail> => nell.want('GET', `${path}/clippings/${id}`)
const undo = ({ historyId }: Undoable): Promise<unknown> => nell.want('POST', `${path}/undo`, { historyId })
const find = (words: string): Promise<FoundThings> =>
  nell.want('GET', `${path}/find?q=${encodeURIComponent(words)}`)
const page = (title: string, text: string, url = `${HOST}/${uuid()}`): object => ({
  url,
  html: `<title>${title}</title><article><h1>${title}</h1><p>${`${text} `.repeat(20)}</p></article>`,
})

describe('folders', () => {
  it('are made, named anew, given up and brought back; what lies in them stays', async () => {
    const id = await keep({ url: null, words: 'A thought for a folder' }, { folder: 'Owls' })
    expect(await one(id)).toMatchObject({ folder: 'Owls' })
    const [owls] = (await view()).folders
    expect(owls).toMatchObject({ name: 'Owls', count: 1 })
    const taken = await nell.ask('POST', `${path}/clipping-folders`, { name: 'Owls' })
    expect([taken.status, taken.body.type]).toEqual([409, 'urn:clear-quill:folderTaken'])
    await nell.want('PATCH', `${path}/clipping-folders/${owls!.id}`, { name: 'Night birds', version: 1 })
    const stale = await nell.ask('PATCH', `${path}/clipping-folders/${owls!.id}`, { name: 'X', version: 1 })
    expect(stale.body.type).toBe('urn:clear-quill:stale')
    expect((await view(`?folder=${owls!.id}`)).clippings.map((clipping) => clipping.folder)).toEqual([
      'Night birds',
    ])

    const removed = await nell.want<Undoable>('DELETE', `${path}/clipping-folders/${owls!.id}`)
    expect((await view()).folders).toEqual([])
    expect(await one(id)).toMatchObject({ folder: null, folderId: null })
    await undo(removed)
    expect(await one(id)).toMatchObject({ folder: 'Night birds' })
  })

  it('take several at once, as one change; another brand’s are not there', async () => {
    const ids = await Promise.all(['One', 'Two', 'Three'].map((words) => keep({ url: null, words })))
    const { id: folderId } = await nell.want<{ id: string }>('POST', `${path}/clipping-folders`, {
      name: 'Sky',
    })
    const moved = await nell.want<Undoable>('POST', `${path}/clippings/several`, { ids, folderId })
    expect((await view(`?folder=${folderId}`)).clippings.map(({ id }) => id).toSorted()).toEqual(
      ids.toSorted(),
    )
    await nell.want('POST', `${path}/clippings/several`, { ids, folderId: null })
    expect((await view(`?folder=${folderId}`)).clippings).toEqual([])
    const refused = await nell.ask('POST', `${path}/undo`, { historyId: moved.historyId })
    expect(refused.body.type).toBe('urn:clear-quill:cantUndo')

    const theirs = (await makeBrand(bento, [])).path
    const answer = await bento.ask('POST', `${theirs}/clippings/several`, { ids, done: true })
    expect(answer.status).toBe(404)
    const done = await nell.want<Undoable>('POST', `${path}/clippings/several`, { ids, done: true })
    expect((await view('?show=done')).clippings.map(({ id }) => id)).toEqual(expect.arrayContaining(ids))
    await undo(done)
    await nell.want('POST', `${path}/clippings/several`, { ids, shelved: true })
    expect((await view('?show=shelved')).clippings.map(({ id }) => id)).toEqual(expect.arrayContaining(ids))
  })
})

describe('a clipping', () => {
  it('is read whole, narrowed by its kind, and edited where it is its own', async () => {
    const id = await keep(page('The lamp keepers', 'They walk the streets at eleven.'))
    const seen = await detail(id)
    expect(seen).toMatchObject({
      isOwn: true,
      became: [],
      clipping: { kind: 'page', title: 'The lamp keepers' },
    })
    expect(seen.text).toContain('They walk the streets at eleven.')
    expect((await view('?kind=page')).clippings.map((clipping) => clipping.id)).toContain(id)
    expect((await view('?kind=video')).clippings).toEqual([])
    const edited = await nell.want<Undoable>('PATCH', `${path}/clippings/${id}`, {
      note: 'For spring',
      folder: null,
      title: 'Keepers of the lamps',
      text: 'Two sentences. And no more.',
      version: seen.clipping.version,
    })
    expect(await detail(id)).toMatchObject({
      text: 'Two sentences. And no more.',
      clipping: { title: 'Keepers of the lamps', note: 'For spring' },
    })
    await undo(edited)
    expect((await detail(id)).text).toContain('They walk the streets at eleven.')
  })

  it('keeps passages of its own text beside it', async () => {
    const id = await keep(page('Passages', 'First this was said. Then that was said.'), { folder: 'Quotes' })
    const kept = await nell.want<Undoable>('POST', `${path}/clippings`, {
      clippingId: id,
      quote: 'Then that was said.',
    })
    expect((await detail(id)).passages).toEqual(['Then that was said.'])
    const [quote] = (await view('?kind=quote')).clippings
    expect(quote).toMatchObject({ quote: 'Then that was said.', title: 'Passages', folder: 'Quotes' })
    await undo(kept)
    expect((await detail(id)).passages).toEqual([])
    const neither = await nell.ask('POST', `${path}/clippings`, { quote: 'Of nothing' })
    expect(neither.status).toBe(404)
  })

  it('says what became of it: written, in line with its time, sent with its address', async () => {
    const id = await keep(page('What becomes', 'Something becomes of it.'))
    const post = await saveNew(
      nell,
      path,
      await draftOf(nell, path, 'From a clipping', { clippingIds: [id] }),
    )
    expect((await detail(id)).became).toMatchObject([{ postId: post.id, stage: 'draft', account: null }])
    await lineUpSaved(nell, path, post)
    expect((await detail(id)).became).toMatchObject([
      { stage: 'lined-up', account: 'Chatterbrook', at: expect.stringMatching(/^2027-03-02T10:00/) },
    ])
    await nell.want('POST', '/api/demo/clock', { hours: 2 })
    await until('it is sent', async () => (await detail(id)).became[0]?.stage === 'sent')
    expect((await detail(id)).became[0]).toMatchObject({
      url: expect.stringContaining('chatterbrook.example'),
    })
  })

  it('is found by its words, in any of their forms, as long as it is kept', async () => {
    const id = await keep(
      page('Quiet gardens', 'Hedgehogs were counted in ninety gardens, with their Größe.'),
    )
    for (const words of ['hedgehog counted', 'GARDEN', 'Größe', '"ninety gardens"', 'hedgeho'])
      expect([words, (await find(words)).clippings.map((found) => found.id)]).toEqual([words, [id]])
    expect((await find('"gardens ninety"')).clippings).toEqual([])
    expect((await find('" AND ( NEAR * hedgehog')).clippings.length).toBeLessThanOrEqual(1)
    const { version } = (await detail(id)).clipping
    await nell.want('PATCH', `${path}/clippings/${id}`, {
      note: 'Ask about badgers',
      title: 'Still gardens',
      text: 'Nothing but badgers.',
      version,
    })
    expect((await find('badger')).clippings).toMatchObject([{ id, title: 'Still gardens', show: 'waiting' }])
    expect((await find('quiet')).clippings).toEqual([])
    expect(
      (await bento.want<FoundThings>('GET', `${(await makeBrand(bento, [])).path}/find?q=badger`)).clippings,
    ).toEqual([])
  })
})

describe('a list from elsewhere', () => {
  const settled = (): Promise<SavedListView> =>
    until(
      'the list is read in',
      async () => {
        const list = await nell.want<SavedListView | null>('GET', `${path}/saved-lists`)
        return list && list.waiting === 0 ? list : null
      },
      PATIENCE_MS,
    )
  const row = (at: number): string =>
    `https://list.example/${at},Saved ${at},dark skies,2026-10-0${1 + (at % 9)}\r\n`

  it('of 300 rows with faults: each row’s fate, known ones left, faults by line', async () => {
    await keep(
      { url: 'https://list.example/7?utm_source=mail', title: 'Known before' },
      { title: 'Known before' },
    )
    const rows = Array.from({ length: 300 }, (_, at) =>
      at % 30 === 5 ? `not an address ${at},x,,\r\n` : row(at),
    )
    const text = `Link,Title,Folder,Saved at\r\n${rows.join('')}`
    const look = await nell.want<SavedListLook>('POST', `${path}/saved-lists/look`, { text })
    expect(look).toMatchObject({ kind: 'csv', count: 300, table: { guess: { url: 0, title: 1, folder: 2 } } })
    const columns = { url: 0, title: 1, folder: 2, addedAt: 3 }
    await nell.want('POST', `${path}/saved-lists`, { name: 'saved.csv', text, columns })
    const list = await settled()
    expect(list).toMatchObject({ total: 290, added: 289, known: 1, notAdded: 0, name: 'saved.csv' })
    expect(list.problems).toHaveLength(10)
    expect(list.problems[0]).toMatchObject({ line: 7, message: '“not an address 5” is not a web address.' })
    const { clippings, folders } = await view('?q=Saved')
    expect(clippings).toHaveLength(289)
    expect(clippings[0]).toMatchObject({ folder: 'dark skies', keptAt: expect.stringMatching(/^2026-10-09/) })
    expect(folders.find(({ name }) => name === 'dark skies')!.count).toBe(289)

    const after = await nell.want<SavedListView>('POST', `${path}/saved-lists/${list.id}/take-back`)
    expect(after.standing).toBe(0)
    expect((await view('?q=Saved')).clippings).toEqual([])
    expect((await view('?q=Known')).clippings).toHaveLength(1)
  })

  it('goes on after the server was killed, each row once; is stopped and tried again', async () => {
    const text = `<!DOCTYPE NETSCAPE-Bookmark-file-1>\n<DL><p>\n${Array.from({ length: 450 }, (_, at) => `<DT><A HREF="https://marks.example/${at}">Mark ${at}</A>\n`).join('')}</DL>`
    await nell.want('POST', `${path}/saved-lists`, { name: 'marks.html', text, shelved: true })
    await world.kill()
    await world.restart()
    const list = await settled()
    expect(list).toMatchObject({ total: 450, added: 450, known: 0, standing: 450 })
    expect(
      world.rows(`SELECT count(*) AS n FROM clipping_contents WHERE url LIKE 'https://marks.example/%'`),
    ).toEqual([{ n: 450 }])
    expect((await view('?show=shelved&q=Mark')).clippings.length).toBe(450)

    await nell.want('POST', `${path}/saved-lists`, {
      name: 'again.html',
      text: text.replaceAll('marks.', 'more.'),
    })
    const stopped = await nell.want<SavedListView>('POST', `${path}/saved-lists/${(await latest()).id}/stop`)
    expect(stopped).toMatchObject({ stopped: true, waiting: 0 })
    expect(stopped.added + stopped.notAdded).toBe(450)
    expect(stopped.failed[0]?.message ?? 'Stopped before it was kept.').toBe('Stopped before it was kept.')
    await nell.want('POST', `${path}/saved-lists/${stopped.id}/again`)
    expect(await settled()).toMatchObject({ added: 450, notAdded: 0 })
  })
  const latest = async (): Promise<SavedListView> =>
    (await nell.want<SavedListView>('GET', `${path}/saved-lists`))!

  it.each([
    ['a page', '<!doctype html><h1>Welcome</h1><p>Nothing to read in.', /list of addresses/],
    ['no addresses', 'a,b\n1,2\n', /No column/],
    ['JSON of something else', '{"a":1}', /not a JSON Feed/],
    ['bytes', '\u0000\u0001\u0002'.repeat(50), /No column/],
  ])('that is %s is refused with a sentence', async (_, text, sentence) => {
    const answer = await nell.ask('POST', `${path}/saved-lists`, { text })
    expect([answer.status, answer.body.type]).toEqual([422, 'urn:clear-quill:notAList'])
    expect(answer.body.detail).toMatch(sentence)
  })

  it('is written in every format, and read back', async () => {
    const { path: other } = await makeBrand(nell, [])
    const rows =
      'url,title,folder,note\r\nhttps://a.example/1,"=1+1, a title",Sky & sea,A note\r\nhttps://b.example/2,Two,,\r\n'
    await nell.want('POST', `${other}/saved-lists`, { text: rows })
    await until(
      'it is read in',
      async () => (await nell.want<SavedListView>('GET', `${other}/saved-lists`)).waiting === 0,
    )
    for (const format of ['bookmarks', 'csv', 'json', 'opml']) {
      const answer = await nell.ask('GET', `${other}/saved-lists/file?format=${format}`)
      expect(answer.headers.get('content-disposition')).toContain('attachment')
      const read = readSavedList(answer.text, null).rows
      expect([format, read.map(({ url, title }) => [url, title]).toSorted()]).toEqual([
        format,
        [
          ['https://a.example/1', '=1+1, a title'],
          ['https://b.example/2', 'Two'],
        ],
      ])
      if (format !== 'json') expect(read.map(({ folder }) => folder)).toContain('Sky & sea')
    }
  })
})
