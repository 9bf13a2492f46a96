// The month and the year's weeks, over a whole server: what went out, what has a place, what is open, and what lies
// behind the end of the plan.
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { BrandView } from '#shared/people/types'
import { LIMITS } from '#shared/platform/limits'
import type { MonthView, ScheduleView, YearView } from '#shared/schedule/types'
import {
  CHATTERBROOK,
  COMMONFIRE,
  draftOf,
  lineUpSaved,
  makeBrand,
  playHours,
  saveNew,
  START,
  World,
} from '../support/world'
import type { Person } from '../support/person'

let world: World
let nell: Person
let path: string
const DAY = 86_400_000
const dayAfter = (days: number): string => new Date(START + days * DAY).toISOString().slice(0, 10)
const month = (from: string, weeks = 6): Promise<MonthView> =>
  nell.want('GET', `${path}/schedule-month?from=${from}&weeks=${weeks}`)

beforeAll(async () => {
  world = await World.again(world)
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, [CHATTERBROOK, COMMONFIRE]))
  const { pillars, accounts } = await nell.want<BrandView>('GET', path)
  const first = accounts.map(({ id }) => ({ accountId: id, kind: 'next' as const, at: null })).slice(0, 1)
  for (const text of ['One', 'Two', 'Three']) {
    const doc = await draftOf(nell, path, text)
    doc.accounts[1]!.chosen = false
    await lineUpSaved(nell, path, await saveNew(nell, path, doc), undefined, first)
  }
  await playHours(nell, 26)
  // In other words a week later, and one with a time of its own behind the end of the plan.
  const again = await draftOf(nell, path, `Said once ${'x'.repeat(200)}`, { pillarId: pillars[1]!.id })
  again.wordings.push({ text: 'Said otherwise', pictureId: null })
  again.accounts[1]!.chosen = false
  await lineUpSaved(nell, path, await saveNew(nell, path, again), undefined, first, [
    { after: { weeks: 1 }, wording: 1 },
  ])
  const late = await draftOf(nell, path, 'In June')
  late.accounts[1]!.chosen = false
  const june = { ...first[0]!, kind: 'time' as const, at: '2027-06-15T07:00:00.000Z' }
  await lineUpSaved(nell, path, await saveNew(nell, path, late), undefined, [june])
})
afterAll(() => world.stop())

it('shows the same posts and open slots as the sheet, in their wordings, as first words', async () => {
  const shown = await month('2027-03-01')
  const sheet = await nell.want<ScheduleView>('GET', `${path}/schedule?from=2027-03-01&days=31`)
  const before = (at: string): boolean => at < '2027-04-01'
  const places = (view: MonthView | ScheduleView): unknown[] =>
    view.cards
      .filter(({ at }) => before(at))
      .map((card) => [
        card.id,
        card.at,
        card.accountId,
        card.state,
        card.pillarId,
        card.approval,
        card.authorName,
      ])
  expect(places(shown)).toEqual(places(sheet))
  expect(shown.open.filter(({ at }) => before(at)).map(({ slotId, at }) => [slotId, at])).toEqual(
    sheet.open.map(({ slotId, at }) => [slotId, at]),
  )
  const said = shown.cards.map(({ text, state, at }) => `${text.slice(0, 14)} ${state} ${at.slice(8, 10)}`)
  expect(said).toEqual(['One sent 02', 'Two sent 02', 'Three sent 03', 'Said once xxxx lined-up 03', 'Said otherwise lined-up 10']) // prettier-ignore
  expect(Math.max(...shown.cards.map(({ text }) => text.length))).toBe(160)
})

it('has slots alone behind the end of the plan, and what has a time of its own', async () => {
  const end = dayAfter(LIMITS.planDays + 1)
  const shown = await month('2027-05-24', 4)
  expect(shown.plannedUntil.slice(0, 10)).toBe(end)
  expect(shown.cards.map(({ text, at }) => [text, at])).toEqual([['In June', '2027-06-15T07:00:00.000Z']])
  // The sheet has it too, and it is no post without a place.
  const sheet = await nell.want<ScheduleView>('GET', `${path}/schedule?from=2027-06-14&days=7`)
  expect(sheet.cards.map(({ text }) => text)).toEqual(['In June'])
  expect(sheet.cards[0]!.message).toContain('at its own time')
  expect(sheet.unplaced).toEqual([])
  expect(shown.open.every(({ at }) => at < shown.plannedUntil)).toBe(true)
  expect(shown.later.every(({ at }) => at >= shown.plannedUntil && at < '2027-06-21')).toBe(true)
  // Two slots each on workdays: all of the weeks' slots are open, later, or behind today.
  const slots = shown.open.length + shown.later.length
  const { accounts } = await nell.want<BrandView>('GET', path)
  expect(slots).toBe(4 * accounts.reduce((sum, account) => sum + account.slots.length, 0))
})

it('counts the weeks of a year as its months show them', async () => {
  const year = await nell.want<YearView>('GET', `${path}/schedule-year?from=2026-12-28&weeks=53`)
  expect(year.weeks).toHaveLength(53)
  const weekOf = (at: string): number => Math.floor((Date.parse(at) - Date.parse('2026-12-28')) / (7 * DAY))
  const counted = Array.from({ length: 53 }, () => ({ sent: 0, lined: 0, open: 0, later: 0 }))
  for (let at = 0; at < 53; at += 6) {
    const weeks = Math.min(6, 53 - at)
    const shown = await month(
      new Date(Date.parse('2026-12-28') + at * 7 * DAY).toISOString().slice(0, 10),
      weeks,
    )
    for (const card of shown.cards) counted[weekOf(card.at)]![card.state === 'lined-up' ? 'lined' : 'sent']++
    for (const slot of shown.open) counted[weekOf(slot.at)]!.open++
    for (const slot of shown.later) counted[weekOf(slot.at)]!.later++
  }
  expect(year.weeks).toEqual(counted)
})

it('takes what is asked wrongly for today and the most weeks, and shows nothing to strangers', async () => {
  for (const asked of ['?from=nonsense&weeks=many', '?from=9999-01-01&weeks=99', '?weeks=-3', '']) {
    const shown = await nell.want<MonthView>('GET', `${path}/schedule-month${asked}`)
    expect([shown.from, shown.weeks <= 6 && shown.weeks >= 1]).toEqual([dayAfter(1), true])
  }
  const bento = await world.bento()
  expect((await bento.ask('GET', `${path}/schedule-month`)).status).toBe(404)
  expect((await bento.ask('GET', `${path}/schedule-year`)).status).toBe(404)
})

it('sends what has a time of its own once the plan has reached it', async () => {
  for (let weeks = 0; weeks < 15; weeks += 2) await playHours(nell, 14 * 24)
  const [last] = await world.posted('chatterbrook.example')
  expect([last!.text, new Date(last!.at).toISOString().slice(0, 16)]).toEqual(['In June', '2027-06-15T07:00'])
})
