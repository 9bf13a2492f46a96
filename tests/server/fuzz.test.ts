// Random bodies for every route, made from its own schema: whatever comes, the server answers, and never with
// a fault of its own. QUILL_FUZZ_SECONDS lets it look for longer than in a run of all tests.
import fc from 'fast-check'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { BrandView } from '#shared/people/types'
import type { WirePage } from '#shared/reading/types'
import { rightBody, wrongBody } from '../support/bodies'
import type { Person } from '../support/person'
import { allRoutes, nameOf, type KnownRoute } from '../support/routes'
import { CHATTERBROOK, COMMONFIRE, draftOf, makeBrand, saveNew, World } from '../support/world'

const SECONDS = Number(process.env['QUILL_FUZZ_SECONDS'] ?? 20)
const SEED = Number(process.env['QUILL_FUZZ_SEED'] ?? 20271127)
/** These do what they are told: end the session, move the clock by weeks, or never end. */
const LEFT_OUT = [
  'DELETE /api/session',
  'POST /api/demo/clock',
  'GET /api/events',
  'DELETE /api/me/sessions/[id]',
  'DELETE /api/brands/[brandId]',
]

let world: World
let nell: Person
let routes: KnownRoute[]
let ids: string[]
let brandId: string

beforeAll(async () => {
  routes = (await allRoutes()).filter((route) => !LEFT_OUT.includes(nameOf(route)))
  world = await World.start()
  nell = await world.nell()
  const { id, path } = await makeBrand(nell, [CHATTERBROOK, COMMONFIRE])
  brandId = id
  await nell.want('POST', `${path}/sources`, { feedUrl: 'https://lowlamp.example/feed.xml', label: 'Lamp' })
  await nell.want('POST', `${path}/watches`, { name: 'W', query: 'lamp', ink: 1, tags: ['T'] })
  const post = await saveNew(nell, path, await draftOf(nell, path, 'A line'))
  const view = await nell.want<BrandView>('GET', path)
  const { articles } = await nell.want<WirePage>('GET', `${path}/articles`)
  const named = [view.accounts, view.watches, view.tags, view.pillars, articles.slice(0, 3)].flatMap((list) =>
    list.slice(0, 3).map((one) => one.id),
  )
  ids = [...named, post.id, world.ids.bento]
})
afterAll(() => world.stop())

it(`answers whatever it is sent, for ${SECONDS} seconds`, { timeout: (SECONDS + 60) * 1_000 }, async () => {
  const end = Date.now() + SECONDS * 1_000
  const faults: string[] = []
  let requests = 0
  for (let round = 0; Date.now() < end; round++) {
    for (const [at, route] of routes.entries()) {
      if (Date.now() > end) break
      const { schema } = route.declared
      const seed = SEED + round * 1_000 + at
      const [id] = fc.sample(fc.constantFrom(...ids), { numRuns: 1, seed })
      const path = route.path.replace('[brandId]', brandId).replace(/\[[a-z]+\]/gi, id!)
      const bodies =
        schema === null
          ? [undefined]
          : fc.sample(round % 3 === 2 ? rightBody(schema, ids) : wrongBody(schema, ids), { numRuns: 2, seed })
      for (const body of bodies) {
        const answer = await nell.ask(route.method, path, body)
        requests++
        if (answer.status === 401) nell = await world.nell()
        const isFault = answer.status >= 500 || (answer.status >= 400 && !answer.body?.type)
        if (isFault)
          faults.push(
            `${nameOf(route)} ${answer.status} seed ${seed}: ${JSON.stringify(body)?.slice(0, 400)}`,
          )
      }
    }
  }
  process.stdout.write(`fuzz: ${requests} requests to ${routes.length} routes\n`)
  expect(requests).toBeGreaterThan(routes.length)
  // One of each route, so that the list can be read.
  expect([...new Map(faults.map((fault) => [fault.split(' seed ')[0], fault])).values()]).toEqual([])
  expect((await nell.ask('GET', `/api/brands/${brandId}`)).status).toBe(200)
})
