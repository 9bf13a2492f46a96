import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import type { Account } from '#shared/networks/types'
import type { BrandView } from '#shared/people/types'
import type {
  Card,
  FoundAhead,
  LateQueueItem,
  PlanChange,
  Placement,
  Placing,
  ScheduleAnswer,
} from '#shared/schedule/types'
import type { Undoable } from '#shared/platform/types'
import type { PostView } from '#shared/posts/types'
import {
  CHATTERBROOK,
  COMMONFIRE,
  draftOf,
  lineUpSaved,
  makeBrand,
  playHours,
  saveNew,
  scheduleOf,
  START,
  World,
} from '../support/world'
import { until, type Person } from '../support/person'

let world: World
let nell: Person
let bento: Person
let path: string

async function begin(at = START, accounts = [CHATTERBROOK]): Promise<void> {
  world = await World.again(world, at)
  nell = await world.nell()
  bento = await world.bento()
  ;({ path } = await makeBrand(nell, accounts))
  await nell.want('POST', `${path}/members`, { personId: world.ids.bento, role: 'curator' })
}
beforeEach(() => begin())
afterAll(() => world.stop())

const view = (): Promise<BrandView> => nell.want<BrandView>('GET', path)
const account = async (at = 0): Promise<Account> => (await view()).accounts[at]!
const cards = async (): Promise<Card[]> => (await scheduleOf(nell, path)).cards
const lined = async (): Promise<string[]> =>
  (await cards())
    .filter(({ state }) => state === 'lined-up')
    .map(({ text, at }) => `${text} ${at.slice(8, 16)}`)
const planVersion = async (): Promise<string> => (await scheduleOf(nell, path)).planVersion
const posted = async (): Promise<string[]> =>
  (await world.posted('chatterbrook.example'))
    .map(({ text, at }) => `${text} ${new Date(at).toISOString().slice(8, 16)}`)
    .reverse()
const lineOf = async (text: string): Promise<Card> => (await cards()).find((card) => card.text === text)!

async function lineUp(
  text: string,
  kind = 'next',
  at: string | null = null,
  echoes: { after: Record<string, number>; wording: number }[] = [],
): Promise<PostView> {
  const post = await saveNew(nell, path, await draftOf(nell, path, text))
  const placed = post.doc.accounts.map(({ accountId }) => ({ accountId, kind: kind as 'next', at }))
  await lineUpSaved(nell, path, post, undefined, placed, echoes)
  return nell.want<PostView>('GET', `${path}/posts/${post.id}`)
}
async function move(
  text: string,
  to: Record<string, unknown>,
  who = nell,
  more: Record<string, unknown> = {},
): Promise<Undoable> {
  const { queueItemId } = await lineOf(text)
  return who.want<Undoable>('POST', `${path}/lines/${queueItemId}/move`, {
    to,
    planVersion: await planVersion(),
    ...more,
  })
}

const any = (weekday: number, time: string, more: Record<string, unknown> = {}) => ({
  weekday,
  time,
  use: 'any',
  pillarId: null,
  ...more,
})
const daily = (...times: string[]) =>
  [1, 2, 3, 4, 5, 6, 7].flatMap((weekday) => times.map((time) => any(weekday, time)))
async function timetable(wish: Record<string, unknown>, at = 0) {
  const {
    id: accountId,
    version,
    slots,
    perDay,
    minGapMinutes,
    repeatAfterDays,
    except,
    mix,
  } = await account(at)
  const body = {
    slots: slots.map((slot) => any(slot.weekday, slot.time, { use: slot.use, pillarId: slot.pillarId })),
    perDay,
    minGapMinutes,
    repeatAfterDays,
    except,
    mix,
    version,
    ...wish,
  }
  return {
    body,
    at: `${path}/accounts/${accountId}/timetable`,
    change: `${path}/accounts/${accountId}/timetable-change`,
  }
}
async function setTimetable(wish: Record<string, unknown>, at = 0): Promise<Undoable> {
  const asked = await timetable(wish, at)
  return nell.want<Undoable>('PUT', asked.at, asked.body)
}

