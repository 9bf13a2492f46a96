// Every route with the largest input it takes, on a large archive: how long the event loop is blocked, so
// that nobody else is answered.
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { fillArchive } from '../support/load/archive'
import type { BrandView } from '#shared/people/types'
import type { WirePage } from '#shared/reading/types'
import { largestBody } from '../support/bodies'
import type { Person } from '../support/person'
import { allRoutes, nameOf, type KnownRoute } from '../support/routes'
import { CHATTERBROOK, COMMONFIRE, draftOf, makeBrand, saveNew, World } from '../support/world'

const ARTICLES = Number(process.env['QUILL_ARCHIVE'] ?? 200_000)
/** Nobody waits longer for one request of another. */
const MOST_MS = 100
const TRIES = 5
/** These end the session, move the clock by weeks, or never end. */
const LEFT_OUT = ['DELETE /api/session', 'POST /api/demo/clock', 'GET /api/events', 'DELETE /api/me/sessions/[id]', 'DELETE /api/brands/[brandId]', 'POST /api/demo/begin', 'PATCH /api/me'] // prettier-ignore
/** Queries that ask much of lists. */
const QUERIES: Record<string, string[]> = {
  'GET /api/brands/[brandId]/articles': [
    '',
    '?order=mixed',
    '?show=all&order=waiting',
    '?words=lamp+harbour',
    '?folder=Folder+3',
    '?words=lamp&show=passed',
  ],
  'GET /api/brands/[brandId]/find': [
    '?q=lamp',
    '?q=lamp+harbour+tides',
    '?q=%22lamp%20harbour%22&show=passed',
    `?q=${'lamp+'.repeat(60)}`,
  ],
  'GET /api/brands/[brandId]/clippings': ['', '?q=lamp', '?show=done'],
  'GET /api/brands/[brandId]/schedule': ['?days=31'],
}

let world: World
let nell: Person
let routes: KnownRoute[]
let ids: string[]
/** A thing of each kind, by the part of the path before its id. */
let own: Record<string, string>
let brandId: string

beforeAll(async () => {
  routes = (await allRoutes()).filter((route) => !LEFT_OUT.includes(nameOf(route)))
  world = await World.start()
  nell = await world.nell()
  const made = await makeBrand(nell, [CHATTERBROOK, COMMONFIRE])
  brandId = made.id
  for (const query of ['wordab', 'lamp', '"harbour tide"'])
    await nell.want('POST', `${made.path}/watches`, { name: query, query, ink: 1, tags: ['T'] })
  for (let n = 0; n < 20; n++) await saveNew(nell, made.path, await draftOf(nell, made.path, `A line ${n}`))
  await world.server.stop()
  fillArchive(join(world.dataDir, 'quill.sqlite'), brandId, ARTICLES)
  await world.restart()
  nell = await world.nell()
  const view = await nell.want<BrandView>('GET', made.path)
  const { articles } = await nell.want<WirePage>('GET', `${made.path}/articles`)
  ids = [...articles, ...view.watches, ...view.accounts, ...view.tags].map(({ id }) => id)
  await nell.want('PUT', `${made.path}/articles/${articles[0]!.id}/state`, { state: 'clipped' })
  /** The first thing in an answer that is a list, or holds one. */
  const first = async (what: string): Promise<string> => {
    const answer = await nell.want<object>('GET', `${made.path}/${what}`)
    const lists = [answer, ...Object.values(answer)].filter(
      (one): one is { id: string }[] => Array.isArray(one) && one.length > 0,
    )
    if (!lists[0]) throw new Error(`nothing in ${what}`)
    return lists[0][0]!.id
  }
  own = {
    accounts: view.accounts[0]!.id,
    articles: articles[1]!.id,
    clippings: await first('clippings'),
    folders: await first('folders'),
    pillars: view.pillars[0]!.id,
    posts: await first('posts'),
    sources: await first('sources'),
    tags: view.tags[0]!.id,
    watches: view.watches[0]!.id,
  }
}, 240_000)
afterAll(() => world.stop())

const delay = async (): Promise<number> => (await world.howItIs()).delay

/** How many requests were carried out, and not refused for something else. */
let carriedOut = 0

/** Asks once; gives the longest block meanwhile and just after, in milliseconds. */
async function blockOf(method: string, path: string, body: unknown): Promise<number> {
  await delay()
  const answer = await nell.ask(method, path, body)
  if (answer.status < 300) carriedOut++
  if (answer.status >= 500 || (answer.status === 401 && path.includes('/brands/')))
    throw new Error(`${method} ${path}: ${answer.status}`)
  // The loop tells of a block at its next look.
  await new Promise((resolve) => setTimeout(resolve, 40))
  return delay()
}

it(
  `no request blocks the others for more than ${MOST_MS} ms, with ${ARTICLES.toLocaleString('en')} articles`,
  { timeout: 600_000 },
  async () => {
    const found: { name: string; ms: number }[] = []
    // What removes things comes last.
    for (const route of routes.toSorted(
      (a, b) => Number(a.method === 'DELETE') - Number(b.method === 'DELETE'),
    )) {
      const name = nameOf(route)
      const { schema, limits } = route.declared
      const body = schema === null ? undefined : largestBody(schema, ids, limits.bodyBytes)
      for (const query of QUERIES[name] ?? ['']) {
        const path =
          route.path
            .replace('[brandId]', brandId)
            .replace(/(\w+)\/\[[a-z]+\]/gi, (_, kind: string) => `${kind}/${own[kind] ?? ids[0]!}`) + query
        let ms = Number.POSITIVE_INFINITY
        for (let one = 0; one < TRIES && ms > MOST_MS; one++)
          ms = Math.min(ms, await blockOf(route.method, path, body))
        found.push({ name: `${name}${query.slice(0, 40)}`, ms })
      }
    }
    found.sort((a, b) => b.ms - a.ms)
    process.stdout.write(`longest blocks: ${found.slice(0, 12).map(({ name, ms }) => `${name} ${ms} ms`).join('; ')}\n`) // prettier-ignore
    expect(carriedOut).toBeGreaterThan(70)
    expect(found.filter(({ ms }) => ms > MOST_MS)).toEqual([])
  },
)
