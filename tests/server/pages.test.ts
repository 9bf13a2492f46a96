import { afterAll, beforeAll, expect, it } from 'vitest'
import type { ArticleFull, ArticleSummary, WirePage } from '#shared/reading/types'
import type { FoundSource, Source } from '#shared/sources/types'
import { makeBrand, World } from '../support/world'
import type { Person } from '../support/person'

let world: World
let nell: Person
let path: string

beforeAll(async () => {
  world = await World.start({ QUILL_PATIENCE_SECONDS: '3' })
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, []))
})
afterAll(() => world.stop())

async function source(address: string): Promise<Source> {
  const { url } = await nell.want<FoundSource>('POST', `${path}/sources/look`, { address })
  const { id } = await nell.want<{ id: string }>('POST', `${path}/sources`, { feedUrl: url, label: address })
  return (await nell.want<Source[]>('GET', `${path}/sources`)).find((one) => one.id === id)!
}
const rowsOf = async (one: Source): Promise<ArticleSummary[]> =>
  (await nell.want<WirePage>('GET', `${path}/articles?show=all&source=${one.id}`)).articles
const full = (id: string): Promise<ArticleFull> => nell.want('GET', `${path}/articles/${id}`)
const look = (id: string): Promise<ArticleFull> => nell.want('POST', `${path}/articles/${id}/page`)
const asks = async (host: string): Promise<string[]> =>
  (
    (await (await fetch(`${world.standins.url}/control/asks`)).json()) as { host: string; path: string }[]
  ).flatMap((ask) => (ask.host === host ? [ask.path] : []))

it('the whole text is fetched from the page, once, and stays when the feed comes again', async () => {
  const zenith = await source('zenithminute.example')
  const [row] = await rowsOf(zenith)
  const before = await full(row!.id)
  expect(before).toMatchObject({ textFrom: null, pageWaits: true, pageMessage: null })
  const [after] = await Promise.all([look(row!.id), look(row!.id)])
  expect(after).toMatchObject({ textFrom: 'page', pageWaits: false, pageMessage: null })
  expect(after!.html.length).toBeGreaterThan(before.html.length * 2)
  expect(after!.html).not.toMatch(/<h1|<footer/)
  expect(after!.minutes).toBeGreaterThan(0)
  const page = new URL(row!.id ? after!.url! : '').pathname
  expect((await asks('zenithminute.example')).filter((asked) => asked === page)).toHaveLength(1)
  await nell.want('POST', `${path}/sources/${zenith.id}/fetch`)
  expect((await full(row!.id)).html).toBe(after!.html)
})

it('its words are found and watched from then on', async () => {
  const zenith = (await nell.want<Source[]>('GET', `${path}/sources`))[0]!
  const [row] = (await rowsOf(zenith)).slice(1)
  const after = await look(row!.id)
  const word = after.html
    .replace(/<[^>]*>/g, ' ')
    .split(/\s+/)
    .find((one) => /^[a-z]{9,}$/.test(one) && !after.summary.includes(one))!
  await nell.want('POST', `${path}/watches`, { name: 'Later', query: word, ink: 1 })
  expect((await full(row!.id)).watches.map(({ name }) => name)).toEqual(['Later'])
  const found = async (): Promise<string[]> =>
    (await nell.want<{ articles: ArticleSummary[] }>('GET', `${path}/find?q=${word}`)).articles.map(
      ({ id }) => id,
    )
  for (let tries = 0; !(await found()).includes(row!.id) && tries < 50; tries++)
    await new Promise((resolve) => setTimeout(resolve, 100))
  expect(await found()).toContain(row!.id)
})

it('a feed that gives the whole text is not asked for more', async () => {
  const lamp = await source('lowlamp.example')
  const [row] = await rowsOf(lamp)
  expect(await look(row!.id)).toMatchObject({ textFrom: 'feed', pageWaits: false })
  expect(await asks('lowlamp.example')).not.toContain(new URL((await full(row!.id)).url!).pathname)
})

it.each([
  ['missing', /answered 404/],
  ['silent', /did not answer/],
  ['page', /no more text than the feed/],
  ['huge', /more than 10 MB|no web page/],
  ['bomb', /more than 10 MB|no web page/],
  ['deep', /not a web page|too heavy|can’t be read/],
] as const)(
  'a page that is %s leaves the summary, with the reason, and is not asked again at once',
  async (fault, message) => {
    const host = `page-${fault}.faulty.example`
    const [row] = await rowsOf(await source(`https://${host}/feed.xml`))
    await world.fault(host, fault)
    const after = await look(row!.id)
    expect(after.textFrom).toBeNull()
    expect(after.pageMessage).toMatch(message)
    expect(after.html).toContain('Words of article')
    const count = (await asks(host)).length
    await look(row!.id)
    expect((await asks(host)).length).toBe(count)
  },
  60_000,
)