describe('a timetable', () => {
  it('is stored whole and comes back: slots, days that differ, limits, shares', async () => {
    const [pillar] = (await view()).pillars
    const except = [
      { date: '2027-03-05', action: 'replace', slots: [{ time: '11:00', use: 'any', pillarId: null }] },
    ]
    const mix = [{ pillarId: pillar!.id, maxShare: 0.2, windowDays: 7 }]
    const { historyId } = await setTimetable({ slots: [any(1, '09:00', { use: 'pillar', pillarId: pillar!.id }), any(2, '09:00', { use: 'free' })], except, mix, perDay: 4, minGapMinutes: 30, repeatAfterDays: 10 }) // prettier-ignore
    expect(await account()).toMatchObject({ except, mix, perDay: 4, minGapMinutes: 30, repeatAfterDays: 10, slots: [{ use: 'pillar', pillarId: pillar!.id }, { use: 'free' }] }) // prettier-ignore
    await nell.want('POST', `${path}/undo`, { historyId })
    expect(await account()).toMatchObject({ except: [], mix: [], perDay: null, minGapMinutes: 0 })
    expect((await account()).slots).toHaveLength(14)
  })

  it('shows what it would move before it does, and then does exactly that', async () => {
    for (const text of ['One', 'Two', 'Three']) await lineUp(text)
    const asked = await timetable({ slots: daily('12:00') })
    const change = await nell.want<PlanChange>('POST', asked.change, asked.body)
    expect(change.moved.map(({ text, to }) => `${text} ${to?.slice(8, 16)}`)).toEqual([
      'One 02T12:00',
      'Two 03T12:00',
      'Three 04T12:00',
    ])
    expect(await lined()).toEqual(['One 02T10:00', 'Two 02T15:00', 'Three 03T10:00'])
    await nell.want('PUT', asked.at, asked.body)
    expect(await lined()).toEqual(['One 02T12:00', 'Two 03T12:00', 'Three 04T12:00'])
    const none = await timetable({ slots: [] })
    expect(
      (await nell.want<PlanChange>('POST', none.change, none.body)).lost.map(
        ({ text, message }) => `${text}: ${message}`,
      ),
    ).toEqual([
      'One: The timetable has no slot for it.',
      'Two: The timetable has no slot for it.',
      'Three: The timetable has no slot for it.',
    ])
  })

  it('refuses two slots at one minute, a day twice and what is no share, each in a sentence', async () => {
    const refusals: [Record<string, unknown>, RegExp][] = [
      [{ slots: [any(1, '09:00'), any(1, '09:00')] }, /Two slots are in the same minute/],
      [{ slots: [any(1, '24:00')] }, /A time looks like/],
      [{ except: [{ date: '2027-03-05', action: 'none', slots: [] }, { date: '2027-03-05', action: 'none', slots: [] }] }, /A day is here twice/], // prettier-ignore
      [{ except: [{ date: '2027-02-31x', action: 'none', slots: [] }] }, /A day looks like/],
      [
        { mix: [{ pillarId: (await view()).pillars[0]!.id, maxShare: 3, windowDays: 7 }] },
        /1 to 100 percent/,
      ],
      [{ minGapMinutes: -1 }, /number of minutes/],
    ]
    for (const [wish, message] of refusals) {
      const asked = await timetable(wish)
      const answer = await nell.ask('PUT', asked.at, asked.body)
      expect(answer.status).toBe(422)
      expect(JSON.stringify(answer.body.errors)).toMatch(message)
    }
    const foreign = await timetable({
      slots: [any(1, '09:00', { use: 'pillar', pillarId: '01900000-0000-7000-8000-00000000ffff' })],
    })
    expect((await nell.ask('PUT', foreign.at, foreign.body)).status).toBe(404)
    expect((await bento.ask('PUT', foreign.at, foreign.body)).status).toBe(403)
    const stale = await timetable({ version: 99 })
    expect((await nell.ask('PUT', stale.at, stale.body)).status).toBe(409)
  })

  it('keeps ceilings, gaps, shares and the same link apart: what it can’t place says why', async () => {
    const [pillar] = (await view()).pillars
    await setTimetable({
      slots: daily('10:00', '10:30', '15:00'),
      perDay: 2,
      minGapMinutes: 60,
      repeatAfterDays: 3,
      mix: [{ pillarId: pillar!.id, maxShare: 0.34, windowDays: 1 }],
    })
    for (const text of ['One', 'Two', 'Three']) await lineUp(text)
    expect(await lined()).toEqual(['One 02T10:00', 'Two 02T15:00', 'Three 03T10:00'])
    for (const text of ['Own one', 'Own two']) {
      const post = await saveNew(nell, path, await draftOf(nell, path, text, { pillarId: pillar!.id }))
      await lineUpSaved(nell, path, post)
    }
    expect((await lined()).filter((one) => one.startsWith('Own'))).toEqual([
      'Own one 03T15:00',
      'Own two 04T15:00',
    ])
    const link = 'https://lowlamp.example/x'
    for (const text of ['Link one', 'Link two'])
      await lineUpSaved(nell, path, await saveNew(nell, path, await draftOf(nell, path, text, { link })))
    const linked = (await cards()).filter(({ text }) => text.startsWith('Link'))
    expect(linked.map(({ at }) => at.slice(8, 16))).toEqual(['04T10:00', '07T10:00'])
    expect(linked[1]!.message).toMatch(/too soon after the same link/)
  })

  it('keeps a link apart on two accounts where the brand wants it', async () => {
    await begin(START, [CHATTERBROOK, COMMONFIRE])
    const { brand } = await view()
    await nell.want('PATCH', path, { ...brand, linkApartMinutes: 60 })
    const post = await saveNew(
      nell,
      path,
      await draftOf(nell, path, 'Apart', { link: 'https://lowlamp.example/x' }),
    )
    const { places } = await lineUpSaved(nell, path, post)
    expect(places.map(({ at }) => at?.slice(11, 16))).toEqual(['10:00', '15:00'])
  })

  it('lets the slots of a removed pillar go to any, until an undo', async () => {
    const [pillar] = (await view()).pillars
    await setTimetable({
      slots: daily('10:00').map((slot) => ({ ...slot, use: 'pillar', pillarId: pillar!.id })),
    })
    await lineUp('Of no pillar')
    expect(await lined()).toEqual([])
    const { historyId } = await nell.want<Undoable>('DELETE', `${path}/pillars/${pillar!.id}`)
    expect(await lined()).toEqual(['Of no pillar 02T10:00'])
    await nell.want('POST', `${path}/undo`, { historyId })
    expect(await lined()).toEqual([])
    expect((await scheduleOf(nell, path)).unplaced[0]!.message).toMatch(/another pillar/)
  })

  it('keeps the wall clock over changes of the clock, also in the skipped and the doubled hour', async () => {
    // Toronto goes forward on 14 March 2027 and back on 7 November.
    for (const [at, times, sent] of [
      [Date.UTC(2027, 2, 13, 12), ['02:30', '09:00'], ['14T07:30', '14T13:00', '15T06:30', '15T13:00']],
      [Date.UTC(2027, 10, 6, 12), ['01:30', '09:00'], ['06T13:00', '07T05:30', '07T14:00', '08T06:30']],
    ] as const) {
      await begin(at)
      const { brand } = await view()
      await nell.want('PATCH', path, { ...brand, zone: 'America/Toronto' })
      await setTimetable({ slots: daily(...times) })
      await setTimetable({ except: [{ date: '2027-03-13', action: 'none', slots: [] }] })
      for (const text of ['A', 'B', 'C', 'D']) await lineUp(text)
      await playHours(nell, 60)
      expect((await posted()).map((one) => one.slice(2))).toEqual(sent)
    }
  })
})

