// Clicks on short links: people told apart from machines, once a day each, and nothing of them kept.
import { createRequire } from 'node:module'
import sharp from 'sharp'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import type { LinkView } from '#shared/results/types'
import type { Undoable } from '#shared/platform/types'
import type { ScheduleView } from '#shared/schedule/types'
import { USUAL_WRITING } from '#shared/posts/docs'
import { startServer } from '../../scripts/world.mjs'
import { FIREFOX, PHONE } from '../support/browsers'
import { CHATTERBROOK, lineUpText, makeBrand, playHours, World } from '../support/world'
import { until, type Person } from '../support/person'

const readQr = createRequire(import.meta.url)('jsqr') as (
  data: Uint8ClampedArray,
  width: number,
  height: number,
) => { data: string } | null

let world: World
let nell: Person
let path: string
let id: string
const TARGET = 'https://lowlamp.example/lamps'

const writing = (kind: string) => ({ ...USUAL_WRITING, linkRule: { ...USUAL_WRITING.linkRule, kind } })

beforeEach(async () => {
  world = await World.again(world)
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, [CHATTERBROOK]))
  await nell.want('PUT', `${path}/writing`, { version: 1, writing: writing('short') })
  await lineUpText(nell, path, 'Lamps off', { link: TARGET })
  await playHours(nell, 30)
  const { cards } = await nell.want<ScheduleView>('GET', `${path}/schedule?from=2027-03-02&days=7`)
  id = cards.find(({ deliveryId }) => deliveryId)!.deliveryId!
})
afterAll(() => world.stop())

const look = (): Promise<LinkView> => nell.want('GET', `${path}/deliveries/${id}/link`)
async function follow(headers: Record<string, string>, method = 'GET'): Promise<number> {
  const { code } = await look()
  return (await world.nobody().ask(method, `/r/${code}`, undefined, headers)).status
}
/** What is counted once so many clicks are stored. */
const counted = (all: number): Promise<LinkView> =>
  until('clicks are stored', async () => {
    const link = await look()
    return link.clicks + link.repeats >= all ? link : undefined
  })

describe('clicks', () => {
  it('are people’s, once a day each, by where from and on what', async () => {
    expect(await follow({ 'user-agent': FIREFOX, referer: 'https://www.Lowlamp.example/a?b' })).toBe(302)
    await follow({ 'user-agent': FIREFOX, referer: 'https://www.lowlamp.example/a?b' })
    await follow({ 'user-agent': PHONE, referer: 'android-app://of.somebody' })
    // Machines, each in its own way.
    await follow({ 'user-agent': 'Examplebot/1.0 (+https://bot.example)' })
    await follow({ 'user-agent': PHONE, 'sec-purpose': 'prefetch;prerender' })
    await follow({})
    await follow({ 'user-agent': `${FIREFOX} again`, referer: `https://${'x'.repeat(8000)}.example/` })
    expect(await counted(4)).toMatchObject({
      target: TARGET,
      clicks: 3,
      repeats: 1,
      sites: [
        { site: '', clicks: 2 },
        { site: 'lowlamp.example', clicks: 1 },
      ],
      devices: [
        { device: 'computer', clicks: 2 },
        { device: 'phone', clicks: 1 },
      ],
    })
  })

  it('of the same browser count anew the next day, and what they were known by is gone', async () => {
    await follow({ 'user-agent': FIREFOX })
    await counted(1)
    const [first] = world.rows('SELECT * FROM click_days')
    await playHours(nell, 24)
    await follow({ 'user-agent': FIREFOX })
    expect(await counted(2)).toMatchObject({ clicks: 2, repeats: 0 })
    const days = world.rows('SELECT * FROM click_days')
    expect([days.length, world.rows('SELECT * FROM click_marks').length]).toEqual([1, 1])
    expect(days[0]).not.toEqual(first)
  })

  it('leave neither an address nor a browser in the data', async () => {
    await follow({ 'user-agent': FIREFOX, referer: 'https://lowlamp.example/a/path?name=nell' })
    await counted(1)
    const data = JSON.stringify(
      ['short_clicks', 'click_days', 'click_marks'].map((table) => world.rows(`SELECT * FROM ${table}`)),
    )
    expect(data).toContain('lowlamp.example')
    expect(data).not.toMatch(/127\.0\.0\.1|Firefox|Gecko|name=nell|path/)
  })

  it('in a burst are a machine’s that calls itself a browser', async () => {
    const { code } = await look()
    const quick = world.nobody()
    for (let at = 0; at < 60; at++)
      await quick.ask('GET', `/r/${code}`, undefined, { 'user-agent': `${FIREFOX} quick` })
    await follow({ 'user-agent': PHONE })
    const link = await counted(31)
    expect([link.clicks, link.repeats]).toEqual([2, 29])
  })

  it('from more sites than anybody has are not kept apart without end', async () => {
    for (let at = 0; at < 60; at++)
      await follow({ 'user-agent': `${FIREFOX} ${at}`, referer: `https://site${at}.example/` })
    const { sites, clicks } = await counted(60)
    expect([clicks, sites.length]).toEqual([60, 51])
    expect(sites[0]).toEqual({ site: '', clicks: 10 })
  })
})

describe('a short link', () => {
  it('can lead elsewhere, with an undo, and keeps what was counted', async () => {
    await follow({ 'user-agent': FIREFOX })
    await counted(1)
    const put = (target: string) => nell.ask<Undoable>('PUT', `${path}/deliveries/${id}/link`, { target })
    expect((await put('javascript:alert(1)')).status).toBe(422)
    const { body } = await put('https://lowlamp.example/moved')
    expect(await look()).toMatchObject({ target: 'https://lowlamp.example/moved', clicks: 1 })
    await nell.want('POST', `${path}/undo`, { historyId: body.historyId })
    expect((await look()).target).toBe(TARGET)
  })

  it('is a QR code, as SVG and as PNG that a reader reads', async () => {
    const { code, address } = await look()
    const svg = await world.nobody().ask('GET', `/r/${code}/qr`)
    expect([svg.headers.get('content-type'), svg.text.startsWith('<svg')]).toEqual([
      'image/svg+xml; charset=utf-8',
      true,
    ])
    const png = await fetch(`${world.server.url}/r/${code}/qr?as=png`)
    const { data, info } = await sharp(Buffer.from(await png.arrayBuffer()))
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true })
    expect(readQr(new Uint8ClampedArray(data), info.width, info.height)?.data).toBe(address)
    expect((await world.nobody().ask('GET', '/r/aaaaaa/qr')).status).toBe(404)
  })

  it('is answered by a process for links alone, and nothing else is', async () => {
    const { code } = await look()
    const links = await startServer({
      dataDir: world.dataDir,
      standins: world.standins.url,
      demo: true,
      env: { QUILL_LOG: 'error', QUILL_ROLE: 'link' },
    })
    try {
      const at = (to: string) =>
        fetch(`${links.url}${to}`, { redirect: 'manual', headers: { 'user-agent': PHONE } })
      expect((await at(`/r/${code}`)).headers.get('location')).toBe(TARGET)
      expect([
        (await at('/api/health')).status,
        (await at('/api/start')).status,
        (await at('/wire')).status,
      ]).toEqual([200, 404, 404])
      expect((await counted(1)).clicks).toBe(1)
    } finally {
      await links.stop()
    }
  })
})
