// Posts that come round again: their turns, what lets them rest, and who else is asked.
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import type { EvergreenDetail, EvergreenMade, EvergreensView, OwnArticle } from '#shared/evergreens/types'
import type { BrandView } from '#shared/people/types'
import type { Undoable } from '#shared/platform/types'
import type { DeskView, PostDoc, PostView } from '#shared/posts/types'
import {
  CHATTERBROOK,
  draftOf,
  lineUpSaved,
  makeBrand,
  playHours,
  saveNew,
  scheduleOf,
  World,
} from '../support/world'
import { until, type Person } from '../support/person'

const DAY = 24
let world: World
let nell: Person
let path: string
let pillarId: string
let accountId: string

/** Slots kept for the brand's first pillar, each weekday at ten. */
const KEPT = [1, 2, 3, 4, 5].map((weekday) => ({ weekday, time: '10:00', use: 'pillar' }))

async function setSlots(
  slots: { weekday: number; time: string; use: string; pillarId?: string }[],
): Promise<void> {
  const { accounts } = await nell.want<BrandView>('GET', path)
  const { except, mix, perDay, minGapMinutes, repeatAfterDays, version } = accounts[0]!
  await nell.want('PUT', `${path}/accounts/${accountId}/timetable`, {
    slots: slots.map((slot) => ({ pillarId: slot.use === 'pillar' ? pillarId : null, ...slot })),
    ...{ except, mix, perDay, minGapMinutes, repeatAfterDays, version },
  })
}

beforeEach(async () => {
  world = await World.again(world)
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, [CHATTERBROOK]))
  const view = await nell.want<BrandView>('GET', path)
  pillarId = view.pillars[0]!.id
  accountId = view.accounts[0]!.id
  await setSlots(KEPT)
})
afterAll(() => world?.stop())

const evergreens = (): Promise<EvergreensView> => nell.want('GET', `${path}/evergreens`)
const save = async (texts: string[], more: Partial<PostDoc> = {}): Promise<PostView> =>
  saveNew(nell, path, {
    ...(await draftOf(nell, path, texts[0]!, more)),
    wordings: texts.map((text) => ({ text, pictureId: null })),
    pillarId,
    ...more,
  })
const setBody = (post: PostView, more: Record<string, unknown> = {}) => ({
  accountIds: [accountId],
  minDays: 3,
  until: null,
  times: null,
  version: post.version,
  ...more,
})
const make = (post: PostView, more: Record<string, unknown> = {}): Promise<EvergreenMade> =>
  nell.want('PUT', `${path}/evergreens/${post.id}`, setBody(post, more))
const posted = async (): Promise<string[]> =>
  (await world.posted('chatterbrook.example')).map(({ text }) => text).toReversed()
const turns = async (): Promise<string[]> =>
  (await scheduleOf(nell, path)).cards
    .filter(({ evergreenId, state }) => evergreenId !== null && state === 'lined-up')
    .map(({ text, at }) => `${text} ${at.slice(8, 10)}`)