describe('placing', () => {
  it('puts a post first, after all others, in a slot, at a time or now, as it was shown', async () => {
    for (const text of ['One', 'Two']) await lineUp(text)
    await lineUp('First', 'first')
    await lineUp('Last', 'last')
    await lineUp('Slot', 'slot', '2027-03-04T15:00:00.000Z')
    await lineUp('Time', 'time', '2027-03-02T12:34:00.000Z')
    expect(await lined()).toEqual([
      'First 02T10:00',
      'Time 02T12:34',
      'One 02T15:00',
      'Two 03T10:00',
      'Last 03T15:00',
      'Slot 04T15:00',
    ])
    expect((await cards()).filter(({ isFixed }) => isFixed).map(({ text }) => text)).toEqual([
      'Time',
      'Last',
      'Slot',
    ])
    await lineUp('Now', 'now')
    await until('it went out', async () => (await posted()).length === 1)
    expect(await posted()).toEqual(['Now 02T09:00'])
  })

  it('says what would move, and is refused once that is no longer so', async () => {
    const { id: accountId } = await account()
    await lineUp('One')
    const asked = {
      postId: null,
      pillarId: null,
      link: null,
      goodUntil: null,
      placements: [{ accountId, kind: 'first', at: null }],
      echoes: [{ after: { days: 1 }, wording: 0 }],
    }
    const shown = await nell.want<Placing>('POST', `${path}/placing`, asked)
    expect(shown.accounts[0]).toMatchObject({
      at: '2027-03-02T10:00:00.000Z',
      echoes: [{ at: '2027-03-03T10:00:00.000Z' }],
    })
    expect(shown.moved.map(({ text, from, to }) => [text, from?.slice(8, 13), to?.slice(8, 13)])).toEqual([
      ['One', '02T10', '02T15'],
    ])
    const post = await saveNew(nell, path, await draftOf(nell, path, 'Late'))
    await lineUp('In between', 'first')
    const body = {
      version: post.version,
      planVersion: shown.version,
      accountIds: [accountId],
      placements: asked.placements,
      echoes: asked.echoes,
    }
    expect((await nell.ask('POST', `${path}/posts/${post.id}/line-up`, body)).body.type).toBe(
      'urn:clear-quill:planChanged',
    )
  })

  it('refuses a slot that is gone, a time that is past, an echo at once and one of no wording', async () => {
    const message = async (kind: string, at: string | null, echoes: { after: Record<string, number>; wording: number }[] = []): Promise<string> =>
      lineUp('No place', kind, at, echoes).then(() => '', (error: unknown) => String(error)) // prettier-ignore
    expect(await message('slot', '2027-03-03T11:11:00.000Z')).toMatch(/no longer in the timetable/)
    expect(await message('time', '2027-03-01T10:00:00.000Z')).toMatch(/time has passed/)
    expect(await message('slot', null)).toMatch(/Choose a day and a time/)
    expect(await message('next', null, [{ after: { hours: 0 }, wording: 0 }])).toMatch(/at least an hour/)
    expect(await message('next', null, [{ after: { hours: 8 }, wording: 3 }])).toMatch(/No such wording/)
    expect(await lined()).toEqual([])
  })

  it('waits until a post may go out, and refuses an echo in the same words that its network would refuse', async () => {
    const early = await saveNew(
      nell,
      path,
      await draftOf(nell, path, 'Not yet', { notBefore: '2027-03-04T12:00:00.000Z' }),
    )
    expect((await lineUpSaved(nell, path, early)).places[0]!.at).toBe('2027-03-04T15:00:00.000Z')
    expect((await lineOf('Not yet')).message).toMatch(/before it may go out/)
    const same = lineUp('The same', 'next', null, [{ after: { days: 1 }, wording: 0 }])
    await expect(same).rejects.toThrow(/refuses the same text within 2 days/)
    await lineUp('Next month', 'next', null, [{ after: { weeks: 4 }, wording: 0 }])
    const { lines } = (await nell.want<ScheduleAnswer>('GET', `${path}/schedule?with=base`)).base!
    expect(lines.filter(({ text }) => text === 'Next month').map(({ at }) => at?.slice(0, 10))).toEqual([
      '2027-03-02',
      '2027-03-30',
    ])
  })

  it('sends echoes at +5 hours, +1 day and +7 days in other wordings, once each; taking the post out takes them along', async () => {
    const doc = await draftOf(nell, path, 'Said once')
    doc.wordings.push(
      { text: 'Said otherwise', pictureId: null },
      { text: 'Said a third way', pictureId: null },
      { text: 'Said at last', pictureId: null },
    )
    const post = await saveNew(nell, path, doc)
    const echoes = [{ after: { hours: 5 }, wording: 1 }, { after: { days: 1 }, wording: 2 }, { after: { weeks: 1 }, wording: 3 }] // prettier-ignore
    await lineUpSaved(nell, path, post, undefined, [], echoes)
    const all = await cards()
    expect(all.map(({ text, echo }) => [text, echo?.at, echo?.of])).toEqual([['Said once', 1, 4], ['Said otherwise', 2, 4], ['Said a third way', 3, 4]]) // prettier-ignore
    const { historyId, echoes: along } = await nell.want<Undoable & { echoes: number }>(
      'DELETE',
      `${path}/lines/${all[0]!.queueItemId}`,
    )
    expect([along, await cards()]).toEqual([3, []])
    await nell.want('POST', `${path}/undo`, { historyId })
    await playHours(nell, 24 * 8 + 3)
    expect(await posted()).toEqual([
      'Said once 02T10:00',
      'Said otherwise 02T15:00',
      'Said a third way 03T10:00',
      'Said at last 09T10:00',
    ])
  })

  it('sends again by account, where one differs in number, distance and wording', async () => {
    await begin(START, [CHATTERBROOK, COMMONFIRE])
    const doc = await draftOf(nell, path, 'Said once')
    doc.wordings.push({ text: 'Said otherwise', pictureId: null })
    const post = await saveNew(nell, path, doc)
    const [one, two] = (await view()).accounts as [Account, Account]
    const common = [{ after: { days: 1 }, wording: 1 }]
    const own = [{ after: { hours: 5 }, wording: 0 }, { after: { days: 2 }, wording: 1 }] // prettier-ignore
    const placed = (echoes: typeof own): Placement[] => [
      { accountId: two.id, kind: 'next', at: null, echoes },
    ]
    const bad = [{ after: { days: 2 }, wording: 2 }]
    await expect(lineUpSaved(nell, path, post, undefined, placed(bad), common)).rejects.toThrow(/wording/)
    await lineUpSaved(nell, path, post, undefined, placed(own), common)
    const on = async (account: Account): Promise<(string | number | undefined)[][]> =>
      (await cards())
        .filter(({ accountId }) => accountId === account.id)
        .map(({ text, echo, at }) => [text.split(/\s*\n/)[0], echo?.at, echo?.of, at.slice(8, 10)])
    expect(await on(one)).toEqual([['Said once', 1, 2, '02'], ['Said otherwise', 2, 2, '03']]) // prettier-ignore
    expect(await on(two)).toEqual([['Said once', 1, 3, '02'], ['Said once', 2, 3, '02'], ['Said otherwise', 3, 3, '04']]) // prettier-ignore
  })
})

