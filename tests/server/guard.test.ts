import { readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Problem } from '../../shared/api'
import { makeBrand, World } from '../support/world'
import type { Person } from '../support/person'

const ID = '01900000-0000-7000-8000-00000000ffff'
const PUBLIC = [
  'GET /api/start',
  'GET /api/health',
  'POST /api/session',
  'DELETE /api/session',
  'POST /api/first-start',
  'POST /api/demo/begin',
  'POST /api/demo/session',
]

/** Every route as its file says: method and path, parameters filled in. */
const api = fileURLToPath(new URL('../../server/api', import.meta.url))
const routes = readdirSync(api, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts') && !file.includes('[...]'))
  .map((file) => {
    const [, path = '', method = ''] = /^(.*)\.(get|post|put|patch|delete)\.ts$/.exec(file)!
    return { method: method.toUpperCase(), path: `/api/${path.replace(/(^|\/)index$/, '')}`.replace(/\/$/, '') }
  })
const name = (route: { method: string; path: string }): string => `${route.method} ${route.path}`

let world: World
let nell: Person
let bento: Person
let ottilie: Person
let brandId: string
const fill = (path: string, brand: string): string => path.replace('[brandId]', brand).replace(/\[[a-z]+\]/gi, ID)

beforeAll(async () => {
  world = await World.start()
  ;[nell, bento, ottilie] = await Promise.all([world.nell(), world.bento(), world.ottilie()])
  const brand = await makeBrand(nell, [])
  brandId = brand.id
  await nell.want('POST', `${brand.path}/members`, { personId: world.ids.ottilie, role: 'client' })
})
afterAll(() => world.stop())

it('walks over every route there is', () => {
  expect(routes.length).toBeGreaterThan(35)
  expect(PUBLIC.filter((one) => !routes.some((route) => name(route) === one))).toEqual([])
})

const listed = (wanted: (route: { method: string; path: string }) => boolean) => routes.filter(wanted).map((route) => [name(route), route] as const)
const ofBrand = listed((route) => route.path.includes('[brandId]'))
const bodyOf = (method: string): unknown => (method === 'GET' || method === 'DELETE' ? undefined : {})

it.each(listed((route) => !PUBLIC.includes(name(route))))('%s is closed to nobody', async (_, { method, path }) => {
  const answer = await world.nobody().ask(method, fill(path, brandId), bodyOf(method))
  expect([answer.status, answer.body.type]).toEqual([401, 'urn:clear-quill:notSignedIn'])
})

it.each(ofBrand)('%s is not there for somebody without a part in the brand', async (_, { method, path }) => {
  const answer = await bento.ask(method, fill(path, brandId), bodyOf(method))
  expect([answer.status, answer.body.type]).toEqual([404, 'urn:clear-quill:notFound'])
})

it.each(ofBrand.filter(([, route]) => route.method !== 'GET'))('%s is not a client’s to change', async (_, { method, path }) => {
  const answer = await ottilie.ask(method, fill(path, brandId), bodyOf(method))
  expect([answer.status, answer.body.type]).toEqual([403, 'urn:clear-quill:notAllowed'])
})

it.each(listed((route) => route.method !== 'GET'))('%s is closed to other sites', async (title, { method, path }) => {
  const person = PUBLIC.includes(title) ? world.nobody() : nell
  const answer = await person.ask(method, fill(path, brandId), bodyOf(method), { origin: 'https://elsewhere.example' })
  expect([answer.status, answer.body.type]).toEqual([403, 'urn:clear-quill:foreignOrigin'])
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
    expect(answer.body).toMatchObject({ status, type: expect.stringMatching(/^urn:/), title: expect.any(String), detail: expect.stringMatching(/\.$/) })
    expect(answer.text).not.toMatch(/node_modules|\.ts:|at .*\(/)
  })

  it('names each field', async () => {
    const { body } = await world.nobody().ask<Problem>('POST', '/api/session', { email: 'x', password: '' })
    expect(body.errors).toEqual(
      expect.arrayContaining([
        { field: 'email', says: expect.stringContaining('mail address') },
        { field: 'password', says: 'Enter your password.' },
      ]),
    )
  })
})

describe('sessions', () => {
  it('end when revoked', async () => {
    const [first, second] = [await world.nell(), await world.nell()]
    const sessions = await first.want<{ id: string; current: boolean }[]>('GET', '/api/me/sessions')
    const current = (await second.want<{ id: string; current: boolean }[]>('GET', '/api/me/sessions')).find((one) => one.current)!
    expect(sessions.map((one) => one.id)).toContain(current.id)
    await first.want('DELETE', `/api/me/sessions/${current.id}`)
    expect((await second.ask('GET', '/api/me')).status).toBe(401)
    expect((await first.ask('GET', '/api/me')).status).toBe(200)
  })

  it('of a person end when another of theirs sets a new password', async () => {
    const [first, second] = [await world.bento(), await world.bento()]
    await first.want('PATCH', '/api/me', { name: 'Bento', email: 'bento@desk.example', password: 'a new long password' })
    expect([(await first.ask('GET', '/api/me')).status, (await second.ask('GET', '/api/me')).status]).toEqual([200, 401])
    expect((await world.nobody().ask('POST', '/api/session', { email: 'bento@desk.example', password: 'a new long password' })).status).toBe(200)
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
      guesses.push((await world.nobody().ask('POST', '/api/session', { email: 'nell@desk.example', password: `wrong ${at}` })).status)
    expect(guesses.slice(0, 4)).toEqual([401, 401, 401, 401])
    expect(guesses.at(-1)).toBe(429)
  })
})
