import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { ArticleFull, ArticleSummary, WirePage } from '#shared/reading/types'
import type { TagUse } from '#shared/articles/types'
import type { BrandView } from '#shared/people/types'
import type { ClippingsView } from '#shared/clippings/types'
import type { Folder, FoundSource, Source } from '#shared/sources/types'
import type { Problem, Undoable } from '#shared/platform/types'
import type { OfferedWord, Watch, WatchPreview } from '#shared/watches/types'
import { makeBrand, playHours, World } from '../support/world'
import type { Person } from '../support/person'

let world: World
let nell: Person
let path: string
let lamp: Source

beforeAll(async () => {
  world = await World.start({}, true, Date.now())
  nell = await world.nell()
})
afterAll(() => world.stop())
beforeEach(async () => {
  ;({ path } = await makeBrand(nell, []))
  lamp = await addSource('lowlamp.example')
})

async function addSource(address: string, wishes: Record<string, unknown> = {}): Promise<Source> {
  const { url } = await nell.want<FoundSource>('POST', `${path}/sources/look`, { address })
  const { id } = await nell.want<{ id: string }>('POST', `${path}/sources`, {
    feedUrl: url,
    label: address,
    ...wishes,
  })
  return (await sources()).find((one) => one.id === id)!
}
const sources = (): Promise<Source[]> => nell.want('GET', `${path}/sources`)
const view = (): Promise<BrandView> => nell.want('GET', path)
const watch = async (id: string): Promise<Watch> => (await view()).watches.find((one) => one.id === id)!
const wire = async (query = 'show=all'): Promise<ArticleSummary[]> =>
  (await nell.want<WirePage>('GET', `${path}/articles?${query}`)).articles
const add = (query: string, more: Record<string, unknown> = {}): Promise<{ id: string; historyId: string }> =>
  nell.want('POST', `${path}/watches`, { name: query, query, ...more })
const edit = async (id: string, patch: Record<string, unknown>): Promise<Undoable> =>
  nell.want('PATCH', `${path}/watches/${id}`, { ...(await watch(id)), ...patch })
const undo = ({ historyId }: Undoable): Promise<unknown> => nell.want('POST', `${path}/undo`, { historyId })
const titles = (rows: ArticleSummary[]): string[] => rows.map(({ title }) => title).sort()

