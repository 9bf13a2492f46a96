// The list of all posts, and what is done to several of them at once, over a whole server.
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { BrandView } from '#shared/people/types'
import type { Undoable } from '#shared/platform/types'
import type { PostView } from '#shared/posts/types'
import type { ListRow, ListView, SeveralAction, SeveralDone } from '#shared/schedule/types'
import {
  CHATTERBROOK,
  COMMONFIRE,
  draftOf,
  lineUpSaved,
  makeBrand,
  playHours,
  saveNew,
  World,
} from '../support/world'
import type { Person } from '../support/person'

let world: World
let nell: Person
let path: string
let brand: BrandView

async function lineUp(
  text: string,
  more: Record<string, unknown> = {},
  on = [true, false],
): Promise<PostView> {
  const doc = await draftOf(nell, path, text, more)
  doc.accounts.forEach((part, at) => (part.chosen = on[at]!))
  const post = await saveNew(nell, path, doc)
  await lineUpSaved(nell, path, post)
  return post
}
async function begin(): Promise<void> {
  world = await World.again(world)
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, [CHATTERBROOK, COMMONFIRE]))
  await lineUp('Alpha', {}, [true, true])
  await lineUp('beta', { pillarId: (await nell.want<BrandView>('GET', path)).pillars[1]!.id })
  await playHours(nell, 8)
  await lineUp('Gamma')
  await lineUp('delta', {}, [false, true])
  await saveNew(nell, path, await draftOf(nell, path, 'Epsilon, a draft'))
  brand = await nell.want<BrandView>('GET', path)
}
afterAll(() => world.stop())

const rows = (query = ''): Promise<ListView> => nell.want('GET', `${path}/schedule-list?${query}`)
const said = ({ text, at, state }: ListRow): string =>
  `${text.slice(0, 7).trim()} ${at?.slice(8, 13) ?? '-'} ${state}`
const texts = async (query = ''): Promise<string[]> => (await rows(query)).rows.map(said)