describe('moving', () => {
  beforeEach(async () => {
    for (const text of ['One', 'Two', 'Three', 'Four']) await lineUp(text)
  })

  it('before, after, to a slot, a time, back into the line, and swapped: the others follow, an undo puts all back', async () => {
    const { queueItemId: two } = await lineOf('Two')
    const { historyId } = await move('Four', { kind: 'before', id: two })
    expect(await lined()).toEqual(['One 02T10:00', 'Four 02T15:00', 'Two 03T10:00', 'Three 03T15:00'])
    await nell.want('POST', `${path}/undo`, { historyId })
    expect(await lined()).toEqual(['One 02T10:00', 'Two 02T15:00', 'Three 03T10:00', 'Four 03T15:00'])
    await move('One', { kind: 'slot', at: '2027-03-05T10:00:00.000Z' })
    expect(await lined()).toEqual(['Two 02T10:00', 'Three 02T15:00', 'Four 03T10:00', 'One 05T10:00'])
    await move('Two', { kind: 'swap', id: (await lineOf('One')).queueItemId })
    expect(await lined()).toEqual(['One 02T10:00', 'Three 02T15:00', 'Four 03T10:00', 'Two 05T10:00'])
    await move('Two', { kind: 'line' })
    await move('Three', { kind: 'time', at: '2027-03-02T13:00:00.000Z' })
    // A swap gave it the other’s place in the order, too.
    expect(await lined()).toEqual(['Two 02T10:00', 'Three 02T13:00', 'One 02T15:00', 'Four 03T10:00'])
    await move('Four', { kind: 'first' })
    await move('One', { kind: 'last' })
    expect(await lined()).toEqual(['Four 02T10:00', 'Three 02T13:00', 'Two 02T15:00', 'One 03T10:00'])
  })

  it('keeps the order however often a post is put between the same two', async () => {
    for (let time = 0; time < 60; time++) {
      const [name, other] = time % 2 ? ['Two', 'Three'] : ['Three', 'Two']
      await move(name, { kind: 'before', id: (await lineOf(other)).queueItemId })
    }
    expect(await lined()).toEqual(['One 02T10:00', 'Two 02T15:00', 'Three 03T10:00', 'Four 03T15:00'])
    const { n } = world.rows('SELECT count(DISTINCT position) AS n FROM lines')[0] as { n: number }
    expect(n).toBe(4)
  })

  it('goes to whoever let go first: the second is shown the plan anew', async () => {
    const version = await planVersion()
    const { queueItemId } = await lineOf('Three')
    const to = (at: string) => ({ to: { kind: 'slot', at }, planVersion: version })
    const answers = await Promise.all([nell.ask('POST', `${path}/lines/${queueItemId}/move`, to('2027-03-06T10:00:00.000Z')), bento.ask('POST', `${path}/lines/${queueItemId}/move`, to('2027-03-07T10:00:00.000Z'))]) // prettier-ignore
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409])
    expect(answers.find(({ status }) => status === 409)!.body.type).toBe('urn:clear-quill:planChanged')
  })

  it('is refused with the plan’s own reason, and of what is not there', async () => {
    const { queueItemId } = await lineOf('One')
    const ask = async (to: Record<string, unknown>) =>
      nell.ask('POST', `${path}/lines/${queueItemId}/move`, { to, planVersion: await planVersion() })
    expect((await ask({ kind: 'time', at: '2027-03-01T10:00:00.000Z' })).body).toMatchObject({
      type: 'urn:clear-quill:noPlace',
      detail: 'Its time has passed.',
    })
    expect((await ask({ kind: 'slot', at: '2027-03-05T10:01:00.000Z' })).body).toMatchObject({
      detail: 'Its slot is no longer in the timetable.',
    })
    expect((await ask({ kind: 'before', id: '01900000-0000-7000-8000-00000000ffff' })).status).toBe(409)
    expect((await ask({ kind: 'slot' })).status).toBe(422)
    await nell.want('DELETE', `${path}/lines/${queueItemId}`)
    expect((await ask({ kind: 'first' })).body.type).toBe('urn:clear-quill:alreadyGone')
  })

  it('to another account checks it there, takes its echoes along, and asks for an approval where that account wants one', async () => {
    await nell.want('POST', `${path}/accounts`, COMMONFIRE)
    const other = await account(1)
    const { queueItemId } = await lineOf('Two')
    await move('Two', { kind: 'first' }, nell, { accountId: other.id })
    const two = await lineOf('Two')
    expect([two.accountId, two.queueItemId, two.approval, two.at.slice(8, 16)]).toEqual([
      other.id,
      queueItemId,
      'approved',
      '02T10:00',
    ])
    await playHours(nell, 2)
    expect((await world.posted('commonfire.example')).map(({ text }) => text)).toEqual(['Two'])
    await nell.want('PATCH', `${path}/accounts/${other.id}`, {
      name: other.name,
      approver: 'someone-else',
      token: '',
      version: other.version,
    })
    await move('Three', { kind: 'last' }, nell, { accountId: other.id })
    expect((await lineOf('Three')).approval).toBe('in-review')
  })
})