describe('a watch', () => {
  it('marks the archive, again when it is changed, and as before when that is undone', async () => {
    const all = await wire()
    const { id } = await add('billboard*')
    const first = await wire(`show=all&watch=${id}`)
    expect(titles(first)).toEqual(
      titles(all.filter(({ title, summary }) => /billboard/i.test(title + summary))),
    )
    expect(first.length).toBeGreaterThan(0)
    expect((await watch(id)).run).toMatchObject({ state: 'ended', found: first.length })

    const change = await edit(id, { query: 'title:lamps OR comet' })
    const second = await wire(`show=all&watch=${id}`)
    expect(titles(second)).not.toEqual(titles(first))
    expect(second.every(({ title, found }) => /lamp|comet/i.test(title) && found.length > 0)).toBe(true)
    await undo(change)
    expect(titles(await wire(`show=all&watch=${id}`))).toEqual(titles(first))
    await nell.want('DELETE', `${path}/watches/${id}`)
    expect((await wire(`show=all`)).every(({ watches }) => watches.length === 0)).toBe(true)
  })

  it('looks only at the folders and sources it names, by the names the brand gave them', async () => {
    const other = await addSource('corrente.example', { folder: 'Night' })
    const [folder] = await nell.want<Folder[]>('GET', `${path}/folders`)
    const { id } = await add('words>=0', { folders: [folder!.id] })
    expect(new Set((await wire(`show=all&watch=${id}`)).map(({ outlet }) => outlet))).toEqual(
      new Set([other.label]),
    )
    await edit(id, { folders: [], sources: [lamp.id], query: '-source:elsewhere' })
    expect(new Set((await wire(`show=all&watch=${id}`)).map(({ outlet }) => outlet))).toEqual(
      new Set([lamp.label]),
    )
    await edit(id, { sources: [], query: 'source:nightpress region:coast lang:pt' })
    expect(await wire(`show=all&watch=${id}`)).toEqual([])
    await nell.want('PATCH', `${path}/sources/${other.id}`, {
      ...other,
      folder: '',
      label: 'Night press',
      paused: false,
    })
    const again = (await sources()).find((one) => one.id === other.id)!
    await edit(id, { query: 'source:"night press" region:coast lang:pt' })
    await nell.want('PATCH', `${path}/sources/${other.id}`, {
      ...again,
      folder: '',
      region: 'The Coast',
      language: 'pt',
      paused: false,
    })
    expect((await wire(`show=all&watch=${id}`)).length).toBe(again.articles)
  })

  it('that hides passes what it marks, until it is changed; what a person decided stays', async () => {
    const [kept] = (await wire()).filter(({ title }) => /lamps/i.test(title))
    await nell.want('PUT', `${path}/articles/${kept!.id}/state`, { state: 'clipped' })
    const unread = (await view()).unread
    const { id } = await add('lamps', { hides: true })
    const hidden = await wire('show=left-out')
    expect(hidden.length).toBeGreaterThan(0)
    expect(hidden.every(({ leftOut, state }) => leftOut === 'watch' && state === 'passed')).toBe(true)
    expect((await view()).unread).toBe(unread - hidden.length)
    expect((await wire('show=clipped')).map((row) => row.id)).toEqual([kept!.id])
    // What a source leaves out and lets go of again has nothing to do with it.
    await nell.want('PATCH', `${path}/sources/${lamp.id}`, {
      ...lamp,
      folder: '',
      leaveOut: 'nothinglikeit',
      paused: false,
    })
    expect(titles(await wire('show=left-out'))).toEqual(titles(hidden))
    const off = await edit(id, { hides: false })
    expect(await wire('show=left-out')).toEqual([])
    await undo(off)
    expect(titles(await wire('show=left-out'))).toEqual(titles(hidden))
    await nell.want('DELETE', `${path}/watches/${id}`)
    expect([await wire('show=left-out'), (await view()).unread]).toEqual([[], unread])
  })

  it('that asks for an age lets go of what grows older, by itself', async () => {
    const rows = await wire()
    const now = Date.parse((await nell.want<{ now: string }>('GET', '/api/me')).now)
    const days = Math.ceil((now - Date.parse(rows[0]!.at)) / 86_400_000)
    const { id } = await add(`age<${days}d`)
    const young = await wire(`show=all&watch=${id}`)
    expect(young.length).toBeGreaterThan(0)
    expect((await watch(id)).unread).toBe(young.length)
    const { id: old } = await add(`age>=${days}d`)
    const before = await wire(`show=all&watch=${old}`)
    expect(young.length + before.length).toBe(rows.length)
    await playHours(nell, 25)
    const ids = new Set(rows.map((row) => row.id))
    const later = (await wire(`show=all&watch=${id}`)).filter((row) => ids.has(row.id))
    expect(later.length).toBeLessThan(young.length)
    const aged = (await wire(`show=all&watch=${old}`)).filter((row) => ids.has(row.id))
    expect(later.length + aged.length).toBe(rows.length)
  })

  it('is told where it can’t be read, and that its name is taken', async () => {
    for (const [query, at] of [
      ['lamp (and', 5],
      ['"dark sky', 0],
      ['titel:lamp', 0],
    ] as const) {
      const { status, body } = await nell.ask<Problem>('POST', `${path}/watches`, { name: 'Broken', query })
      expect([status, body.errors?.[0]?.field]).toEqual([422, 'query'])
      expect(body.detail).toContain(`at character ${at + 1}`)
    }
    expect(
      (await nell.ask('POST', `${path}/watches`, { name: 'Long', query: 'word '.repeat(10_000) })).status,
    ).toBe(422)
    const { id } = await add('lamp')
    expect(
      (await nell.ask<Problem>('POST', `${path}/watches`, { name: 'LAMP', query: 'comet' })).body.errors,
    ).toEqual([{ field: 'name', message: 'There is a watch called “LAMP” already.' }])
    await edit(id, { name: 'Lamp' })
    const stale = await watch(id)
    await edit(id, { ink: 3 })
    expect((await nell.ask<Problem>('PATCH', `${path}/watches/${id}`, { ...stale, ink: 2 })).status).toBe(409)
  })

  it('stands in the order it is put in, and can be read as a feed at a secret address that can be taken back', async () => {
    const ids = [(await add('lamp')).id, (await add('comet')).id, (await add('billboard*')).id]
    const change = await nell.want<Undoable>('PUT', `${path}/watches/order`, { ids: [ids[2], ids[0]] })
    expect((await view()).watches.map((one) => one.id)).toEqual([ids[2], ids[0], ids[1]])
    await undo(change)
    expect((await view()).watches.map((one) => one.id)).toEqual(ids)

    await nell.want('PUT', `${path}/watches/${ids[2]}/feed`)
    const address = (await watch(ids[2]!)).feedAddress!
    const feed = await (await fetch(`${world.server.url}${address}.json`)).json() as { title: string; items: { title: string }[] } // prettier-ignore
    expect([feed.title, feed.items.map(({ title }) => title).sort()]).toEqual([
      'billboard*',
      titles(await wire(`show=all&watch=${ids[2]}`)),
    ])
    expect((await fetch(`${world.server.url}${address.replace(ids[2]!, ids[0]!)}.json`)).status).toBe(404)
    await nell.want('DELETE', `${path}/watches/${ids[2]}/feed`)
    expect((await fetch(`${world.server.url}${address}.rss`)).status).toBe(404)
  })

  it('that tells counts what is new, for each person until that one has seen it', async () => {
    const host = 'telling.faulty.example'
    await addSource(`https://${host}/feed.xml`)
    const { id } = await add('"other words"', { tells: true, hashtags: ['#news'] })
    await nell.want('PUT', `${path}/watches/${id}/seen`)
    expect((await watch(id)).news).toBe(0)
    await world.fault(host, 'changed')
    const source = (await sources()).find(({ feedUrl }) => feedUrl.includes(host))!
    await nell.want('POST', `${path}/sources/${source.id}/fetch`)
    expect((await watch(id)).news).toBe(1)
    const [row] = await wire(`watch=${id}`)
    const full = await nell.want<ArticleFull>('GET', `${path}/articles/${row!.id}`)
    expect(full.reason).toEqual([
      { watchId: id, name: '"other words"', message: expect.stringContaining('“other words”') },
    ])
    expect(full.source.hashtags).toEqual(['news'])
    await nell.want('PUT', `${path}/watches/${id}/seen`)
    expect((await watch(id)).news).toBe(0)
  })
})

