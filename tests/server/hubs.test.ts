// WebSub (W3C Recommendation), with a hub of the stand-in world: subscribing, what it announces, and what is
// not believed.
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Source } from '#shared/sources/types'
import type { WirePage } from '#shared/reading/types'
import { makeBrand, World } from '../support/world'
import { until, type Person } from '../support/person'

const FEED = 'https://tidings.faulty.example/feed.xml'
const TOPIC = 'https://tidings.faulty.example/topic'
let world: World
let nell: Person
let path: string

beforeAll(async () => {
  world = await World.start({ QUILL_PUBLIC_URL: 'http://127.0.0.1:0' })
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, []))
  await world.fault('tidings.faulty.example', 'withHub')
  await nell.want('POST', `${path}/sources`, { feedUrl: FEED, label: 'Tidings', folder: null, own: false })
})
afterAll(() => world.stop())

const source = async (): Promise<Source> => (await nell.want<Source[]>('GET', `${path}/sources`))[0]!
const titles = async (): Promise<string[]> =>
  (await nell.want<WirePage>('GET', `${path}/articles`)).articles.map((article) => article.title)
const announcement = (title: string): string =>
  `<?xml version="1.0"?><rss version="2.0"><channel><title>Tidings</title><item><title>${title}</title><guid>${title}</guid></item></channel></rss>`
const announce = (title: string, more: object = {}): Promise<{ status: number }> =>
  world.control('announce', { topic: TOPIC, body: announcement(title), ...more })

describe('a feed that names a hub', () => {
  it('is subscribed to, and says so', async () => {
    await until('the subscription', async () => (await source()).announced)
  })

  it('brings what the hub announces at once, without a fetch', async () => {
    const before = await source()
    expect(await announce('Just in')).toEqual({ status: 202 })
    expect(await titles()).toContain('Just in')
    expect((await source()).articles).toBe(before.articles + 1)
    const asks = (await (await fetch(`${world.standins.url}/control/asks`)).json()) as { host: string }[]
    expect(asks.filter((ask) => ask.host === 'tidings.faulty.example')).toHaveLength(1)
  })

  it('drops what is not signed with our secret, without a word', async () => {
    expect(await announce('Forged', { secret: 'guessed' })).toEqual({ status: 202 })
    expect(await titles()).not.toContain('Forged')
  })

  it('has a secret address: another one is not there, and a subscription we did not ask for is not confirmed', async () => {
    const nobody = world.nobody()
    const id = '01900000-0000-7000-8000-00000000ffff'
    const challenge = 'hub.mode=subscribe&hub.challenge=x&hub.topic=https://tidings.faulty.example/topic'
    expect((await nobody.ask('GET', `/hooks/feeds/${id}/guess?${challenge}`)).status).toBe(404)
    expect((await nobody.ask('POST', `/hooks/feeds/${id}/guess`, announcement('Forged'))).status).toBe(404)
    expect(await titles()).not.toContain('Forged')
  })
})