describe('a hold', () => {
  it('of an account stops what was due at once, says why everywhere, and lifting it says what became late', async () => {
    await lineUp('In line')
    await lineUp('At its time', 'time', '2027-03-02T09:30:00.000Z')
    const { id: accountId } = await account()
    const of = { kind: 'account', id: accountId }
    const { historyId } = await nell.want<Undoable>('POST', `${path}/hold`, {
      of,
      reason: 'A court case',
      until: null,
    })
    expect((await account()).hold).toEqual({ until: null, reason: 'A court case' })
    const { lines } = (await nell.want<ScheduleAnswer>('GET', `${path}/schedule?with=base`)).base!
    // Nothing seems lost: each stands where it would go if the hold were lifted.
    const sheet = await scheduleOf(nell, path)
    expect(sheet.cards.map(({ text, at, isHeldBack }) => [text, at.slice(8, 16), isHeldBack])).toEqual([
      ['At its time', '02T09:30', true],
      ['In line', '02T10:00', true],
    ])
    expect([sheet.unplaced, sheet.lined, sheet.heldBack]).toEqual([[], 0, 2])
    expect(lines.map(({ at }) => at?.slice(8, 16)).sort()).toEqual(['02T09:30', '02T10:00'])
    // It can be put elsewhere meanwhile, and nothing goes out because of that.
    await move('In line', { kind: 'slot', at: '2027-03-02T15:00:00.000Z' })
    expect((await lineOf('In line')).at.slice(8, 16)).toBe('02T15:00')
    await move('In line', { kind: 'line' })
    const urgent = await saveNew(nell, path, await draftOf(nell, path, 'At once'))
    const now = urgent.doc.accounts.map((part) => ({
      accountId: part.accountId,
      kind: 'now' as const,
      at: null,
    }))
    await expect(lineUpSaved(nell, path, urgent, undefined, now)).rejects.toThrow('nothing goes out now')
    expect((await nell.ask('POST', `${path}/lines/${lines[0]!.id}/send`)).body.type).toBe(
      'urn:clear-quill:onHold',
    )
    await playHours(nell, 29)
    expect(await posted()).toEqual([])
    const ahead = await nell.want<FoundAhead[]>('GET', `${path}/look-ahead`)
    expect(ahead.map(({ kind }) => kind)).toContain('hold')
    const late = await nell.want<LateQueueItem[]>('GET', `${path}/late?account=${accountId}`)
    expect(late.map(({ text, isOutOfDate }) => [text, isOutOfDate])).toEqual([['At its time', false]])
    await nell.want('POST', `${path}/lift`, { of, late: 'line' })
    expect((await nell.ask('POST', `${path}/undo`, { historyId })).status).toBe(409)
    expect((await lined()).sort()).toEqual(['At its time 04T10:00', 'In line 03T15:00'])
    await playHours(nell, 30)
    expect(await posted()).toEqual(['In line 03T15:00', 'At its time 04T10:00'])
  })

  it('takes effect within a second on what is due, and lets late posts go where one says so', async () => {
    await lineUp('Almost', 'time', new Date(START + 20 * 60_000).toISOString())
    await nell.want('POST', `${path}/hold`, { of: { kind: 'brand', id: null }, reason: '' })
    await playHours(nell, 1)
    await world.rounds()
    expect(await posted()).toEqual([])
    expect((await view()).brand.hold).toEqual({ until: null, reason: '' })
    await playHours(nell, 2)
    await nell.want('POST', `${path}/lift`, { of: { kind: 'brand', id: null }, late: 'take-out' })
    expect((await nell.want<ScheduleAnswer>('GET', `${path}/schedule?with=base`)).base!.lines).toEqual([])
  })

  it('stops a delivery that is being tried again, too', async () => {
    await world.trouble('chatterbrook.example', {
      refuse: { status: 503, message: 'Later' },
      postsOnly: true,
    })
    await lineUp('Tried again', 'now')
    await until('it is tried again', async () => (await cards())[0]?.state === 'trying-again')
    await nell.want('POST', `${path}/hold`, { of: { kind: 'account', id: (await account()).id }, reason: '' })
    await world.trouble('chatterbrook.example', null)
    await playHours(nell, 3)
    expect(await posted()).toEqual([])
    await nell.want('POST', `${path}/lift`, {
      of: { kind: 'account', id: (await account()).id },
      late: 'leave',
    })
    // Hours late by now, it is asked about and takes the next slot.
    await playHours(nell, 24)
    expect((await posted()).length).toBe(1)
  })

  it('of a post lets the next one pass at the settling time, and one with an end lifts itself', async () => {
    const post = await lineUp('Held')
    await lineUp('Next')
    await nell.want('POST', `${path}/hold`, { of: { kind: 'post', id: post.id }, reason: 'Wrong name' })
    expect((await lineOf('Held')).isHeld).toBe(true)
    await playHours(nell, 2)
    expect(await posted()).toEqual(['Next 02T10:00'])
    await nell.want('POST', `${path}/lift`, { of: { kind: 'post', id: post.id }, late: 'line' })
    await nell.want('POST', `${path}/hold`, {
      of: { kind: 'account', id: (await account()).id },
      reason: '',
      until: '2027-03-03T12:00:00.000Z',
    })
    await playHours(nell, 60)
    expect(await posted()).toEqual(['Next 02T10:00', 'Held 03T15:00'])
    expect((await account()).hold).toBeNull()
    const past = await nell.ask('POST', `${path}/hold`, {
      of: { kind: 'brand', id: null },
      until: '2027-03-01T00:00:00.000Z',
    })
    expect(past.body.type).toBe('urn:clear-quill:holdPast')
  })
})