describe('looking with a query before it is a watch', () => {
  it('gives its matches, weeks, what each word is worth, and words to add', async () => {
    await addSource('corrente.example')
    const ask = (query: string, scope = {}): Promise<WatchPreview> =>
      nell.want('POST', `${path}/watches/look`, { query, ...scope })
    const look = await ask('lamp OR comet -billboard*')
    const { id } = await add('(lamp OR comet -billboard*) age<30d')
    const marked = await wire(`show=all&watch=${id}`)
    expect(marked.length).toBeGreaterThan(3)
    expect([look.count, look.isReckoned]).toEqual([marked.length, false])
    expect(look.articles.map((row) => row.id)).toEqual(marked.slice(0, 20).map((row) => row.id))
    expect(look.articles.every(({ found, reasons }) => found.length > 0 && reasons.length > 0)).toBe(true)
    expect(look.weeks.reduce((sum, week) => sum + week.count, 0)).toBe(look.count)
    expect(look.weeks.length).toBeGreaterThanOrEqual(5)
    expect(look.words.map(({ text, leavesOut }) => [text, leavesOut])).toEqual([['lamp', false], ['comet', false], ['billboard*', true]]) // prettier-ignore
    for (const word of look.words) {
      const rest = { lamp: 'comet -billboard*', comet: 'lamp OR -billboard*', 'billboard*': 'lamp OR comet' }[
        word.text
      ]!
      expect(word.without).toBe((await ask(rest)).count)
    }
    expect(
      (await ask('lamp', { sources: [lamp.id] })).articles.every(({ outlet }) => outlet === lamp.label),
    ).toBe(true)
    expect((await nell.ask('POST', `${path}/watches/look`, { query: 'lamp (' })).status).toBe(422)
    const many = await ask(['lamp', ...Array.from({ length: 900 }, (_, at) => `w${at}`)].join(' OR '))
    expect([many.words, many.count]).toEqual([[], (await ask('lamp')).count])
    expect((await view()).watches).toHaveLength(1)

    for (const { id: article } of (await wire()).filter(({ title }) => /comet|billboard/i.test(title)))
      await nell.want('PUT', `${path}/articles/${article}/state`, { state: 'clipped' })
    const offered = await nell.want<OfferedWord[]>('POST', `${path}/watches/offers`, { query: '' })
    expect(offered.length).toBeGreaterThan(0)
    expect(
      (await nell.want<OfferedWord[]>('POST', `${path}/watches/offers`, { query: offered[0]!.word })).map(
        ({ word }) => word,
      ),
    ).not.toContain(offered[0]!.word)
  })
})

