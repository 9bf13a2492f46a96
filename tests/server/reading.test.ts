// Skimming, keeping and finding: the Wire's filters and orders, several at once, clippings, full-text search;
// two brands apart.
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { ArticleFull, ArticleSummary, FoundThings, WirePage } from '#shared/reading/types'
import type { BrandView } from '#shared/people/types'
import type { Clipping, ClippingsView } from '#shared/clippings/types'
import type { Problem, Undoable } from '#shared/platform/types'
import type { Source } from '#shared/sources/types'
import type { DeskContext } from '#shared/posts/types'
import { makeBrand, lineUpText, World } from '../support/world'
import { until, type Person } from '../support/person'

let world: World
let nell: Person
let path: string
let otherPath: string

beforeAll(async () => {
  world = await World.start()
  nell = await world.nell()
  ;({ path } = await makeBrand(nell))
  ;({ path: otherPath } = await makeBrand(nell, []))
  for (const [host, folder, own] of [['lowlamp.example', 'Light', false], ['chalkandcomet.example', 'Schools', true], ['corrente.example', 'News', false], ['daemmerungsblatt.example', 'News', false]] as const) await addSource(path, host, folder, own) // prettier-ignore
  await addSource(otherPath, 'grainledger.example', 'Grain', false)
  await until('the index', async () => (await find(path, 'the')).articles.length > 5)
}, 60_000)
afterAll(() => world.stop())

async function addSource(brand: string, address: string, folder: string, own: boolean): Promise<void> {
  const { url, title } = await nell.want<{ url: string; title: string }>('POST', `${brand}/sources/look`, {
    address,
  })
  await nell.want('POST', `${brand}/sources`, { feedUrl: url, label: title, folder, own })
}
const wire = (query: string): Promise<WirePage> => nell.want('GET', `${path}/articles?${query}`)
const find = (brand: string, q: string, more = ''): Promise<FoundThings> =>
  nell.want('GET', `${brand}/find?q=${encodeURIComponent(q)}${more}`)
async function all(query: string): Promise<ArticleSummary[]> {
  const rows: ArticleSummary[] = []
  for (let after: string | null = ''; after !== null;) {
    const page: WirePage = await wire(`${query}${after ? `&after=${encodeURIComponent(after)}` : ''}`)
    rows.push(...page.articles)
    after = page.next
  }
  return rows
}
const ids = (rows: { id: string }[]): string[] => rows.map((row) => row.id)

