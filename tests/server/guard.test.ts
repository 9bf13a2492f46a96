import { readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Problem } from '#shared/platform/types'
import type { WirePage } from '#shared/reading/types'
import { makeBrand, lineUpText, scheduleOf, START_CODE, World } from '../support/world'
import type { Person } from '../support/person'
import { allRoutes, nameOf, nameOfDeclared, sharedRoutes } from '../support/routes'

const ID = '01900000-0000-7000-8000-00000000ffff'
const PUBLIC = [
  'GET /api/start',
  'GET /api/health',
  'POST /api/session',
  'DELETE /api/session',
  'POST /api/session/code',
  'POST /api/password-resets',
  'GET /api/password-resets/open',
  'POST /api/password-resets/use',
  'POST /api/first-start',
  'POST /api/pairing',
  'GET /api/docs',
  'GET /api/openapi.json',
  'POST /api/demo/begin',
  'POST /api/demo/session',
]

/** Every route as its file says: method and path, parameters filled in. */
const api = fileURLToPath(new URL('../../server/api', import.meta.url))
const routes = readdirSync(api, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts') && !file.includes('[...]'))
  .map((file) => {
    const [, path = '', method = ''] = /^(.*)\.(get|post|put|patch|delete)\.ts$/.exec(file)!
    return {
      method: method.toUpperCase(),
      path: `/api/${path.replace(/(^|\/)index$/, '')}`.replace(/\/$/, ''),
    }
  })
const name = (route: { method: string; path: string }): string => `${route.method} ${route.path}`

let world: World
let nell: Person
let bento: Person
let ottilie: Person
let brandId: string
const fill = (path: string, brand: string): string =>
  path.replace('[brandId]', brand).replace(/\[[a-z]+\]/gi, ID)

beforeAll(async () => {
  world = await World.start()
  ;[nell, bento, ottilie] = await Promise.all([world.nell(), world.bento(), world.ottilie()])
  const brand = await makeBrand(nell, [])
  brandId = brand.id
  await nell.want('POST', `${brand.path}/members`, { personId: world.ids.ottilie, role: 'client' })
})
afterAll(() => world.stop())

it('walks over every route there is, and each says of itself who may use it', async () => {
  const declared = (await allRoutes()).map(nameOf).filter((one) => one.includes(' /api/'))
  expect(declared.toSorted()).toEqual(routes.map(name).toSorted())
  // What a file is called and what it is declared as are one; and all that is declared has a file.
  for (const route of await allRoutes()) expect(nameOfDeclared(route.declared.route)).toBe(nameOf(route))
  expect((await sharedRoutes()).toSorted()).toEqual(declared.toSorted())
  expect(CLIENTS.filter((one) => !routes.some((route) => name(route) === one))).toEqual([])
  expect(PUBLIC.filter((one) => !routes.some((route) => name(route) === one))).toEqual([])
})

const listed = (wanted: (route: { method: string; path: string }) => boolean) =>
  routes.filter(wanted).map((route) => [name(route), route] as const)
const ofBrand = listed((route) => route.path.includes('[brandId]'))
const bodyOf = (method: string): unknown => (method === 'GET' || method === 'DELETE' ? undefined : {})

it.each(listed((route) => !PUBLIC.includes(name(route))))(
  '%s is closed to nobody',
  async (_, { method, path }) => {
    const answer = await world.nobody().ask(method, fill(path, brandId), bodyOf(method))
    expect([answer.status, answer.body.type]).toEqual([401, 'urn:clear-quill:notSignedIn'])
  },
)

it.each(ofBrand)('%s is not there for somebody without a part in the brand', async (_, { method, path }) => {
  const answer = await bento.ask(method, fill(path, brandId), bodyOf(method))
  expect([answer.status, answer.body.type]).toEqual([404, 'urn:clear-quill:notFound'])
})

/** What a client is there for: a word on a post before it goes out, and taking it back. */
const CLIENTS = [
  'POST /api/brands/[brandId]/undo',
  'POST /api/brands/[brandId]/posts/[id]/approve',
  'POST /api/brands/[brandId]/posts/[id]/send-back',
]
it.each(ofBrand.filter(([title, route]) => route.method !== 'GET' && !CLIENTS.includes(title)))(
  '%s is not a client’s to change',
  async (_, { method, path }) => {
    const answer = await ottilie.ask(method, fill(path, brandId), bodyOf(method))
    expect([answer.status, answer.body.type]).toEqual([403, 'urn:clear-quill:notAllowed'])
  },
)

it.each(listed((route) => route.method !== 'GET'))(
  '%s is closed to other sites',
  async (title, { method, path }) => {
    const person = PUBLIC.includes(title) ? world.nobody() : nell
    const answer = await person.ask(method, fill(path, brandId), bodyOf(method), {
      origin: 'https://elsewhere.example',
    })
    expect([answer.status, answer.body.type]).toEqual([403, 'urn:clear-quill:foreignOrigin'])
  },
)

describe('another brand’s thing under one’s own brand', () => {
  const edits = {
    sources: { label: 'x', folder: null, own: false, version: 1 },
    watches: { name: 'x', query: 'x', ink: 1, version: 1 },
    tags: { name: 'x', version: 1 },
    pillars: { name: 'x', ink: 1, description: '', version: 1 },
    accounts: { name: 'x', token: '', version: 1 },
  }
  let ids: Record<string, string>
  let own: string

  beforeAll(async () => {
    const theirs = await makeBrand(nell)
    own = (await makeBrand(bento, [])).path
    const { id: sources } = await nell.want<{ id: string }>('POST', `${theirs.path}/sources`, {
      feedUrl: 'https://lowlamp.example/feed.xml',
      label: 'L',
      folder: null,
      own: false,
    })
    const { id: watches } = await nell.want<{ id: string }>('POST', `${theirs.path}/watches`, {
      name: 'W',
      query: 'lamp',
      ink: 1,
      tags: ['Theirs'],
    })
    const { historyId } = await lineUpText(nell, theirs.path, 'Theirs')
    const view = await theirs.view()
    const [card] = (await scheduleOf(nell, theirs.path)).cards
    const { articles } = await nell.want<WirePage>('GET', `${theirs.path}/articles`)
    ids = {
      sources,
      watches,
      tags: view.tags[0]!.id,
      history: historyId,
      pillars: view.pillars[0]!.id,
      accounts: view.accounts[0]!.id,
      lines: card!.queueItemId!,
      articles: articles[0]!.id,
    }
  })

  it.each(Object.entries(edits))('%s: not there to change or remove', async (kind, edit) => {
    for (const [method, body] of [
      ['PATCH', edit],
      ['DELETE', undefined],
    ] as const) {
      expect((await bento.ask(method, `${own}/${kind}/${ids[kind]}`, body)).status).toBe(404)
    }
  })

  it('articles, lines, undo and posts: not there either', async () => {
    expect((await bento.ask('GET', `${own}/articles/${ids['articles']}`)).status).toBe(404)
    expect((await bento.ask('POST', `${own}/sources/${ids['sources']}/fetch`)).status).toBe(404)
    expect((await bento.ask('DELETE', `${own}/lines/${ids['lines']}`)).body.type).toBe(
      'urn:clear-quill:alreadyGone',
    )
    expect((await bento.ask('POST', `${own}/lines/${ids['lines']}/send`)).body.type).toBe(
      'urn:clear-quill:alreadyGone',
    )
    expect((await bento.ask('POST', `${own}/undo`, { historyId: ids['history'] })).body.type).toBe(
      'urn:clear-quill:nothingToUndo',
    )
    expect((await bento.ask('PUT', `${own}/watches/${ids['watches']}/feed`)).status).toBe(404)
    expect((await bento.ask('DELETE', `${own}/watches/${ids['watches']}/run`)).status).toBe(404)
    expect((await bento.ask('POST', `${own}/tags/${ids['tags']}/merge`, { into: ids['tags'] })).status).toBe(
      404,
    )
    expect(
      (await bento.ask('PUT', `${own}/tags/articles`, { ids: [ids['articles']], add: ['x'] })).status,
    ).toBe(404)
    expect(
      (await bento.ask('POST', `${own}/watches`, { name: 'x', query: 'x', sources: [ids['sources']] }))
        .status,
    ).toBe(404)
    const post = {
      id: ID,
      text: 'x',
      accounts: [{ accountId: ids['accounts'], ownText: null }],
      planVersion: 'x',
    }
    expect((await bento.ask('POST', `${own}/posts`, post)).status).toBe(404)
  })
})

it('knows no demo outside the demo', async () => {
  const plain = await World.start({}, false)
  try {
    const person = plain.nobody()
    await person.want('POST', '/api/first-start', {
      name: 'Ida',
      email: 'ida@reading.example',
      password: 'long enough for anyone',
      code: START_CODE,
    })
    for (const [path, body] of [
      ['begin', { at: 0, people: [] }],
      ['session', { personId: ID }],
      ['clock', { hours: 1 }],
    ] as const) {
      expect((await person.ask('POST', `/api/demo/${path}`, body)).status, path).toBe(404)
    }
    expect(await person.want('GET', '/api/start')).toMatchObject({ needsFirstStart: false, demoPeople: [] })
    expect(
      (
        await plain.nobody().ask('POST', '/api/first-start', {
          name: 'Eve',
          email: 'eve@reading.example',
          password: 'long enough for anyone',
        })
      ).body.type,
    ).toBe('urn:clear-quill:alreadyStarted')
  } finally {
    await plain.stop()
  }
})

describe('refusals', () => {
  it.each([
    ['POST', '/api/session', 'not json', 400],
    ['POST', '/api/session', '[]', 400],
    ['POST', '/api/session', '{"email":"x"}', 422],
    ['POST', '/api/session', `{"email":"${'x'.repeat(1_100_000)}"}`, 413],
    ['GET', '/api/nothing/here', undefined, 404],
    ['GET', '/api/brands/not-an-id', undefined, 404],
    ['DELETE', '/api/health', undefined, 404],
  ])('%s %s answers problem details (RFC 9457), never a stack', async (method, path, body, status) => {
    const answer = await nell.ask<Problem>(method, path, body)
    expect(answer.status).toBe(status)
    expect(answer.headers.get('content-type')).toContain('application/problem+json')
    expect(answer.body).toMatchObject({
      status,
      type: expect.stringMatching(/^urn:/),
      title: expect.any(String),
      detail: expect.stringMatching(/\.$/),
    })
    expect(answer.text).not.toMatch(/node_modules|\.ts:|at .*\(/)
  })

  it('names each field', async () => {
    const { body } = await world.nobody().ask<Problem>('POST', '/api/session', { email: 'x', password: '' })
    expect(body.errors).toEqual(
      expect.arrayContaining([
        { field: 'email', message: expect.stringContaining('mail address') },
        { field: 'password', message: 'Enter your password.' },
      ]),
    )
  })
})

describe('sessions', () => {
  it('end when revoked', async () => {
    const [first, second] = [await world.nell(), await world.nell()]
    const sessions = await first.want<{ id: string; current: boolean }[]>('GET', '/api/me/sessions')
    const current = (await second.want<{ id: string; current: boolean }[]>('GET', '/api/me/sessions')).find(
      (one) => one.current,
    )!
    expect(sessions.map((one) => one.id)).toContain(current.id)
    await first.want('DELETE', `/api/me/sessions/${current.id}`)
    expect((await second.ask('GET', '/api/me')).status).toBe(401)
    expect((await first.ask('GET', '/api/me')).status).toBe(200)
  })

  it('of a person end when another of theirs sets a new password', async () => {
    const [first, second] = [await world.bento(), await world.bento()]
    await first.want('PATCH', '/api/me', {
      name: 'Bento',
      email: 'bento@desk.example',
      password: 'a new long password',
    })
    expect([(await first.ask('GET', '/api/me')).status, (await second.ask('GET', '/api/me')).status]).toEqual(
      [200, 401],
    )
    expect(
      (
        await world
          .nobody()
          .ask('POST', '/api/session', { email: 'bento@desk.example', password: 'a new long password' })
      ).status,
    ).toBe(200)
    bento = await world.bento()
  })

  it('can’t be made up: a changed cookie is nobody’s', async () => {
    const person = await world.nell()
    person.cookie = `${person.cookie.slice(0, -3)}abc`
    expect((await person.ask('GET', '/api/me')).status).toBe(401)
  })

  it('are sealed, out of reach of scripts and of other sites', async () => {
    const answer = await world.nobody().ask('POST', '/api/demo/session', { personId: world.ids.nell })
    expect(answer.headers.get('set-cookie')).toMatch(/HttpOnly.*SameSite=Lax|SameSite=Lax.*HttpOnly/i)
  })

  it('guessing is slowed', async () => {
    const guesses = []
    for (let at = 0; at < 6; at++)
      guesses.push(
        (
          await world
            .nobody()
            .ask('POST', '/api/session', { email: 'nell@desk.example', password: `wrong ${at}` })
        ).status,
      )
    expect(guesses.slice(0, 4)).toEqual([401, 401, 401, 401])
    expect(guesses.at(-1)).toBe(429)
  })
})