describe('an unapproved post', () => {
  it('is passed over by the next at the settling time, and takes the following slot once approved', async () => {
    const waiting = await saveNew(nell, path, await draftOf(nell, path, 'Waits for eyes'))
    const chatterbrook = await account()
    await nell.want('PATCH', `${path}/accounts/${chatterbrook.id}`, {
      name: chatterbrook.name,
      approver: 'someone-else',
      token: '',
      version: chatterbrook.version,
    })
    await lineUpSaved(nell, path, waiting)
    const firm = await saveNew(bento, path, await draftOf(bento, path, 'Approved'))
    await lineUpSaved(nell, path, firm)
    expect(await lined()).toEqual(['Waits for eyes 02T10:00', 'Approved 02T15:00'])
    await playHours(nell, 2)
    expect(await posted()).toEqual(['Approved 02T10:00'])
    await bento.want('POST', `${path}/posts/${waiting.id}/approve`, { version: 1 })
    await playHours(nell, 6)
    expect(await posted()).toEqual(['Approved 02T10:00', 'Waits for eyes 02T15:00'])
  })

  it('is one of a pillar that wants other eyes, too', async () => {
    const [pillar] = (await view()).pillars
    await nell.want('PATCH', `${path}/pillars/${pillar!.id}`, {
      ...pillar,
      needsApproval: true,
      hashtags: ['#sky'],
      returns: 'for-ever',
    })
    expect((await view()).pillars[0]).toMatchObject({
      needsApproval: true,
      hashtags: ['sky'],
      returns: 'for-ever',
    })
    const post = await saveNew(
      nell,
      path,
      await draftOf(nell, path, 'For other eyes', { pillarId: pillar!.id }),
    )
    expect((await lineUpSaved(nell, path, post)).approval).toBe('in-review')
  })
})

