// Calendars for others, over a whole server. Source: ical.js 2.2.1 (MPL-2.0), which reads them.
import ICAL from 'ical.js'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { CalendarView } from '#shared/calendars/types'
import type { BrandView } from '#shared/people/types'
import type { Undoable } from '#shared/platform/types'
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
let accounts: BrandView['accounts']

async function lineUp(text: string, more: Record<string, unknown> = {}): Promise<void> {
  await lineUpSaved(nell, path, await saveNew(nell, path, await draftOf(nell, path, text, more)))
}
beforeAll(async () => {
  world = await World.start()
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, [CHATTERBROOK, COMMONFIRE]))
  ;({ accounts } = await nell.want<BrandView>('GET', path))
})
afterAll(() => world.stop())

const views = (): Promise<CalendarView[]> => nell.want('GET', `${path}/calendars`)
const brandOf = (): string => path.split('/').at(-1)!
const addressOf = async (of: string | null): Promise<string | null> =>
  (await views()).find((one) => one.of === (of ?? brandOf()))!.address
const get = (address: string, headers: Record<string, string> = {}): Promise<Response> =>
  fetch(`${world.server.url}${address}`, { headers })
async function eventsAt(address: string) {
  const calendar = new ICAL.Component(ICAL.parse(await (await get(address)).text()) as unknown[])
  return calendar.getAllSubcomponents('vevent').map((one) => {
    const { uid, summary, description, startDate } = new ICAL.Event(one)
    const at = startDate.toJSDate().toISOString().slice(8, 16)
    const state = one.getFirstPropertyValue('status')
    return { uid, at, summary, description, state, url: one.getFirstPropertyValue('url') }
  })
}

it('has no address before somebody makes one; then whoever has it reads what goes out and when', async () => {
  const ids = [brandOf(), ...accounts.map(({ id }) => id), 'almanac']
  expect(await views()).toEqual(ids.map((of) => ({ of, address: null })))
  await lineUp('Lamps; bread, and more', { link: 'https://paper.example/lamps?a=1,2' })
  await lineUp('Later that day')
  await nell.want('PUT', `${path}/calendars/${path.split('/').at(-1)}`)
  await nell.want('PUT', `${path}/calendars/${accounts[1]!.id}`)
  const [brands, ones] = [await addressOf(null), await addressOf(accounts[1]!.id)]
  expect(brands).toMatch(/^\/calendars\/[0-9a-f-]{36}\/[0-9a-f]{24}\.ics$/)

  const all = await eventsAt(brands!)
  expect(all.map(({ at, summary }) => `${at} ${summary}`).toSorted()).toEqual([
    '02T10:00 Chatterbrook: Lamps; bread, and more',
    '02T10:00 Commonfire: Lamps; bread, and more',
    '02T15:00 Chatterbrook: Later that day',
    '02T15:00 Commonfire: Later that day',
  ])
  const [first] = all
  expect(first).toMatchObject({ state: 'CONFIRMED', url: 'https://paper.example/lamps?a=1,2' })
  expect(first!.description).toMatch(/^Lamps; bread, and more[\s\S]*lined up$/)
  expect((await eventsAt(ones!)).map(({ summary }) => summary)).toEqual([
    'Lamps; bread, and more',
    'Later that day',
  ])

  const { headers } = await get(brands!)
  expect(headers.get('content-type')).toBe('text/calendar; charset=utf-8')
  expect(headers.get('x-robots-tag')).toBe('noindex')
  expect((await get(brands!, { 'if-none-match': headers.get('etag')! })).status).toBe(304)
})

it('keeps an event as what it is when it goes out, and says so', async () => {
  const address = (await addressOf(null))!
  const before = await eventsAt(address)
  await playHours(nell, 2)
  const after = await eventsAt(address)
  expect(after.map(({ uid }) => uid).toSorted()).toEqual(before.map(({ uid }) => uid).toSorted())
  const sent = after.filter(({ at }) => at === '02T10:00')
  expect(sent.map(({ description }) => description?.split('\n').at(-1)).toSorted()).toEqual([
    'Chatterbrook: sent',
    'Commonfire: sent',
  ])
  // Where it stands now, not what it is about.
  expect(sent.map(({ url }) => String(url))).toEqual([
    expect.stringMatching(/^https:\/\/(chatterbrook|commonfire)\.example\//),
    expect.stringMatching(/^https:\/\/(chatterbrook|commonfire)\.example\//),
  ])
})

it('says what is not certain yet', async () => {
  const { id, name, version } = accounts[0]!
  await nell.want('PATCH', `${path}/accounts/${id}`, { name, approver: 'someone-else', token: '', version })
  await lineUp('Not approved yet')
  const [waiting] = (await eventsAt((await addressOf(null))!)).filter(({ summary }) => summary === 'Chatterbrook: Not approved yet') // prettier-ignore
  expect(waiting).toMatchObject({ state: 'TENTATIVE', description: expect.stringMatching(/in review$/) })
})

it('opens nothing with another key, an old one, or one that was ended; undone, it opens again', async () => {
  const address = (await addressOf(null))!
  const [, , id, file] = address.split('/')
  const wrong = [`/calendars/${id}/${'0'.repeat(24)}.ics`, `/calendars/${accounts[0]!.id}/${file}`, `/calendars/${id}/${file!.replace('.ics', '')}`, `/calendars/x/${file}`] // prettier-ignore
  for (const one of wrong) expect((await get(one)).status).toBe(404)

  await nell.want('PUT', `${path}/calendars/${path.split('/').at(-1)}`)
  const renewed = (await addressOf(null))!
  expect([(await get(address)).status, (await get(renewed)).status]).toEqual([404, 200])
  const { historyId } = await nell.want<Undoable>('DELETE', `${path}/calendars/${path.split('/').at(-1)}`)
  expect((await get(renewed)).status).toBe(404)
  await nell.want('POST', `${path}/undo`, { historyId })
  expect((await get(renewed)).status).toBe(200)
  expect((await nell.ask('PUT', `${path}/calendars/${id}`)).status).toBe(404)
})

it('ends with its account', async () => {
  const address = (await addressOf(accounts[1]!.id))!
  await nell.want('DELETE', `${path}/accounts/${accounts[1]!.id}`)
  expect((await get(address)).status).toBe(404)
})
