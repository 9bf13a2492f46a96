import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Account } from '#shared/networks/types'
import type { ArticleFull, ArticleSummary, WirePage } from '#shared/reading/types'
import type { BrandView } from '#shared/people/types'
import type { FoundSource, Folder, Source } from '#shared/sources/types'
import type { Problem, Undoable } from '#shared/platform/types'
import { draftOf, lineUpText, makeBrand, playHours, World } from '../support/world'
import { until, type Person } from '../support/person'

let world: World
let nell: Person
let path: string

beforeAll(async () => {
  world = await World.start()
  nell = await world.nell()
})
afterAll(() => world.stop())

async function source(address: string, wishes: Record<string, unknown> = {}, at = path): Promise<Source> {
  const { url } = await nell.want<FoundSource>('POST', `${at}/sources/look`, { address })
  const { id } = await nell.want<{ id: string }>('POST', `${at}/sources`, {
    feedUrl: url,
    label: address,
    ...wishes,
  })
  return (await list(at)).find((one) => one.id === id)!
}
const list = (at = path): Promise<Source[]> => nell.want('GET', `${at}/sources`)
const wire = async (query = '', at = path): Promise<ArticleSummary[]> =>
  (await nell.want<WirePage>('GET', `${at}/articles?${query}`)).articles
const unread = async (): Promise<number> => (await nell.want<BrandView>('GET', path)).unread
const edit = (one: Source, patch: Record<string, unknown>): Promise<Undoable> =>
  nell.want('PATCH', `${path}/sources/${one.id}`, {
    ...one,
    folder: one.folders.join(', '),
    paused: one.pausedAt !== null,
    ...patch,
  })
const undo = (change: Undoable): Promise<unknown> =>
  nell.want('POST', `${path}/undo`, { historyId: change.historyId })
const again = async (one: Source): Promise<Source> => (await list()).find(({ id }) => id === one.id)!

describe('words a source leaves out', () => {
  it('pass its articles with the reason, until the words change or the change is undone', async () => {
    ;({ path } = await makeBrand(nell, []))
    const lamp = await source('lowlamp.example')
    const all = await wire('show=all')
    const holding = all.filter(({ title }) => /billboard/i.test(title))
    expect(holding.length).toBeGreaterThan(0)
    const before = await unread()

    const change = await edit(lamp, { leaveOut: 'billboard, "nothing like it"' })
    const left = await wire('show=left-out')
    expect(left.length).toBeGreaterThanOrEqual(holding.length)
    expect(new Set(left.map(({ state, leftOut }) => `${state} ${leftOut}`))).toEqual(
      new Set(['passed words']),
    )
    expect(await wire('show=passed')).toEqual([])
    expect(await unread()).toBe(before - left.length)
    const open = await wire('show=open')
    expect(open.some(({ title }) => /billboard/i.test(title))).toBe(false)
    expect(open.length + left.length).toBe(all.length)

    await undo(change)
    expect(await wire('show=left-out')).toEqual([])
    expect(await unread()).toBe(before)
  })

  it('let what a person decided alone, and one may take an article back from them', async () => {
    ;({ path } = await makeBrand(nell, []))
    const lamp = await source('lowlamp.example')
    const [one] = (await wire('show=all')).filter(({ title }) => /lamps/i.test(title))
    await nell.want('PUT', `${path}/articles/${one!.id}/state`, { state: 'clipped' })
    await edit(lamp, { leaveOut: 'lamp*' })
    expect((await wire('show=clipped')).map(({ id }) => id)).toEqual([one!.id])
    const [left] = await wire('show=left-out')
    await nell.want('PUT', `${path}/articles/${left!.id}/state`, { state: 'passed' })
    expect((await wire('show=passed')).map(({ id, leftOut }) => [id, leftOut])).toEqual([[left!.id, null]])
    await edit(await again(lamp), { leaveOut: '' })
    expect((await wire('show=passed')).map(({ id }) => id)).toEqual([left!.id])
  })

  it('work for new articles, each brand by its own words', async () => {
    ;({ path } = await makeBrand(nell, []))
    const host = 'words.faulty.example'
    await source(`https://${host}/feed.xml`, { leaveOut: 'other words' })
    const other = await makeBrand(nell, [])
    await source(`https://${host}/feed.xml`, {}, other.path)
    expect(await wire('show=left-out')).toEqual([])
    // Its outlet sets one article right; the new text holds the words.
    await world.fault(host, 'changed')
    await nell.want('POST', `${path}/sources/${(await list())[0]!.id}/fetch`)
    expect(await wire('show=left-out')).toHaveLength(1)
    expect(await wire('show=left-out', other.path)).toEqual([])
  })
})

