// Campaigns from making to ending: posts given to them, what is planned and what came of it, what could
// serve, and how they are undone.
import { v7 as uuid } from 'uuid'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import type { BatchRows, BatchView } from '#shared/batches/types'
import type { CampaignLine, CampaignPage, CouldServe } from '#shared/campaigns/types'
import type { CalendarView } from '#shared/calendars/types'
import type { BrandView } from '#shared/people/types'
import type { Problem, Undoable } from '#shared/platform/types'
import type { PostView } from '#shared/posts/types'
import { USUAL_WRITING } from '#shared/posts/docs'
import type { ListView, SeveralDone } from '#shared/schedule/types'
import type { FoundThings, WirePage } from '#shared/reading/types'
import {
  CHATTERBROOK,
  draftOf,
  lineUpSaved,
  lineUpText,
  makeBrand,
  playHours,
  saveNew,
  START,
  World,
} from '../support/world'
import { until, type Person } from '../support/person'

let world: World
let nell: Person
let path: string
let view: () => Promise<BrandView>

beforeEach(async () => {
  world = await World.again(world)
  nell = await world.nell()
  ;({ path, view } = await makeBrand(nell, [CHATTERBROOK]))
})
afterAll(() => world.stop())

const CAMPAIGN = {
  name: 'Dark Week',
  aim: 'Fill the dome on Friday.',
  words: 'billboard, dark sky',
  moreWords: 'lamps',
  from: '2027-03-01',
  to: '2027-03-05',
  ink: 3,
  mark: 'Dark Week 27',
  hashtags: ['DarkWeek'],
  postsWanted: 4,
  shareWanted: 20,
}
const make = async (more: object = {}): Promise<string> =>
  (await nell.want<{ id: string }>('POST', `${path}/campaigns`, { ...CAMPAIGN, ...more })).id
const page = (id: string): Promise<CampaignPage> => nell.want('GET', `${path}/campaigns/${id}`)
const all = (): Promise<CampaignLine[]> => nell.want('GET', `${path}/campaigns`)
const undo = ({ historyId }: Undoable): Promise<unknown> => nell.want('POST', `${path}/undo`, { historyId })
const list = (query = ''): Promise<ListView> => nell.want('GET', `${path}/schedule-list?${query}`)
const refused = async (method: string, at: string, body?: object): Promise<string> =>
  (await nell.ask<Problem>(method, `${path}${at}`, body)).body.type

describe('tags of posts', () => {
  it('are for finding: they change no approval, come with files, are merged and taken away with the tag', async () => {
    const post = await saveNew(nell, path, await draftOf(nell, path, 'Tagged', { tags: ['Spring', 'dome'] }))
    expect(post.doc.tags).toEqual(['Spring', 'dome'])
    await lineUpSaved(nell, path, post)
    await lineUpText(nell, path, 'Bare')
    const tags = async (): Promise<Map<string, string>> =>
      new Map((await view()).tags.map(({ id, name }) => [name, id]))
    const spring = (await tags()).get('Spring')!
    const texts = async (tag: string): Promise<string[]> =>
      (await list(`tag=${tag}`)).rows.map(({ text }) => text)
    expect(await texts(spring)).toEqual(['Tagged'])
    // In other letters it is the same tag, and nothing is withdrawn.
    const known = await nell.want<PostView>('GET', `${path}/posts/${post.id}`)
    const doc = { ...known.doc, tags: ['SPRING'] }
    const saved = await nell.want<PostView>('PUT', `${path}/posts/${post.id}`, {
      version: known.version,
      doc,
    })
    expect([saved.doc.tags, saved.approval]).toEqual([['Spring'], known.approval])
    const ids = (await list()).rows.flatMap(({ queueItemId }) => queueItemId ?? [])
    const done = await nell.want<SeveralDone>('POST', `${path}/lines/several`, {
      ids,
      action: { kind: 'tag', tagId: spring },
    })
    expect((await texts(spring)).toSorted()).toEqual(['Bare', 'Tagged'])
    await undo(done)
    expect(await texts(spring)).toEqual(['Tagged'])
    const file = (await nell.ask('GET', `${path}/batches/posts`)).text
    const batch = await nell.want<BatchView>('POST', `${path}/batches`, {
      ...{ name: 'p.csv', pictures: [] },
      text: file.replace('Tagged', 'Tagged again').replace('Bare', 'Bare again'),
    })
    await nell.want('POST', `${path}/batches/${batch.id}/take`, { version: batch.version })
    await until('the rows are lined up', async () => (await texts(spring)).length === 2)
    await nell.want('DELETE', `${path}/tags/${spring}`)
    expect((await nell.want<PostView>('GET', `${path}/posts/${post.id}`)).doc.tags).toEqual([])
  })
})