describe('an evergreen', () => {
  // The first of the file: what a server does now and then waits for the clock, which others set back.
  it('whose page is gone, or leads home, rests before its turn and says why, once it was looked at twice', async () => {
    const links = {
      Dead: 'https://lowlamp.example/nothing-here',
      Home: 'https://movedin.example/2026/lamps',
      Fine: 'https://plainpage.example/',
    }
    // All of them have their turn this evening.
    await setSlots(['18:00', '18:30', '19:00'].map((time) => ({ weekday: 2, time, use: 'pillar' })))
    for (const [text, link] of Object.entries(links)) await make(await save([text], { link }))
    await playHours(nell, 2)
    const inTurn = async (): Promise<string[]> =>
      [...new Set((await turns()).map((turn) => turn.split(/\s/)[0]!))].toSorted()
    const looks = (): string[] =>
      (world.rows('SELECT url, kind FROM link_looks ORDER BY url') as { kind: string }[]).map(
        ({ kind }) => kind,
      )
    await until('the links were looked at', () => Promise.resolve(looks().length === 3 || undefined))
    expect(looks()).toEqual(['dead', 'moved', 'ok'])

    // A look counts for twenty hours of the machine's own clock.
    await playHours(nell, 2)
    expect(await inTurn()).toEqual(['Dead', 'Fine', 'Home'])
    world.change('UPDATE link_looks SET looked_at = looked_at - 21 * 3600000')
    await playHours(nell, 2)
    await until('both rest', async () => ((await inTurn()).join() === 'Fine' ? true : undefined))
    const messages = (await evergreens()).evergreens.map(
      ({ text, accounts }) => `${text}: ${accounts[0]!.message}`,
    )
    expect(messages.toSorted()).toEqual([
      expect.stringMatching(/^Dead: Its link leads nowhere any more\. .*404/),
      'Fine: ',
      'Home: Its page is gone: its link leads to https://movedin.example/ now.',
    ])
  })

  it('takes its turn with the others, its wordings in turn, and the schedule shows it before', async () => {
    await make(await save(['One', 'One again']), { minDays: 2 })
    await make(await save(['Two']))
    expect(await turns()).toEqual(['One 02', 'Two 03', 'One again 04', 'Two 08'])
    const schedule = await scheduleOf(nell, path)
    // It stands in no line: what ends is the line.
    expect([schedule.lined, schedule.endsAt]).toEqual([0, null])
    await playHours(nell, 7 * DAY)
    expect(await posted()).toEqual(['One', 'Two', 'One again', 'Two'])
    const [one] = (await evergreens()).evergreens.filter(({ text }) => text === 'One')
    expect(one).toMatchObject({ shown: 2, wordings: 2, lastAt: '2027-03-04T10:00:00.000Z' })
    const detail = await nell.want<EvergreenDetail>('GET', `${path}/evergreens/${one!.postId}`)
    expect(detail.wordings.map(({ shown }) => shown)).toEqual([1, 1])
    expect(detail.turns.map(({ wording }) => wording)).toEqual([1, 0])
  })

  it('waits on no Desk, and what is lined up goes before it', async () => {
    const evergreen = await save(['For ever'])
    expect((await nell.want<DeskView>('GET', `${path}/posts`)).rows).toHaveLength(1)
    await make(evergreen)
    expect((await nell.want<DeskView>('GET', `${path}/posts`)).rows).toHaveLength(0)
    await lineUpSaved(nell, path, await save(['Of the day']))
    expect((await turns())[0]).toBe('For ever 03')
    await playHours(nell, 2 * DAY)
    expect(await posted()).toEqual(['Of the day', 'For ever'])
  })

  it('shown three times more is shown three times, and then never', async () => {
    const post = await save(['Thrice'])
    await make(post, { times: 3 })
    await playHours(nell, 14 * DAY)
    expect(await posted()).toEqual(['Thrice', 'Thrice', 'Thrice'])
    const [one] = (await evergreens()).evergreens
    expect(one!.accounts[0]).toMatchObject({ left: 0, waits: 'ended', nextAt: null })
    // So many more, from now on.
    await make(post, { times: 1 })
    await playHours(nell, 5 * DAY)
    expect(await posted()).toHaveLength(4)
  })

  it('comes no sooner again than its network takes the same text, by its wordings', async () => {
    const post = await save(['Of one wording'])
    const bad = await nell.ask('PUT', `${path}/evergreens/${post.id}`, setBody(post, { minDays: 2 }))
    expect([bad.status, bad.body.errors?.[0]]).toMatchObject([422, { field: 'minDays' }])
    await make(await save(['One of two', 'Two of two']), { minDays: 2 })
  })

  it('goes out no more after its last day, and no day that has passed can be that', async () => {
    const post = await save(['Till Monday'])
    const past = await nell.ask(
      'PUT',
      `${path}/evergreens/${post.id}`,
      setBody(post, { until: '2027-03-01' }),
    )
    expect([past.status, past.body.errors?.[0]?.field]).toEqual([422, 'until'])
    await make(post, { until: '2027-03-08' })
    await playHours(nell, 14 * DAY)
    expect(await posted()).toEqual(['Till Monday', 'Till Monday', 'Till Monday'])
  })

  it('rests after an edit until it is approved again, and when somebody lets it rest', async () => {
    const post = await save(['Before'])
    await make(post)
    const edited = await nell.want<PostView>('PUT', `${path}/posts/${post.id}`, {
      version: post.version,
      doc: { ...post.doc, wordings: [{ text: 'After', pictureId: null }] },
    })
    expect((await evergreens()).evergreens[0]!.accounts[0]!.waits).toBe('not-approved')
    expect(await turns()).toEqual([])
    await nell.want('POST', `${path}/posts/${post.id}/approve`, { version: edited.version, note: '' })
    expect((await turns())[0]).toBe('After 02')

    const { historyId } = await nell.want<Undoable>('POST', `${path}/evergreens/state`, {
      postIds: [post.id],
      state: 'resting',
    })
    await playHours(nell, 3 * DAY)
    expect(await posted()).toEqual([])
    await nell.want('POST', `${path}/undo`, { historyId })
    expect((await turns())[0]).toBe('After 05')
    await make({ ...post, version: edited.version }, { accountIds: [] })
    expect((await evergreens()).evergreens).toEqual([])
  })

  it('takes no turn before somebody else has approved it, where its account wants that', async () => {
    const { accounts } = await nell.want<BrandView>('GET', path)
    await nell.want('PATCH', `${path}/accounts/${accountId}`, {
      name: accounts[0]!.name,
      approver: 'someone-else',
      token: '',
      version: accounts[0]!.version,
    })
    const post = await save(['In review'])
    expect((await make(post)).approval).toBe('in-review')
    expect(await turns()).toEqual([])
    await nell.want('POST', `${path}/members`, { personId: world.ids.bento, role: 'curator' })
    const bento = await world.bento()
    await bento.want('POST', `${path}/posts/${post.id}/approve`, { version: post.version, note: '' })
    expect(await turns()).not.toEqual([])
  })

  it('that no longer suits its network rests and says why, and nothing of it goes out', async () => {
    await make(await save([`Long ${'word '.repeat(50)}`]))
    await make(await save(['Short']))
    // The network takes shorter texts from now on.
    world.change(`UPDATE accounts SET rules_json = json_set(rules_json, '$.limit', 60)`)
    await playHours(nell, 3 * DAY)
    const long = (await evergreens()).evergreens.find(({ text }) => text.startsWith('Long'))!
    expect(long.accounts[0]!.waits).toBe('resting')
    expect(long.accounts[0]!.message).not.toBe('')
    expect(new Set(await posted())).toEqual(new Set(['Short']))
  })

  it('makes one delivery of a turn, however often it is looked at, and whatever the network says', async () => {
    await make(await save(['Once a slot']))
    await world.trouble('chatterbrook.example', { refuse: { status: 503, message: 'Later.' } })
    await playHours(nell, 2)
    await world.rounds(3)
    const rows = world.rows('SELECT key, evergreen_id, slot_at FROM deliveries') as { key: string }[]
    expect(rows).toHaveLength(1)
    expect(rows[0]).toMatchObject({ slot_at: Date.parse('2027-03-02T10:00:00Z') })
  })
})