describe('the Wire', () => {
  it('gives the same articles in every order, each as it says', async () => {
    const newest = await all('show=all')
    expect(newest.length).toBeGreaterThan(15)
    expect(new Set(ids(newest)).size).toBe(newest.length)
    expect(newest.map((row) => row.at)).toEqual(newest.map((row) => row.at).toSorted().toReversed()) // prettier-ignore
    expect(ids(await all('show=all&order=oldest'))).toEqual(ids(newest).toReversed())
    for (const order of ['waiting', 'mixed'])
      expect(ids(await all(`show=all&order=${order}`)).toSorted()).toEqual(ids(newest).toSorted())
    const outlets = (await all('show=all&order=mixed')).slice(0, 4).map((row) => row.outlet)
    expect(new Set(outlets).size).toBe(4)
  })

  it('narrows by folder, source, whose, language, kind and age', async () => {
    const sources = await nell.want<Source[]>('GET', `${path}/sources`)
    const everything = await all('show=all')
    const of = (label: (one: Source) => boolean): string[] => sources.filter(label).map((one) => one.label)
    const outlets = (rows: ArticleSummary[]): string[] =>
      [...new Set(rows.map((row) => row.outlet))].toSorted()
    expect(outlets(await all('show=all&folder=News'))).toEqual(of((one) => one.folder === 'News').toSorted())
    expect(outlets(await all('show=all&own=yes'))).toEqual(of((one) => one.own))
    expect(outlets(await all('show=all&own=no'))).toEqual(of((one) => !one.own).toSorted())
    expect(outlets(await all(`show=all&source=${sources[0]!.id}`))).toEqual([sources[0]!.label])
    expect(ids(await all('show=all&language=en'))).toEqual(ids(everything))
    expect(await all('show=all&language=de')).toEqual([])
    expect((await all('show=all&kind=video')).length).toBe(0)
    expect((await all('show=all&kind=text')).length + (await all('show=all&kind=picture')).length).toBe(
      everything.length,
    )
    const middle = everything[Math.floor(everything.length / 2)]!.at
    expect(ids(await all(`show=all&since=${middle}`))).toEqual(
      ids(everything.filter((row) => row.at >= middle)),
    )
    expect((await all('show=all&folder=No such')).length).toBe(0)
  })

  it('decides about several at once, undone as one, counts right', async () => {
    const [first, second, third] = ids((await wire('')).articles)
    const before = (await wire('')).unread
    const { historyId } = await nell.want<Undoable>('PUT', `${path}/articles/states`, {
      ids: [first, second, third, first],
      state: 'passed',
    })
    expect((await wire('')).unread).toBe(before - 3)
    expect(ids(await all('show=passed')).toSorted()).toEqual([first, second, third].toSorted())
    await nell.want('POST', `${path}/undo`, { historyId })
    expect((await wire('')).unread).toBe(before)
    expect(await all('show=passed')).toEqual([])
  })

  it('loses nothing in turns when some are decided between two pages', async () => {
    const whole = ids(await all('order=mixed'))
    await nell.want('PUT', `${path}/articles/states`, { ids: whole.slice(0, 3), state: 'passed' })
    expect(ids(await all('order=mixed'))).toEqual(whole.slice(3))
    await nell.want('PUT', `${path}/articles/states`, { ids: whole.slice(0, 3), state: 'new' })
  })

  it('refuses a state there is not, and nobody’s articles', async () => {
    const [row] = (await wire('')).articles
    expect(
      (await nell.ask<Problem>('PUT', `${path}/articles/states`, { ids: [row!.id], state: 'eaten' })).status,
    ).toBe(422)
    // That somebody looked comes late on a slow line: it takes back no decision.
    await nell.want('PUT', `${path}/articles/${row!.id}/state`, { state: 'passed' })
    await nell.want('PUT', `${path}/articles/states`, { ids: [row!.id], state: 'read' })
    expect((await nell.want<ArticleFull>('GET', `${path}/articles/${row!.id}`)).state).toBe('passed')
    await nell.want('PUT', `${path}/articles/states`, { ids: [row!.id], state: 'new' })
    await nell.want('PUT', `${otherPath}/articles/states`, { ids: [row!.id], state: 'passed' })
    expect((await wire('')).articles.find((one) => one.id === row!.id)!.state).toBe('new')
  })
})

describe('clippings', () => {
  const view = (query = ''): Promise<ClippingsView> => nell.want('GET', `${path}/clippings?${query}`)
  let one: Clipping

  it('hold what is clipped and, apart, what is shelved', async () => {
    const [a, b, c] = (await wire('')).articles
    await nell.want('PUT', `${path}/articles/states`, { ids: [a!.id, b!.id], state: 'clipped' })
    await nell.want('PUT', `${path}/articles/states`, { ids: [c!.id], state: 'shelved' })
    const { clippings, counts } = await view()
    expect(counts).toEqual({ waiting: 2, shelved: 1, done: 0 })
    expect(clippings.map((clipping) => clipping.title).toSorted()).toEqual([a!.title, b!.title].toSorted())
    expect((await view('show=shelved')).clippings.map((clipping) => clipping.articleId)).toEqual([c!.id])
    one = clippings[0]!
  })

  it('keep a note and a folder, with their version, and are found by them', async () => {
    const edit = { note: 'Ask the society\nfor a picture', folder: 'Week 9', version: one.version }
    await nell.want('PATCH', `${path}/clippings/${one.id}`, edit)
    expect((await nell.ask<Problem>('PATCH', `${path}/clippings/${one.id}`, edit)).body.type).toBe(
      'urn:clear-quill:stale',
    )
    const [folder] = (await view('')).folders
    const { clippings, folders } = await view(`folder=${folder!.id}`)
    expect(clippings).toMatchObject([{ id: one.id, note: edit.note, folder: 'Week 9' }])
    expect(folders).toMatchObject([{ name: 'Week 9', count: 1 }])
    expect((await view('q=society')).clippings.map((clipping) => clipping.id)).toEqual([one.id])
    expect((await view('q=100%25')).clippings).toEqual([])
  })

  it('are done once they are lined up, until that is undone, and say whether they were written about', async () => {
    const { historyId } = await lineUpText(nell, path, 'A line about it', { articleId: one.articleId })
    expect((await view('show=done&written=yes')).clippings).toMatchObject([{ id: one.id, posts: 1 }])
    expect((await view()).clippings.some(({ id }) => id === one.id)).toBe(false)
    await nell.want('POST', `${path}/undo`, { historyId })
    expect((await view('written=yes')).clippings).toMatchObject([{ id: one.id }])
    expect((await view('written=no')).clippings).toHaveLength(1)
  })

  it('stay to be written where the brand wants it so', async () => {
    const { writing, writingVersion: version } = await nell.want<DeskContext>('GET', `${path}/desk`)
    await nell.want('PUT', `${path}/writing`, { writing: { ...writing, clippingsDone: false }, version })
    const { historyId } = await lineUpText(nell, path, 'Another line about it', { articleId: one.articleId })
    expect((await view()).clippings.some(({ id }) => id === one.id)).toBe(true)
    await nell.want('POST', `${path}/undo`, { historyId })
  })

  it('are done with and taken up again, with undo', async () => {
    const { historyId } = await nell.want<Undoable>('PUT', `${path}/clippings/${one.id}/done`, { done: true })
    expect((await view('show=done')).clippings).toMatchObject([{ id: one.id, doneAt: expect.any(String) }])
    await nell.want('POST', `${path}/undo`, { historyId })
    expect((await view()).counts).toEqual({ waiting: 2, shelved: 1, done: 0 })
  })

  it('stay when their source goes', async () => {
    const [source] = (await nell.want<Source[]>('GET', `${path}/sources`)).filter(
      (candidate) => candidate.label === one.outlet,
    )
    const { historyId } = await nell.want<Undoable>('DELETE', `${path}/sources/${source!.id}`)
    expect((await view()).clippings.some((clipping) => clipping.id === one.id)).toBe(true)
    await nell.want('POST', `${path}/undo`, { historyId })
  })
})