describe('tags', () => {
  const tagsOf = async (id: string): Promise<string[]> =>
    (await nell.want<ArticleFull>('GET', `${path}/articles/${id}`)).tags.map(
      ({ name, by }) => `${name} ${by}`,
    )
  const put = (ids: string[], addNames: string[], remove: string[] = []): Promise<Undoable> =>
    nell.want('PUT', `${path}/tags/articles`, { ids, add: addNames, remove })
  const uses = (): Promise<TagUse[]> => nell.want('GET', `${path}/tags`)

  it('come by watch, by source and by hand; a hand has the last word; each can be filtered by', async () => {
    const { id } = await add('billboard*', { tags: ['Law', 'City'] })
    await nell.want('PATCH', `${path}/sources/${lamp.id}`, {
      ...lamp,
      folder: '',
      tags: ['Lamps'],
      paused: false,
    })
    const [marked] = await wire(`show=all&watch=${id}`)
    const [other] = (await wire()).filter(({ watches }) => watches.length === 0)
    expect(await tagsOf(marked!.id)).toEqual(['City watch', 'Lamps source', 'Law watch'])
    const change = await put([marked!.id, other!.id], ['Week 9', 'city'], ['Law', 'Lamps'])
    expect(await tagsOf(marked!.id)).toEqual(['City hand', 'Week 9 hand'])
    expect(await tagsOf(other!.id)).toEqual(['City hand', 'Week 9 hand'])
    const named = Object.fromEntries((await view()).tags.map((tag) => [tag.name, tag.id]))
    expect(titles(await wire(`show=all&tag=${named['Week 9']}`))).toEqual(titles([marked!, other!]))
    expect((await wire(`show=all&tag=${named['Law']}`)).map((row) => row.id)).not.toContain(marked!.id)
    expect((await wire(`show=all&tag=${named['Lamps']}`)).length).toBe(lamp.articles - 2)
    expect(
      (await uses()).map(({ name, articles, watches, sources: from }) => [name, articles, watches, from]),
    ).toEqual([
      ['City', (await wire(`show=all&watch=${id}`)).length + 1, ['billboard*'], []],
      ['Lamps', lamp.articles - 2, [], ['lowlamp.example']],
      ['Law', (await wire(`show=all&watch=${id}`)).length - 1, ['billboard*'], []],
      ['Week 9', 2, [], []],
    ])
    // Somebody else uses the new tag meanwhile: taking the first use back takes nothing from the second.
    const [third] = (await wire()).filter(({ id: one, watches }) => watches.length === 0 && one !== other!.id)
    const second = await put([third!.id], ['Week 9'])
    await undo(change)
    expect(await tagsOf(third!.id)).toEqual(['Lamps source', 'Week 9 hand'])
    await undo(second)
    expect(await tagsOf(marked!.id)).toEqual(['City watch', 'Lamps source', 'Law watch'])
    expect((await view()).tags.map(({ name }) => name)).toEqual(['City', 'Lamps', 'Law'])
    // A watch that no longer marks an article takes its tags with it.
    await edit(id, { query: 'nothinglikeit' })
    expect(await tagsOf(marked!.id)).toEqual(['Lamps source'])
  })

  it('are renamed, merged and removed, and all of it undone; clippings have those of their articles', async () => {
    const { id } = await add('billboard*', { tags: ['Law'] })
    const [one, two] = (await wire()).filter(({ watches }) => watches.length === 0)
    const [marked] = await wire(`show=all&watch=${id}`)
    await put([one!.id, two!.id], ['Rules'])
    await put([two!.id], ['Law'])
    await nell.want('PUT', `${path}/articles/${one!.id}/state`, { state: 'clipped' })
    const by = async (name: string): Promise<TagUse> => (await uses()).find((tag) => tag.name === name)!
    const law = await by('Law')
    const rules = await by('Rules')
    expect(
      (await nell.ask<Problem>('PATCH', `${path}/tags/${rules.id}`, { name: 'law', version: 1 })).body
        .errors?.[0]?.field,
    ).toBe('name')
    await nell.want('PATCH', `${path}/tags/${rules.id}`, { name: 'House rules', version: 1 })
    const kept = async (query: string): Promise<string[]> => (await nell.want<ClippingsView>('GET', `${path}/clippings?${query}`)).clippings.map(({ tags }) => tags.map(({ name }) => name).join()) // prettier-ignore
    expect(await kept(`tag=${rules.id}`)).toEqual(['House rules'])
    expect(await kept(`tag=${law.id}`)).toEqual([])

    const merged = await nell.want<Undoable>('POST', `${path}/tags/${law.id}/merge`, { into: rules.id })
    expect([await tagsOf(marked!.id), await tagsOf(two!.id)]).toEqual([
      ['House rules watch'],
      ['House rules hand'],
    ])
    expect((await watch(id)).tags).toEqual(['House rules'])
    const removed = await nell.want<Undoable>('DELETE', `${path}/tags/${rules.id}`)
    expect([await tagsOf(marked!.id), await tagsOf(one!.id), (await view()).tags]).toEqual([[], [], []])
    await undo(removed)
    await undo(merged)
    expect([await tagsOf(marked!.id), await tagsOf(two!.id)]).toEqual([
      ['Law watch'],
      ['House rules hand', 'Law hand'],
    ])
    expect((await nell.ask('POST', `${path}/tags/${law.id}/merge`, { into: law.id })).status).toBe(422)
    expect((await nell.ask('PUT', `${path}/tags/articles`, { ids: [one!.id], add: ['a, b'] })).status).toBe(
      422,
    )
  })
})