it('only new articles: what is older than the source is left out as such', async () => {
  ;({ path } = await makeBrand(nell, []))
  await source('brokentripod.example', { onlyNew: true })
  const all = await wire('show=all')
  expect(all.length).toBeGreaterThan(2)
  // The world's clock stands before the articles' own dates or after them: by each article's time.
  const { now } = await nell.want<{ now: string }>('GET', '/api/me')
  const old = all.filter(({ at }) => at < now)
  expect((await wire('show=left-out')).map(({ leftOut }) => leftOut)).toEqual(old.map(() => 'old'))
})

it('a source that clips: what it holds and what comes, but nothing left out or touched', async () => {
  ;({ path } = await makeBrand(nell, []))
  const host = 'clips.faulty.example'
  const one = await source(`https://${host}/feed.xml`, { clips: true })
  const before = await wire('show=all')
  expect(before.length).toBeGreaterThan(0)
  expect(before.every(({ state }) => state === 'clipped')).toBe(true)
  const other = await makeBrand(nell, [])
  await source(`https://${host}/feed.xml`, {}, other.path)
  expect(await wire('show=clipped', other.path)).toEqual([])

  // What somebody lets go again is theirs: no later look at the source takes it back.
  await nell.want('PUT', `${path}/articles/${before[0]!.id}/state`, { state: 'passed' })
  await edit(one, { clips: true, leaveOut: 'other words' })
  await world.fault(host, 'newIds')
  await nell.want('POST', `${path}/sources/${(await list())[0]!.id}/fetch`)
  const states = new Map((await wire('show=all')).map(({ id, state }) => [id, state]))
  expect(states.get(before[0]!.id)).toBe('passed')
  expect([...states.values()].filter((state) => state === 'new')).toEqual([])

  // One that stops to clip leaves what it clipped.
  await edit((await list())[0]!, { clips: false })
  const clipped = [...states.values()].filter((state) => state === 'clipped')
  expect(await wire('show=clipped')).toHaveLength(clipped.length)
})

it('a paused source is not asked; what another brand’s fetch brings meanwhile is left out and stays so', async () => {
  ;({ path } = await makeBrand(nell, []))
  const host = 'pause.faulty.example'
  const one = await source(`https://${host}/feed.xml`)
  const { historyId } = await edit(one, { paused: true })
  expect(await again(one)).toMatchObject({ state: 'paused', nextFetchAt: null })
  const asked = async (): Promise<number> => {
    const asks = (await (await fetch(`${world.standins.url}/control/asks`)).json()) as { host: string }[]
    return asks.filter((ask) => ask.host === host).length
  }
  const before = await asked()
  await playHours(nell, 48)
  expect(await asked()).toBe(before)

  await world.fault(host, 'newIds')
  await world.fault(host, 'dates')
  await nell.want('POST', `${path}/sources/${one.id}/fetch`)
  const left = await wire('show=left-out')
  expect(new Set(left.map(({ leftOut }) => leftOut))).toEqual(new Set(['paused']))
  expect(left.length).toBe(3)
  await edit(await again(one), { paused: false })
  expect(await wire('show=left-out')).toHaveLength(3)
  expect((await again(one)).state).not.toBe('paused')
  expect((await nell.ask<Problem>('POST', `${path}/undo`, { historyId })).status).toBe(409)
})

it('region and language of a source narrow the Wire; words of one’s own narrow it in every order', async () => {
  ;({ path } = await makeBrand(nell, []))
  const lamp = await source('lowlamp.example', { region: 'Alentejo', language: 'pt' })
  await source('chalkandcomet.example', { region: 'Alto' })
  const ofLamp = (await wire('show=all&region=Alentejo')).map(({ id }) => id)
  expect(ofLamp.length).toBe(lamp.articles)
  expect((await wire('show=all&language=pt')).map(({ id }) => id)).toEqual(ofLamp)
  const full = await nell.want<ArticleFull>('GET', `${path}/articles/${ofLamp[0]}`)
  expect(full.language).toBe('pt')

  // Articles are indexed in the background: what is found grows until all are.
  await until('all are indexed', () =>
    Promise.resolve(world.rows('SELECT id FROM articles WHERE indexed = 0 LIMIT 1').length === 0),
  )
  const found = await wire('show=all&words=lamps')
  expect(found.length).toBeGreaterThan(0)
  for (const order of ['oldest', 'waiting', 'mixed']) {
    expect((await wire(`show=all&order=${order}&words=lamps`)).map(({ id }) => id).sort()).toEqual(
      found.map(({ id }) => id).sort(),
    )
  }
  expect(await wire('show=all&words=zzyzx')).toEqual([])
})