describe('Find', () => {
  it('finds words in any of their forms, phrases as they stand, beginnings while one types', async () => {
    const found = await find(path, 'comet')
    expect(found.articles.length).toBeGreaterThan(0)
    for (const article of found.articles) expect(article.found.length).toBeGreaterThan(0)
    expect(ids((await find(path, 'comets')).articles).toSorted()).toEqual(
      expect.arrayContaining(ids(found.articles)),
    )
    const [article] = found.articles
    const words = article!.title.split(' ').slice(0, 3).join(' ')
    expect(ids((await find(path, `"${words}"`)).articles)).toContain(article!.id)
    expect(ids((await find(path, article!.title.slice(0, 5))).articles)).toContain(article!.id)
    expect(
      (await find(path, `"${words.split(' ').toReversed().join(' ')}"`)).articles.some(
        (one) => one.id === article!.id,
      ),
    ).toBe(false)
  })

  it('finds posts by their words, as they are typed, and says how far they are; lists say it of articles', async () => {
    const [row] = (await wire('')).articles
    await nell.want('PUT', `${path}/posts/01900000-0000-7000-8000-00000000f1d0`, { version: 0, doc: { articleId: row!.id, wordings: [{ text: 'Zinnias, 100% of them', pictureId: null }] } }) // prettier-ignore
    const { postId } = await lineUpText(nell, path, 'Zinnias in a row')
    const posts = async (query: string) =>
      (await find(path, query)).posts.map(({ id, stage }) => [id.slice(-4), stage])
    expect(await posts('zinnias')).toEqual(expect.arrayContaining([['f1d0', 'draft'], [postId.slice(-4), 'lined-up']])) // prettier-ignore
    expect(await posts('zinnias 100%')).toEqual([['f1d0', 'draft']])
    expect(await posts('zinnias 100_')).toEqual([])
    expect((await wire('')).articles.find(({ id }) => id === row!.id)!.post).toBe('draft')
  })

  it('puts a title before a text, and narrows', async () => {
    const found = await find(path, 'comet')
    expect(found.articles[0]!.title.toLowerCase()).toContain('comet')
    await nell.want('PUT', `${path}/articles/states`, { ids: [found.articles[0]!.id], state: 'passed' })
    expect(ids((await find(path, 'comet', '&show=passed')).articles)).toEqual([found.articles[0]!.id])
    expect((await find(path, 'comet', '&since=2040-01-01T00:00:00Z')).articles).toEqual([])
  })

  it.each([
    '',
    '   ',
    '"',
    '""',
    'AND',
    'NOT',
    '*',
    'a AND',
    '(',
    'title:x',
    "'; DROP TABLE articles; --",
    '🙂',
    '\u0000',
    'x'.repeat(5000),
  ])('takes %j for what it is', async (query) => {
    expect((await find(path, query)).articles).toBeInstanceOf(Array)
  })

  it('knows an article’s new words once its outlet changed it', async () => {
    await world.fault('news.faulty.example', null)
    await nell.want('POST', `${path}/sources`, {
      feedUrl: 'https://news.faulty.example/feed.xml',
      label: 'Faulty',
      folder: null,
      own: false,
    })
    await until(
      'the first words',
      async () => (await find(path, '"Words of article 1"')).articles.length === 1,
    )
    await world.fault('news.faulty.example', 'changed')
    const source = (await nell.want<Source[]>('GET', `${path}/sources`)).find(
      (one) => one.label === 'Faulty',
    )!
    await nell.want('POST', `${path}/sources/${source.id}/fetch`)
    await until('the new words', async () => (await find(path, '"set right"')).articles.length === 1)
    expect((await find(path, '"Words of article 1"')).articles).toEqual([])
  })
})