describe('a campaign', () => {
  it('is made, changed, removed and brought back; what makes no sense is refused with a sentence', async () => {
    const id = await make()
    expect((await view()).campaigns).toMatchObject([{ id, ...CAMPAIGN, endedAt: null, version: 1 }])
    expect(await all()).toMatchObject([{ id, counts: { sent: 0, planned: 0, written: 0 } }])
    const backwards = await nell.ask<Problem>('POST', `${path}/campaigns`, { ...CAMPAIGN, to: '2027-02-28' })
    expect(backwards.body.errors).toEqual([
      { field: 'to', message: 'The last day can’t be before the first.' },
    ])
    for (const wrong of [
      { name: '' },
      { from: '' },
      { from: '2027-02-30' },
      { postsWanted: 0 },
      { shareWanted: 101 },
      { ink: 9 },
    ])
      expect(await refused('POST', '/campaigns', { ...CAMPAIGN, ...wrong })).toBe('urn:clear-quill:invalid')
    for (const foreign of [{ pillarId: uuid() }, { accountIds: [uuid()] }])
      expect(await refused('POST', '/campaigns', { ...CAMPAIGN, ...foreign })).toBe(
        'urn:clear-quill:notFound',
      )
    await nell.want('PATCH', `${path}/campaigns/${id}`, { ...CAMPAIGN, name: 'Dark Days', version: 1 })
    expect(await refused('PATCH', `/campaigns/${id}`, { ...CAMPAIGN, version: 1 })).toBe(
      'urn:clear-quill:stale',
    )
    const removed = await nell.want<Undoable>('DELETE', `${path}/campaigns/${id}`)
    expect(await all()).toEqual([])
    expect(await refused('GET', `/campaigns/${id}`)).toBe('urn:clear-quill:notFound')
    await undo(removed)
    expect(await page(id)).toMatchObject({ name: 'Dark Days', version: 2 })
    const bento = await world.bento()
    expect((await bento.ask('GET', `${path}/campaigns/${id}`)).status).toBe(404)
  })

  it('has its posts: what went out and what came of it, what is planned, what is only written', async () => {
    const id = await make()
    await nell.want('PUT', `${path}/writing`, {
      version: 1,
      writing: { ...USUAL_WRITING, linkRule: { ...USUAL_WRITING.linkRule, kind: 'marks' } },
    })
    const own = { campaignId: id, link: 'https://lowlamp.example/lamps' }
    await lineUpText(nell, path, 'The first of it', own)
    await playHours(nell, 24)
    const [sent] = await world.posted('chatterbrook.example')
    expect(JSON.stringify(sent)).toContain('utm_campaign=dark-week-27')
    await lineUpText(nell, path, 'The second of it', { campaignId: id })
    await lineUpText(nell, path, 'Of no campaign')
    await saveNew(nell, path, await draftOf(nell, path, 'Only written', { campaignId: id }))
    expect(await page(id)).toMatchObject({
      counts: { sent: 1, planned: 1, written: 1 },
      planned: [{ text: 'The second of it', isAfterEnd: false }],
      results: { sendings: 1, clicks: 0 },
      share: { own: 2, all: 3 },
    })
    const texts = async (query: string): Promise<string[]> => (await list(query)).rows.map(({ text }) => text)
    expect((await texts(`campaign=${id}`)).toSorted()).toEqual([
      expect.stringContaining('Only written'),
      expect.stringContaining('The first of it'),
      expect.stringContaining('The second of it'),
    ])
    expect(await texts(`campaign=${uuid()}`)).toEqual([])
    // It has a calendar of its own, which is gone with it.
    await nell.want('PUT', `${path}/calendars/${id}`)
    const { address } = (await nell.want<CalendarView[]>('GET', `${path}/calendars`)).find(
      ({ of }) => of === id,
    )!
    const calendar = await (await fetch(`${world.server.url}${address}`)).text()
    expect(calendar).toContain('The second of it')
    expect(calendar).not.toContain('Of no campaign')
    expect(calendar).toContain('A brand: Dark Week')
    // A post that is given to another campaign counts there, also where it went out.
    const other = await make({ name: 'Other' })
    const { rows } = await list('state=sent')
    const { doc, version } = await nell.want<{ doc: object; version: number }>(
      'GET',
      `${path}/posts/${rows[0]!.postId}`,
    )
    await nell.want('PUT', `${path}/posts/${rows[0]!.postId}`, {
      version,
      doc: { ...doc, campaignId: other },
    })
    expect((await all()).map(({ name, counts }) => [name, counts.sent])).toEqual([
      ['Dark Week', 0],
      ['Other', 1],
    ])
    expect(await texts(`campaign=${other}`)).toHaveLength(1)
    // The posts of one that was removed are still one's own to write.
    const draft = await saveNew(nell, path, await draftOf(nell, path, 'Left behind', { campaignId: other }))
    await nell.want('DELETE', `${path}/campaigns/${other}`)
    const wordings = [{ text: 'Left behind, and said anew', pictureId: null }]
    await nell.want('PUT', `${path}/posts/${draft.id}`, {
      version: draft.version,
      doc: { ...draft.doc, wordings },
    })
    const foreign = await nell.ask<Problem>('PUT', `${path}/posts/${uuid()}`, {
      version: 0,
      doc: await draftOf(nell, path, 'x', { campaignId: uuid() }),
    })
    expect(foreign.body.type).toBe('urn:clear-quill:notFound')
  })

  it('is given to several posts at once, and comes with a file of posts and goes with one', async () => {
    const id = await make()
    await lineUpText(nell, path, 'One')
    await lineUpText(nell, path, 'Two')
    const ids = (await list()).rows.flatMap(({ queueItemId }) => queueItemId ?? [])
    const action = { kind: 'campaign', campaignId: id }
    const done = await nell.want<SeveralDone>('POST', `${path}/lines/several`, { ids, action })
    expect((await page(id)).counts).toEqual({ sent: 0, planned: 2, written: 0 })
    const wrong = { kind: 'campaign', campaignId: uuid() }
    expect(await refused('POST', '/lines/several', { ids, action: wrong })).toBe('urn:clear-quill:notFound')
    await undo(done)
    expect((await page(id)).counts.planned).toBe(0)

    const text = 'text,account,campaign\nFrom a file,Chatterbrook,dark week\nAstray,Chatterbrook,Bright Week'
    const batch = await nell.want<BatchView>('POST', `${path}/batches`, { name: 'p.csv', text, pictures: [] })
    const { rows } = await nell.want<BatchRows>('GET', `${path}/batches/${batch.id}/rows?only=faulty`)
    expect(rows.map(({ line, problems }) => [line, problems])).toEqual([
      [3, [{ field: 'campaign', message: 'There is no campaign “Bright Week”.' }]],
    ])
    await nell.want('POST', `${path}/batches/${batch.id}/take`, { version: batch.version })
    await until('the row is lined up', async () => (await page(id)).counts.planned === 1)
    const file = await nell.ask('GET', `${path}/batches/posts`)
    expect(file.text).toContain('From a file')
    expect(file.text).toContain('Dark Week')
  })

  it('ends: what is planned after its last day is told, and goes where one wants it; undone as one', async () => {
    const id = await make({ to: '2027-03-02' })
    const late = await saveNew(nell, path, await draftOf(nell, path, 'Too late', { campaignId: id }))
    await lineUpText(nell, path, 'In time', { campaignId: id })
    await lineUpText(nell, path, 'Just in time', { campaignId: id })
    await lineUpSaved(nell, path, late)
    await lineUpText(nell, path, 'Of no campaign')
    const { planned, version } = await page(id)
    expect(planned.map(({ text, isAfterEnd }) => `${text} ${isAfterEnd}`)).toEqual([
      'In time false',
      'Just in time false',
      'Too late true',
    ])
    const end = (more: object) =>
      nell.want<Undoable>('POST', `${path}/campaigns/${id}/end`, { version, ...more })
    const round = await saveNew(nell, path, await draftOf(nell, path, 'It comes round', { campaignId: id }))
    await nell.want('PUT', `${path}/evergreens/${round.id}`, {
      accountIds: [(await view()).accounts[0]!.id],
      ...{ minDays: 7, until: null, times: null, version: round.version },
    })
    expect(await page(id)).toMatchObject({ comeRound: 1, counts: { planned: 4 } })
    const ended = await end({ takeOut: true })
    const after = await page(id)
    expect(after.comeRound).toBe(0)
    expect([after.endedAt !== null, after.planned, after.counts.written]).toEqual([true, [], 4])
    const lined = async (): Promise<number> =>
      (await list()).rows.filter(({ queueItemId }) => queueItemId !== null).length
    expect(await lined()).toBe(1)
    await undo(ended)
    expect([(await page(id)).endedAt, await lined()]).toEqual([null, 4])
    const kept = await nell.want<Undoable>('POST', `${path}/campaigns/${id}/end`, {
      version: (await page(id)).version,
    })
    expect(kept.historyId).not.toBe('')
    expect(await lined()).toBe(4)
    expect(await refused('POST', `/campaigns/${id}/end`, { version: 99 })).toBe('urn:clear-quill:stale')
    await nell.want('POST', `${path}/campaigns/${id}/go-on`)
    expect((await page(id)).endedAt).toBeNull()
  })

  it('is offered articles and clippings with its words, those first that hold most, none that has a post', async () => {
    const source = {
      feedUrl: 'https://lowlamp.example/feed.xml',
      label: 'The Low Lamp',
      folder: null,
      own: false,
    }
    await nell.want('POST', `${path}/sources`, source)
    const { articles } = await until('articles are there', async () => {
      const found = await nell.want<WirePage>('GET', `${path}/articles`)
      return found.articles.length > 3 ? found : null
    })
    // Its dates are the machine's; the world's clock is elsewhere.
    world.change(`UPDATE articles SET at = ${START - 86_400_000}`)
    world.change(`UPDATE articles SET at = ${START - 61 * 86_400_000} WHERE title LIKE 'Lamp count%'`)
    const id = await make()
    const serve = (of = id): Promise<CouldServe> => nell.want('GET', `${path}/campaigns/${of}/could-serve`)
    const first = await until('they are in the index', async () => {
      // All of them: between two questions the index would find more.
      const [waiting] = world.rows('SELECT count(*) AS n FROM articles WHERE indexed = 0') as { n: number }[]
      const found = await serve()
      return waiting!.n === 0 && found.articles.length > 1 ? found : null
    })
    const titles = first.articles.map(({ title }) => title)
    expect(titles).toContain('Midnight for billboards? Clause 7 is where the fight is')
    // What holds more of its words stands first.
    const holding = await Promise.all(
      ['billboard', '"dark sky"', 'lamps'].map(async (q) => {
        const found = await nell.want<FoundThings>('GET', `${path}/find?q=${encodeURIComponent(q)}&show=all`)
        return new Set(found.articles.map((one) => one.id))
      }),
    )
    const times = first.articles.map(({ id: one }) => holding.filter((ids) => ids.has(one)).length)
    expect(times).toEqual(times.toSorted((a, b) => b - a))
    const [used, passed] = first.articles
    expect(first.articles.filter(({ title }) => title.startsWith('Lamp count'))).toEqual([])
    await lineUpText(nell, path, 'About it', { articleId: used!.id })
    await nell.want('PUT', `${path}/articles/states`, { ids: [passed!.id], state: 'passed' })
    const ids = (await serve()).articles.map((one) => one.id)
    expect([ids.includes(used!.id), ids.includes(passed!.id)]).toEqual([false, false])
    expect(articles.map((one) => one.id)).toEqual(expect.arrayContaining(ids))
    expect(await serve(await make({ words: '', moreWords: '' }))).toEqual({ articles: [], clippings: [] })
    expect(await serve(await make({ words: '"', moreWords: ', ,' }))).toEqual({ articles: [], clippings: [] })
  })
})