describe('pools', () => {
  it('say how long they go round, where they are too small, and where nothing is kept for them', async () => {
    for (const text of ['One', 'Two', 'Three']) await make(await save([text]), { minDays: 7 })
    const [pool] = (await evergreens()).pools
    // Three posts at five a week come back after four days, and rest seven.
    expect(pool).toMatchObject({ posts: 3, slots: 5, restDays: 7, isTooSmall: true })
    expect(pool!.roundDays).toBeCloseTo(4.2)
    await setSlots([{ weekday: 1, time: '10:00', use: 'any' }])
    expect((await evergreens()).pools[0]).toMatchObject({
      posts: 3,
      slots: 0,
      roundDays: null,
      isTooSmall: false,
    })
    expect(await turns()).toEqual([])
  })

  it('say when they come to their end, where all their posts do', async () => {
    await make(await save(['Twice more']), { minDays: 7, times: 2 })
    await make(await save(['Until Friday']), { minDays: 7, until: '2027-03-05' })
    expect(await turns()).toEqual(['Twice more 02', 'Until Friday 03'])
    // A week after its first turn the other has its last.
    const [pool] = (await evergreens()).pools
    expect(pool).toMatchObject({ posts: 2, runsOut: true, lastTurnAt: '2027-03-09T10:00:00.000Z' })
    // One without an end is enough for it to go on.
    await make(await save(['For ever']), { minDays: 7 })
    expect((await evergreens()).pools[0]).toMatchObject({ posts: 3, runsOut: false, lastTurnAt: null })
  })

  it('of a pillar that was removed have no pillar, and no turn', async () => {
    await make(await save(['Of no pillar any more']))
    await nell.want('DELETE', `${path}/pillars/${pillarId}`)
    const { evergreens: left, pools } = await evergreens()
    expect([left[0]!.pillarId, left[0]!.accounts[0]!.waits]).toEqual([null, 'no-pillar'])
    expect(pools.every(({ posts }) => posts === 0)).toBe(true)
    expect(await turns()).toEqual([])
  })

  it('of one with a slot a day leave slots open rather than break the rest', async () => {
    await make(await save(['Alone']), { minDays: 7 })
    await playHours(nell, 14 * DAY)
    expect(await posted()).toEqual(['Alone', 'Alone'])
    const { open } = await scheduleOf(nell, path)
    expect(open.length).toBeGreaterThan(0)
  })

  it('are asked by the brand alone, and a post of another is not there', async () => {
    const post = await save(['Ours'])
    await make(post)
    const other = await makeBrand(nell, [])
    const given = await nell.ask('PUT', `${other.path}/evergreens/${post.id}`, setBody(post))
    expect(given.status).toBe(404)
    expect((await nell.want<EvergreensView>('GET', `${other.path}/evergreens`)).evergreens).toEqual([])
    for (const [field, value] of [
      ['minDays', -1],
      ['minDays', 1e9],
      ['times', 0],
      ['until', '2027-02-31'],
      ['accountIds', ['x']],
    ] as const) {
      const bad = await nell.ask('PUT', `${path}/evergreens/${post.id}`, setBody(post, { [field]: value }))
      expect([field, bad.status]).toEqual([field, 422])
    }
    expect(
      (await nell.ask('PUT', `${path}/evergreens/${post.id}`, setBody(post, { version: 99 }))).status,
    ).toBe(409)
  })

  it('count a showing by hand, so that nobody reads the same twice in a week', async () => {
    const post = await save(['By hand first'])
    await setSlots([...KEPT, { weekday: 2, time: '09:30', use: 'any' }])
    await lineUpSaved(nell, path, post)
    await make(post, { minDays: 6 })
    expect((await evergreens()).evergreens[0]!.accounts[0]!.waits).toBe('in-line')
    await playHours(nell, 2)
    await until('it is out', async () => (await posted()).length === 1)
    expect((await evergreens()).evergreens[0]!.shown).toBe(1)
    expect(await turns()).toEqual(['By hand first 08'])
  })
})