it('credits go out as each account’s network writes them', async () => {
  const brand = await makeBrand(nell)
  path = brand.path
  const { accounts } = await brand.view()
  const ids = Object.fromEntries(accounts.map((account) => [account.rules.id, account.id]))
  const networks = Object.keys(ids)
  expect(networks).toHaveLength(2)
  await source('lowlamp.example', { credits: { [networks[0]!]: '@lowlamp', [networks[1]!]: '  ' } })
  expect((await list())[0]!.credits).toEqual({ [networks[0]!]: '@lowlamp' })
  const [one] = await wire('show=all')
  const full = await nell.want<ArticleFull>('GET', `${path}/articles/${one!.id}`)
  expect(full.source.credits).toEqual({ [networks[0]!]: '@lowlamp' })

  const { accounts: parts } = await draftOf(nell, path, '')
  const credited = parts.map((part) => ({
    ...part,
    credit: part.accountId === ids[networks[0]!] ? '@lowlamp' : null,
  }))
  await lineUpText(nell, path, 'A line of ours', { credit: 'The Low Lamp', accounts: credited })
  await playHours(nell, 24)
  const texts = [
    ...(await world.posted('chatterbrook.example')),
    ...(await world.posted('commonfire.example')),
  ].map(({ text }) => text)
  expect(texts.filter((text) => text.includes('via @lowlamp'))).toHaveLength(1)
  expect(texts.filter((text) => text.includes('via The Low Lamp'))).toHaveLength(1)
})

it('refuses wishes that make no sense, at their fields', async () => {
  const { body, status } = await nell.ask<Problem>('POST', `${path}/sources`, { feedUrl: 'x.example', label: '', leaveOut: 'w'.repeat(2000), language: 'English', credits: { a: 'x'.repeat(500) } }) // prettier-ignore
  expect(status).toBe(422)
  expect(body.errors?.map(({ field }) => field).sort()).toEqual(['credits', 'label', 'language', 'leaveOut'])
  expect(
    (await nell.ask('POST', `${path}/sources`, { feedUrl: 'lowlamp.example', label: 'x', credits: [] }))
      .status,
  ).toBe(422)
})

describe('folders', () => {
  beforeAll(async () => {
    ;({ path } = await makeBrand(nell, []))
    await source('lowlamp.example', { folder: 'Light, Region', leaveOut: 'billboard' })
    await source('chalkandcomet.example', { folder: 'Schools' })
  })
  const folders = (): Promise<Folder[]> => nell.want('GET', `${path}/folders`)
  const folder = async (name: string): Promise<Folder> => (await folders()).find((one) => one.name === name)!

  it('lend their hashtags to the articles of their sources', async () => {
    const light = await folder('Light')
    expect(light).toMatchObject({ sources: 1, hashtags: [], feedAddress: null })
    await nell.want('PATCH', `${path}/folders/${light.id}`, {
      name: 'Light',
      hashtags: ['#DarkSky', 'DarkSky', 'Lamps'],
      version: light.version,
    })
    const [one] = await wire('show=all&folder=Light')
    expect((await nell.want<ArticleFull>('GET', `${path}/articles/${one!.id}`)).source.hashtags).toEqual([
      'DarkSky',
      'Lamps',
    ])
    const refused = await nell.ask<Problem>('PATCH', `${path}/folders/${light.id}`, {
      name: 'Schools',
      hashtags: [],
      version: light.version + 1,
    })
    expect([refused.status, refused.body.errors?.[0]?.field]).toEqual([409, 'name'])
  })

  it('can be read as a feed in three forms, without what a rule leaves out, and are taken back', async () => {
    const light = await folder('Light')
    await nell.want('PUT', `${path}/folders/${light.id}/feed`)
    const address = (await folder('Light')).feedAddress!
    const shown = (await wire('show=all&folder=Light')).filter(({ leftOut }) => leftOut === null)
    const nobody = world.nobody()
    for (const kind of ['rss', 'atom', 'json']) {
      const answer = await nobody.ask('GET', `${address}.${kind}`)
      expect(answer.status).toBe(200)
      expect(answer.headers.get('x-robots-tag')).toBe('noindex')
      expect(answer.text.split(/<item>|<entry>|"id":/).length - 1).toBe(shown.length)
      expect(
        (
          await nobody.ask('GET', `${address}.${kind}`, undefined, {
            'if-none-match': answer.headers.get('etag')!,
          })
        ).status,
      ).toBe(304)
    }
    for (const wrong of [
      `${address}.xml`,
      `${address.slice(0, -1)}${address.endsWith('0') ? '1' : '0'}.rss`,
      `/feeds/${light.id}/.rss`,
      address,
    ]) {
      expect((await nobody.ask('GET', wrong)).status).toBe(404)
    }
    await nell.want('PUT', `${path}/folders/${light.id}/feed`)
    expect((await nobody.ask('GET', `${address}.rss`)).status).toBe(404)
    const next = (await folder('Light')).feedAddress!
    const closing = await nell.want<Undoable>('DELETE', `${path}/folders/${light.id}/feed`)
    expect((await nobody.ask('GET', `${next}.rss`)).status).toBe(404)
    await undo(closing)
    expect((await nobody.ask('GET', `${next}.rss`)).status).toBe(200)
  })

  it('go away without their sources, and come back by undo', async () => {
    const region = await folder('Region')
    const change = await nell.want<Undoable>('DELETE', `${path}/folders/${region.id}`)
    expect((await list()).find(({ label }) => label === 'lowlamp.example')!.folders).toEqual(['Light'])
    await undo(change)
    expect((await list()).find(({ label }) => label === 'lowlamp.example')!.folders).toEqual([
      'Light',
      'Region',
    ])
  })
})