describe('the list', () => {
  beforeAll(begin)

  it('keeps what it is narrowed to under names, for all of the brand, undone like anything', async () => {
    const filter = { pillar: brand.pillars[1]!.id, state: 'sent', account: brand.accounts[0]!.id }
    const kept = async () => (await nell.want<BrandView>('GET', path)).filters.map(({ name }) => name)
    const save = (name: string, more: object = {}): Promise<Undoable> =>
      nell.want('POST', `${path}/schedule-filters`, { name, filter: { ...filter, ...more } })
    await save('What went out')
    const again = await save('WHAT WENT OUT', { state: '' })
    expect(await kept()).toEqual(['WHAT WENT OUT'])
    await nell.want('POST', `${path}/undo`, { historyId: again.historyId })
    const [one] = (await nell.want<BrandView>('GET', path)).filters
    expect(one).toMatchObject({ name: 'What went out', filter: { ...filter, campaign: '', words: '' } })
    expect((await nell.ask('POST', `${path}/schedule-filters`, { name: '', filter })).status).toBe(422)
    const { path: others } = await makeBrand(nell, [])
    expect((await nell.ask('DELETE', `${others}/schedule-filters/${one!.id}`)).status).toBe(404)
    const gone = await nell.want<Undoable>('DELETE', `${path}/schedule-filters/${one!.id}`)
    expect(await kept()).toEqual([])
    await nell.want('POST', `${path}/undo`, { historyId: gone.historyId })
    await nell.want('DELETE', `${path}/schedule-filters/${one!.id}`)
  })

  it('holds what went out, what is in line and what is written, in order of time', async () => {
    const all = ['Alpha 02T10 sent', 'Alpha 02T10 sent', 'beta 02T15 sent', 'delta 03T10 lined-up', 'Gamma 03T10 lined-up'] // prettier-ignore
    const found = await rows()
    expect([found.total, found.firstComing]).toEqual([6, 3])
    expect(found.rows.map(said).toSorted()).toEqual([...all, 'Epsilon - draft'].toSorted())
    expect(found.rows.map(({ at }) => at ?? '~')).toEqual(found.rows.map(({ at }) => at ?? '~').toSorted())
    // Turned round, what has no time stays last.
    const turned = await texts('desc=1')
    expect([turned[0]!.slice(6), turned.at(-1)]).toEqual([
      expect.stringContaining('03T10'),
      'Epsilon - draft',
    ])
  })

  it('is sorted by each column', async () => {
    const by = async (sort: string, desc = ''): Promise<(string | null)[]> =>
      (await rows(`sort=${sort}&desc=${desc}`)).rows.map((row) =>
        sort === 'account' ? row.accountId : sort === 'pillar' ? row.pillarId : row.state,
      )
    const [chatter, common] = brand.accounts.map(({ id }) => id)
    expect(await by('account')).toEqual([null, chatter, chatter, chatter, common, common])
    expect(await by('account', '1')).toEqual([common, common, chatter, chatter, chatter, null])
    expect((await by('pillar')).at(-1)).toBe(brand.pillars[1]!.id)
    expect(await by('state')).toEqual(['draft', 'lined-up', 'lined-up', 'sent', 'sent', 'sent'])
  })

  it('is narrowed by account, pillar, state, person, kind and words', async () => {
    expect(await texts(`account=${brand.accounts[1]!.id}`)).toEqual([
      'Alpha 02T10 sent',
      'delta 03T10 lined-up',
    ])
    expect(await texts(`pillar=${brand.pillars[1]!.id}`)).toEqual(['beta 02T15 sent'])
    expect(await texts('state=draft')).toEqual(['Epsilon - draft'])
    expect(await texts('words=ALPHA')).toEqual(['Alpha 02T10 sent', 'Alpha 02T10 sent'])
    expect(await texts('words=gam')).toEqual(['Gamma 03T10 lined-up'])
    expect(await texts('who=Nobody')).toEqual([])
    expect((await texts('who=Nell&kind=own')).length).toBe(6)
    expect(await texts('kind=evergreen')).toEqual([])
  })

  it('is narrowed by network, and to days by the brand’s clock, both ends included', async () => {
    const network = brand.accounts[1]!.rules.id
    expect(await texts(`network=${network}`)).toEqual(['Alpha 02T10 sent', 'delta 03T10 lined-up'])
    const [sent, coming] = [await texts('till=2027-03-02'), await texts('since=2027-03-03')]
    expect([sent.length, coming.toSorted()]).toEqual([3, ['Gamma 03T10 lined-up', 'delta 03T10 lined-up']])
    expect(await texts('since=2027-03-02&till=2027-03-03')).toEqual([...sent, ...coming])
    expect(await texts('since=2027-03-03&till=2027-03-02')).toEqual([])
    // What is no day narrows nothing.
    expect((await texts('since=tomorrow&till=2027-02-31')).length).toBe(6)
  })

  it('takes what is asked wrongly for what is usual, and shows nothing to strangers', async () => {
    expect((await rows('sort=nonsense&from=-5&desc=yes')).rows).toHaveLength(6)
    expect((await rows('from=1e9')).rows).toEqual([])
    expect(await texts(`words=${encodeURIComponent('%_\'"')}`)).toEqual([])
    const bento = await world.bento()
    expect((await bento.ask('GET', `${path}/schedule-list`)).status).toBe(404)
  })
})