describe('another zone', () => {
  it.each([
    ['clock', '2027-03-03T17:00:00.000Z'],
    ['moment', '2027-03-03T12:00:00.000Z'],
  ])('moves slots with the clock, and fixed times by %s; what moves is shown before', async (keep, fixed) => {
    await lineUp('Slot', 'slot', '2027-03-03T10:00:00.000Z')
    await lineUp('Time', 'time', '2027-03-03T12:00:00.000Z')
    const change = await nell.want<PlanChange>('POST', `${path}/zone-change`, {
      zone: 'America/Toronto',
      keep,
    })
    expect(change.moved.find(({ text }) => text === 'Slot')!.to).toBe('2027-03-03T15:00:00.000Z')
    const { brand } = await view()
    const { historyId } = await nell.want<Undoable>('PATCH', path, {
      ...brand,
      zone: 'America/Toronto',
      keep,
    })
    expect((await cards()).map(({ text, at }) => [text, at]).sort()).toEqual([['Slot', '2027-03-03T15:00:00.000Z'], ['Time', fixed]]) // prettier-ignore
    expect(change.moved.find(({ text }) => text === 'Time')?.to ?? '2027-03-03T12:00:00.000Z').toBe(fixed)
    await nell.want('POST', `${path}/undo`, { historyId })
    expect((await cards()).map(({ at }) => at.slice(11, 16))).toEqual(['10:00', '12:00'])
  })
})

describe('an account that is removed with a line', () => {
  it('sends nothing, and its line comes back with an undo', async () => {
    await lineUp('Stays')
    const { historyId } = await nell.want<Undoable>('DELETE', `${path}/accounts/${(await account()).id}`)
    await playHours(nell, 2)
    expect([await posted(), await cards()]).toEqual([[], []])
    await nell.want('POST', `${path}/undo`, { historyId })
    // Its token went with it, from what is remembered as well: the undo asks for a new one.
    const back = await account()
    expect(back.trouble).toContain('was removed, and its sign-in with it')
    // It keeps its place on the sheet, and waits there.
    expect((await cards()).map(({ text, isHeldBack }) => [text.slice(0, 5), isHeldBack])).toEqual([
      ['Stays', true],
    ])
    expect(
      JSON.stringify(world.rows(`SELECT rows_json FROM history WHERE what = 'account:${back.id}'`)),
    ).not.toMatch(/token_sealed\\":\\"[^\\]/)
    await nell.want('PATCH', `${path}/accounts/${back.id}`, {
      name: back.name,
      token: CHATTERBROOK.token,
      version: back.version,
    })
    expect((await lined()).map((one) => one.slice(0, 5))).toEqual(['Stays'])
  })
})