it('several sources at once, undone as one', async () => {
  ;({ path } = await makeBrand(nell, []))
  const ids = [
    (await source('lowlamp.example')).id,
    (await source('corrente.example')).id,
    (await source('brokentripod.example')).id,
  ]
  const several = (action: string, more = {}): Promise<{ count: number; historyId: string }> =>
    nell.want('POST', `${path}/sources/several`, { ids, action, ...more })
  expect((await nell.ask('POST', `${path}/sources/several`, { ids, action: 'folder' })).status).toBe(422)
  await several('folder', { folder: 'Morning' })
  expect((await list()).map(({ folders }) => folders)).toEqual([['Morning'], ['Morning'], ['Morning']])
  const paused = await several('pause')
  expect((await list()).map(({ state }) => state)).toEqual(['paused', 'paused', 'paused'])
  await undo(paused)
  expect((await list()).some(({ state }) => state === 'paused')).toBe(false)
  expect(await several('fetch')).toEqual({ count: 3, historyId: null })
  const removed = await several('remove')
  expect(await list()).toEqual([])
  await undo(removed)
  expect(await list()).toHaveLength(3)
})

describe('addresses that are more than a site', () => {
  it('a profile by its name, a profile by its page', async () => {
    const byName = await nell.want<FoundSource>('POST', `${path}/sources/look`, {
      address: '@dew_on_the_lens@commonfire.example',
    })
    expect(byName).toMatchObject({
      title: 'Casilda Venn',
      url: 'https://commonfire.example/@dew_on_the_lens.rss',
    })
    const byPage = await nell.want<FoundSource>('POST', `${path}/sources/look`, {
      address: 'commonfire.example/@dew_on_the_lens',
    })
    expect(byPage.url).toBe(byName.url)
    for (const address of ['@nobody@commonfire.example', '@dew_on_the_lens@plainpage.example']) {
      const { status, body } = await nell.ask<Problem>('POST', `${path}/sources/look`, { address })
      expect([status, body.type]).toEqual([422, 'urn:clear-quill:noProfile'])
    }
    expect(
      (await nell.ask<Problem>('POST', `${path}/sources/look`, { address: 'x@localhost.internal' })).body
        .type,
    ).toMatch(/unknownHost|privateAddress/)
  })

  it('a search with its words', async () => {
    const address = 'https://corrente.example/search?q={words}'
    const refused = await nell.ask<Problem>('POST', `${path}/sources/look`, { address })
    expect([refused.status, refused.body.errors?.[0]?.field ?? refused.body.type]).toEqual([422, 'words'])
    const found = await nell.want<FoundSource>('POST', `${path}/sources/look`, {
      address,
      words: 'comet & tail',
    })
    expect(found.url).toBe('https://corrente.example/search?q=comet%20%26%20tail')
    const comets = await nell.want<FoundSource>('POST', `${path}/sources/look`, { address, words: 'comet' })
    expect(comets.newest.length).toBeGreaterThan(0)
  })
})