describe('two brands', () => {
  it('see nothing that only the other’s sources bring: Wire, Find, counts', async () => {
    const [mine, other] = [
      await all('show=all'),
      (await nell.want<WirePage>('GET', `${otherPath}/articles?show=all`)).articles,
    ]
    expect(ids(mine).some((id) => ids(other).includes(id))).toBe(false)
    expect((await nell.want<BrandView>('GET', otherPath)).unread).toBe(other.length)
    const word = other[0]!.title.split(' ').find((one) => one.length > 4)!
    await until('the index', async () => ids((await find(otherPath, word)).articles).includes(other[0]!.id))
    expect(ids((await find(path, word)).articles).some((id) => ids(other).includes(id))).toBe(false)
    expect((await nell.ask('GET', `${path}/articles/${other[0]!.id}`)).status).toBe(404)
    expect((await nell.want<ClippingsView>('GET', `${otherPath}/clippings`)).counts).toEqual({
      waiting: 0,
      shelved: 0,
      done: 0,
    })
  })

  it('decide apart about the same story', async () => {
    const feedUrl = 'https://lowlamp.example/feed.xml'
    await nell.want('POST', `${otherPath}/sources`, { feedUrl, label: 'Lamp', folder: null, own: false })
    const [mine] = (await all('show=all')).filter((row) => row.outlet === 'The Low Lamp')
    await Promise.all([
      nell.want('PUT', `${path}/articles/${mine!.id}/state`, { state: 'clipped' }),
      nell.want('PUT', `${otherPath}/articles/${mine!.id}/state`, { state: 'passed' }),
    ])
    expect((await nell.want<ArticleSummary>('GET', `${path}/articles/${mine!.id}`)).state).toBe('clipped')
    expect((await nell.want<ArticleSummary>('GET', `${otherPath}/articles/${mine!.id}`)).state).toBe('passed')
  })
})

describe('a page behind the sign-in', () => {
  const named = async (address: string, who = nell, cookie = who.cookie): Promise<string[]> => {
    const { text, headers } = await who.ask('GET', address, undefined, { cookie })
    expect(headers.get('content-type')).toMatch(/text\/html/)
    return [...text.matchAll(/<link [^>]*as="fetch"[^>]* href="([^"]+)"/g)].map(([, href]) =>
      href!.replaceAll('&amp;', '&'),
    )
  }

  it('names what will be asked first: of the brand on screen, where it is one of theirs', async () => {
    const list = (at: string): string[] => [
      '/api/me',
      at,
      `${at}/schedule`,
      `${at}/articles?show=open&order=newest`,
    ]
    expect(await named('/wire')).toEqual(list(path))
    expect(await named('/wire', nell, `${nell.cookie}; quill-brand=${otherPath.split('/').at(-1)}`)).toEqual(
      list(otherPath),
    )
    expect(await named('/wire', nell, `${nell.cookie}; quill-brand="><script>`)).toEqual(list(path))
    expect(await named('/desk')).toEqual(list(path).slice(0, 3))
    for (const address of await named('/wire')) expect((await nell.ask('GET', address)).status).toBe(200)
  })

  it('names nothing to nobody, nor before the sign-in, and is kept by no cache', async () => {
    const nobody = world.nobody()
    expect(await named('/wire', nobody, '')).toEqual([])
    expect(await named('/wire', nobody, 'quill=forged')).toEqual([])
    expect(await named('/sign-in')).toEqual([])
    expect((await nell.ask('GET', '/wire')).headers.get('cache-control')).toBe('no-store')
  })
})