describe('an own feed', () => {
  const own = (all = 0): Promise<OwnArticle[]> => nell.want('GET', `${path}/evergreens-from-own?all=${all}`)
  const takeBody = (items: { articleId: string; texts: string[] }[]) => ({
    accountIds: [accountId],
    minDays: 3,
    items: items.map((item) => ({ ...item, pillarId })),
  })
  beforeEach(async () => {
    await nell.want('POST', `${path}/sources`, {
      feedUrl: 'https://lowlamp.example/feed.xml',
      label: 'Our own',
      folder: null,
      own: true,
    })
    await until('it is read', async () => (await own(1)).length > 2)
  })

  it('flows into the pool of its pillar, each article once it has a line, with sentences of it as drafts', async () => {
    const offered = await own(1)
    expect(offered.every(({ outlet, title }) => outlet === 'Our own' && title !== '')).toBe(true)
    expect(offered.some(({ sentences }) => sentences.length > 0)).toBe(true)
    const items = offered.slice(0, 3).map(({ articleId }, at) => ({
      articleId,
      texts: [`Line ${at}`, `Other ${at}`],
    }))
    const { historyId } = await nell.want<Undoable>('POST', `${path}/evergreens-from-own`, takeBody(items))
    expect(await own(1)).toHaveLength(offered.length - 3)
    await playHours(nell, 8 * DAY)
    const first = (await posted()).map((text) => text.split(/\s*\n|\s+http/)[0])
    expect(first).toEqual(['Line 0', 'Line 1', 'Line 2', 'Other 0', 'Other 1', 'Other 2'])
    // What went out can’t be undone.
    expect((await nell.ask('POST', `${path}/undo`, { historyId })).status).toBe(409)
  })

  it('waits for somebody else’s approval where its account wants that, and says so', async () => {
    const { accounts } = await nell.want<BrandView>('GET', path)
    await nell.want('PATCH', `${path}/accounts/${accountId}`, {
      name: accounts[0]!.name,
      approver: 'someone-else',
      token: '',
      version: accounts[0]!.version,
    })
    const [{ articleId }] = (await own(1)) as [OwnArticle]
    const body = takeBody([{ articleId, texts: ['Of ours'] }])
    const made = await nell.want<EvergreenMade>('POST', `${path}/evergreens-from-own`, body)
    expect(made.approval).toBe('in-review')
    expect(await turns()).toEqual([])
  })

  it('takes all or nothing, and says which line does not fit', async () => {
    const [one, two] = await own(1)
    const bad = await nell.ask(
      'POST',
      `${path}/evergreens-from-own`,
      takeBody([
        { articleId: one!.articleId, texts: ['Fits'] },
        { articleId: two!.articleId, texts: ['word '.repeat(200)] },
      ]),
    )
    expect([bad.status, bad.body.errors?.[0]?.field]).toEqual([422, 'items[1].texts'])
    expect((await evergreens()).evergreens).toEqual([])
    const { historyId } = await nell.want<Undoable>('POST', `${path}/evergreens-from-own/passed`, {
      articleIds: [one!.articleId],
    })
    expect((await own(1)).some(({ articleId }) => articleId === one!.articleId)).toBe(false)
    await nell.want('POST', `${path}/undo`, { historyId })
    expect((await own(1)).some(({ articleId }) => articleId === one!.articleId)).toBe(true)
    const other = await makeBrand(nell, [])
    const foreign = await nell.ask('POST', `${other.path}/evergreens-from-own/passed`, {
      articleIds: [one!.articleId],
    })
    expect(foreign.status).toBe(404)
  })
})