describe('what a post begins with', () => {
  const sheet = (id: string, at = path): Promise<ArticleFull> => nell.want('GET', `${at}/articles/${id}`)
  const begins = async (id: string): Promise<unknown> => {
    const { pillarId, accountIds } = (await sheet(id)).source
    return { pillarId, accountIds }
  }

  it('is said by the source, else what is the brand’s own, the watch, the folder, and for accounts the pillar', async () => {
    const brand = await makeBrand(nell)
    path = brand.path
    const { accounts, pillars } = await brand.view()
    const [first, second] = accounts.map(({ id }) => id)
    const [reading, own, explainers, weekend] = pillars.map(({ id }) => id)
    const lamp = await source('lowlamp.example', { folder: 'Light' })
    const { id } = (await wire('show=all'))[0]!
    const { url } = await sheet(id)
    expect(await begins(id)).toEqual({ pillarId: null, accountIds: null })

    const pillar = (await brand.view()).pillars.find((one) => one.id === weekend)!
    await nell.want('PATCH', `${path}/pillars/${weekend}`, { ...pillar, accountIds: [second] })
    const folder = (await nell.want<Folder[]>('GET', `${path}/folders`))[0]!
    await nell.want('PATCH', `${path}/folders/${folder.id}`, { ...folder, pillarId: weekend })
    expect(await begins(id)).toEqual({ pillarId: weekend, accountIds: [second] })

    await nell.want('POST', `${path}/watches`, {
      name: 'All of it',
      query: 'site:lowlamp.example',
      pillarId: explainers,
      accountIds: [first],
    })
    await until('the watch has marked it', async () => (await sheet(id)).watches.length > 0)
    expect(await begins(id)).toEqual({ pillarId: explainers, accountIds: [first] })

    const { brand: known } = await brand.view()
    expect(
      (await nell.ask<Problem>('PATCH', path, { ...known, ownSites: ['no site'] })).body.errors?.map(
        ({ field }) => field,
      ),
    ).toEqual(['ownSites'])
    const host = new URL(url!).hostname.replace(/^www\./, '')
    await nell.want('PATCH', path, { ...known, ownSites: [`https://www.${host}/about`], ownPillarId: own })
    expect((await brand.view()).brand).toMatchObject({ ownSites: [host], ownPillarId: own })
    expect(await begins(id)).toEqual({ pillarId: own, accountIds: [first] })
    const mine = (await wire('show=all&own=yes')).map((one) => one.id)
    expect(mine).toContain(id)
    expect((await wire('show=all&own=no')).filter((one) => mine.includes(one.id))).toEqual([])

    await edit(await again(lamp), { pillarId: reading, accountIds: [second, second] })
    expect(await begins(id)).toEqual({ pillarId: reading, accountIds: [second] })
    expect(
      (
        await nell.ask('PATCH', `${path}/folders/${folder.id}`, {
          ...folder,
          version: folder.version + 1,
          pillarId: lamp.id,
        })
      ).status,
    ).toBe(404)
  })

  it('an article counts as opened once it was read whole, or its own page was opened', async () => {
    const other = await makeBrand(nell, [])
    path = other.path
    await source('lowlamp.example')
    const rows = await wire('show=all')
    const full = await Promise.all(rows.map(({ id }) => sheet(id)))
    const whole = full.find(({ textFrom }) => textFrom !== null)!
    expect(whole.opened).toBe(false)
    await nell.want('POST', `${path}/articles/${whole.id}/opened`, { original: false })
    expect((await sheet(whole.id)).opened).toBe(true)
    const short = full.find(({ textFrom }) => textFrom === null)
    if (short) {
      await nell.want('POST', `${path}/articles/${short.id}/opened`, { original: false })
      expect((await sheet(short.id)).opened).toBe(false)
    }
    const last = full.at(-1)!
    await nell.want('POST', `${path}/articles/${last.id}/opened`, { original: true })
    expect((await sheet(last.id)).opened).toBe(true)
    expect((await nell.ask('POST', `${path}/articles/${other.id}/opened`, { original: true })).status).toBe(
      404,
    )
  })
})

it('posts that also appear elsewhere keep the stricter limit', async () => {
  const brand = await makeBrand(nell)
  path = brand.path
  const { accounts } = await brand.view()
  const [short, long] = accounts.toSorted((a, b) => a.rules.limit - b.rules.limit) as [Account, Account]
  expect(short.rules.limit).toBeLessThan(long.rules.limit)
  const edited = { name: long.name, version: long.version, appearsOn: [short.id, long.id, brand.id] }
  await nell.want('PATCH', `${path}/accounts/${long.id}`, edited)
  expect((await brand.view()).accounts.find(({ id }) => id === long.id)!.appearsOn).toEqual([short.id])
  const text = 'a long line of lamps '.repeat(Math.ceil(short.rules.limit / 20))
  const doc = await draftOf(nell, path, text)
  const onLong = {
    ...doc,
    accounts: doc.accounts.map((part) => ({ ...part, chosen: part.accountId === long.id })),
  }
  await expect(lineUpText(nell, path, text, onLong)).rejects.toThrow(/also appear on/)
})