describe('several at once', () => {
  beforeEach(begin)
  const idsOf = async (...names: string[]): Promise<string[]> =>
    (await rows()).rows.flatMap((row) =>
      row.queueItemId && names.some((name) => row.text.startsWith(name)) ? [row.queueItemId] : [],
    )
  const act = (ids: string[], action: SeveralAction): Promise<SeveralDone> =>
    nell.want('POST', `${path}/lines/several`, { ids, action })
  const undo = ({ historyId }: Undoable): Promise<unknown> => nell.want('POST', `${path}/undo`, { historyId })
  const inLine = async (): Promise<string[]> => (await texts('state=lined-up')).toSorted()
  const BEFORE = ['Gamma 03T10 lined-up', 'delta 03T10 lined-up']

  it('moves them by days at their time on the clock, takes them out, sets their pillar: each undone as one', async () => {
    const ids = await idsOf('Gamma', 'delta')
    const moved = await act(ids, { kind: 'days', days: 7 })
    expect(moved.count).toBe(2)
    expect(await inLine()).toEqual(['Gamma 10T10 lined-up', 'delta 10T10 lined-up'])
    expect((await rows('state=lined-up')).rows.map(({ isFixed }) => isFixed)).toEqual([true, true])
    await undo(moved)
    expect(await inLine()).toEqual(BEFORE)
    const out = await act(ids, { kind: 'take-out' })
    expect(await inLine()).toEqual([])
    await undo(out)
    expect(await inLine()).toEqual(BEFORE)
    const set = await act(ids, { kind: 'pillar', pillarId: brand.pillars[2]!.id })
    const known = (await rows('state=lined-up')).rows
    expect(known.map(({ pillarId, approval }) => [pillarId, approval])).toEqual([
      [brand.pillars[2]!.id, 'approved'],
      [brand.pillars[2]!.id, 'approved'],
    ])
    await undo(set)
    expect((await rows('state=lined-up')).rows.map(({ pillarId }) => pillarId)).toEqual([null, null])
  })

  it('makes them evergreens, each on the account it stands on; one that is one already stays as it is', async () => {
    const ids = await idsOf('Gamma', 'delta')
    const [gamma] = (await rows('words=Gamma')).rows
    const { version } = await nell.want<PostView>('GET', `${path}/posts/${gamma!.postId}`)
    await nell.want('PUT', `${path}/evergreens/${gamma!.postId}`, {
      ...{ accountIds: [gamma!.accountId], minDays: 90, until: null, times: 3, version },
    })
    const made = await act(ids, { kind: 'evergreen', days: 28 })
    expect(made.count).toBe(2)
    const stored = (): unknown[] =>
      world.rows('SELECT account_id, min_days, most_times FROM evergreens ORDER BY position')
    expect(stored()).toEqual([
      { account_id: brand.accounts[0]!.id, min_days: 90, most_times: 3 },
      { account_id: brand.accounts[1]!.id, min_days: 28, most_times: null },
    ])
    expect(await inLine()).toEqual(BEFORE)
    await undo(made)
    expect(stored()).toHaveLength(1)
  })

  it('asks somebody else where the new pillar wants that and whoever wrote it had approved it', async () => {
    const { id, version, ...pillar } = brand.pillars[2]!
    await nell.want('PATCH', `${path}/pillars/${id}`, { ...pillar, version, needsApproval: true })
    const set = await act(await idsOf('Gamma'), { kind: 'pillar', pillarId: id })
    const asked = (await rows('state=lined-up')).rows.filter(({ approval }) => approval === 'in-review')
    expect(asked.map(({ text }) => text)).toEqual(['Gamma'])
    await playHours(nell, 48)
    expect((await world.posted('chatterbrook.example')).map(({ text }) => text)).not.toContain('Gamma')
    expect(set.count).toBe(1)
  })

  it('holds them and lets them go again; what is held does not go out', async () => {
    const ids = await idsOf('Gamma')
    await act(ids, { kind: 'hold' })
    expect(await texts('state=held')).toEqual([expect.stringContaining('Gamma')])
    await playHours(nell, 48)
    const sent = async (): Promise<string[]> =>
      (await world.posted('chatterbrook.example')).map(({ text }) => text)
    expect(await sent()).not.toContain('Gamma')
    await act(ids, { kind: 'lift' })
    await playHours(nell, 48)
    expect(await sent()).toContain('Gamma')
  })

  it('does all or nothing: to the past, without a place, to what is gone, with nothing said', async () => {
    const ids = await idsOf('Gamma', 'delta')
    const refused = async (body: unknown): Promise<number> =>
      (await nell.ask('POST', `${path}/lines/several`, body)).status
    expect(await refused({ ids, action: { kind: 'days', days: -7 } })).toBe(422)
    expect(await refused({ ids, action: { kind: 'days', days: 0 } })).toBe(422)
    expect(await refused({ ids, action: { kind: 'days' } })).toBe(422)
    expect(await refused({ ids: [], action: { kind: 'hold' } })).toBe(422)
    expect(await refused({ ids, action: { kind: 'pillar', pillarId: brand.accounts[0]!.id } })).toBe(404)
    const unknown = [...ids, brand.accounts[0]!.id]
    expect(await refused({ ids: unknown, action: { kind: 'take-out' } })).toBe(409)
    expect(await inLine()).toEqual(BEFORE)
    const bento = await world.bento()
    expect((await bento.ask('POST', `${path}/lines/several`, { ids, action: { kind: 'hold' } })).status).toBe(
      404,
    )
  })
})
