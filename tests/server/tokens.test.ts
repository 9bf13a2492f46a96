import { v7 as uuid } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { ClippingsView } from '#shared/clippings/types'
import type { NewToken, PairedBrowser, PairingCode } from '#shared/tokens/types'
import type { Problem } from '#shared/platform/types'
import { makeBrand, World } from '../support/world'
import type { Answered, Person } from '../support/person'

const HOST = 'https://bellhaven.example'
const EXTENSION = 'chrome-extension://abcdefghijklmnopabcdefghijklmnop'
let world: World
let nell: Person
let path: string

beforeAll(async () => {
  world = await World.start({ QUILL_PATIENCE_SECONDS: '3' })
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, []))
})
afterAll(() => world.stop())

const newCode = async (): Promise<string> => (await nell.want<PairingCode>('POST', `${path}/pairing`)).code
const pair = (code: string, headers = {}): Promise<Answered<NewToken & Problem>> =>
  world.nobody().ask('POST', '/api/pairing', { code, name: 'Chromium on Linux' }, headers)
const newToken = async (): Promise<string> => (await pair(await newCode())).body.token
const browsers = (): Promise<PairedBrowser[]> => nell.want('GET', `${path}/tokens`)
const bearer = (token: string, more = {}) => ({ authorization: `Bearer ${token}`, ...more })
const page = { way: 'extension', url: `${HOST}/lamps-off`, title: 'Lamps', html: '<title>Lamps off</title>' }
const take = (token: string, body: object = page, headers = {}, id = uuid()): Promise<Answered<Problem>> =>
  world.nobody().ask('PUT', `/api/capture/${id}`, body, bearer(token, headers))
const kept = async (): Promise<ClippingsView['clippings']> =>
  (await nell.want<ClippingsView>('GET', `${path}/clippings`)).clippings

describe('pairing', () => {
  it('gives a token for a code once, however it was typed, and lists the browser', async () => {
    const code = await newCode()
    const first = await pair(` ${code.toLowerCase().replaceAll('-', ' ')} `, { origin: EXTENSION })
    expect(first.body).toMatchObject({ token: expect.stringMatching(/^quill_[\w-]{43}$/), person: 'Nell' })
    const again = await pair(code)
    expect([again.status, again.body.type]).toEqual([403, 'urn:clear-quill:pairingCode'])
    expect((await browsers())[0]).toMatchObject({ name: 'Chromium on Linux' })
    // Neither code nor token stands in the data as it is.
    const stored = JSON.stringify([world.rows('SELECT * FROM tokens'), world.rows('SELECT * FROM pairings')])
    expect(stored).not.toContain(first.body.token.slice(6))
    expect(stored).not.toContain(code)
  })

  it('takes a code back with the next one, and after ten minutes', async () => {
    const old = await newCode()
    await newCode()
    expect((await pair(old)).status).toBe(403)
    const late = await nell.want<PairingCode>('POST', `${path}/pairing`)
    const minutes = (Date.parse(late.endsAt) - Date.now()) / 60_000
    expect(minutes).toBeGreaterThan(9.5)
    expect(minutes).toBeLessThanOrEqual(10.1)
    world.change('UPDATE pairings SET ends_at = ends_at - 600000')
    expect((await pair(late.code)).status).toBe(403)
  })

  it('is not to be had by a page of another site', async () => {
    const answer = await pair(await newCode(), { origin: 'https://elsewhere.example' })
    expect([answer.status, answer.body.type]).toEqual([403, 'urn:clear-quill:foreignOrigin'])
  })
})

describe('a token', () => {
  it('captures, and does nothing else', async () => {
    const token = await newToken()
    const feed = '<link rel="alternate" type="application/rss+xml" href="/feed.xml">'
    expect((await take(token, { ...page, html: feed })).body).toMatchObject({ feeds: 1 })
    expect((await take(token, page, { origin: EXTENSION })).status).toBe(200)
    for (const [method, to] of [
      ['GET', '/api/me'],
      ['GET', path],
      ['GET', `${path}/tokens`],
      ['POST', `${path}/pairing`],
      ['GET', `${path}/captures/${uuid()}`],
    ] as const) {
      const answer = await world.nobody().ask(method, to, undefined, bearer(token))
      expect([to, answer.status, answer.body.type]).toEqual([to, 403, 'urn:clear-quill:tokenScope'])
    }
  })

  it('is asked by itself: the cookie beside it opens nothing', async () => {
    const token = await newToken()
    expect((await nell.ask('GET', '/api/me', undefined, bearer(token))).status).toBe(403)
    const wrong = await nell.ask('PUT', `/api/capture/${uuid()}`, page, bearer('quill_'.padEnd(49, 'x')))
    expect([wrong.status, wrong.body.type]).toEqual([401, 'urn:clear-quill:tokenEnded'])
    expect((await nell.ask('GET', '/api/me', undefined, { authorization: 'Bearer' })).status).toBe(401)
    // A sign-in of a proxy's own is none of ours.
    expect((await nell.ask('GET', '/api/me', undefined, { authorization: 'Basic eDp5' })).status).toBe(200)
  })

  it('is no use to a page of another site', async () => {
    const answer = await take(await newToken(), page, { origin: 'https://elsewhere.example' })
    expect([answer.status, answer.body.type]).toEqual([403, 'urn:clear-quill:foreignOrigin'])
    expect(answer.headers.get('access-control-allow-origin')).toBeNull()
  })

  it('ends when its person says so, or no longer works on the brand; nobody else ends it', async () => {
    const token = await newToken()
    const [{ id } = { id: '' }] = await browsers()
    const bento = await world.bento()
    expect((await bento.ask('DELETE', `${path}/tokens/${id}`)).status).toBe(404)
    await nell.want('POST', `${path}/members`, { personId: world.ids.bento, role: 'curator' })
    expect((await bento.ask('DELETE', `${path}/tokens/${id}`)).status).toBe(404)
    expect(await bento.want('GET', `${path}/tokens`)).toEqual([])
    await nell.want('DELETE', `${path}/tokens/${id}`)
    expect((await take(token)).body.type).toBe('urn:clear-quill:tokenEnded')

    const { code } = await bento.want<PairingCode>('POST', `${path}/pairing`)
    const { token: theirs } = (await pair(code)).body
    expect((await take(theirs)).status).toBe(200)
    world.change(`UPDATE members SET role = 'client' WHERE person_id = '${world.ids.bento}'`)
    expect((await take(theirs)).body.type).toBe('urn:clear-quill:tokenEnded')
    const client = await bento.ask('POST', `${path}/pairing`)
    expect([client.status, client.body.type]).toEqual([403, 'urn:clear-quill:notAllowed'])
  })
})

describe('what waited in the browser', () => {
  it('becomes a clipping of the brand, once, and no post', async () => {
    const token = await newToken()
    const id = uuid()
    const late = {
      ...page,
      url: `${HOST}/members`,
      html: '<title>Behind a door</title><p>Read by members.',
      late: true,
    }
    for (let times = 0; times < 3; times++) expect((await take(token, late, {}, id)).status).toBe(200)
    expect((await kept()).filter(({ title }) => title === 'Behind a door')).toHaveLength(1)
    expect(world.rows('SELECT id FROM posts')).toEqual([])
  })

  it('of which the answer was lost is kept the second time', async () => {
    const token = await newToken()
    const id = uuid()
    const found = { way: 'extension', url: null, words: 'A thought on the way home' }
    await take(token, found, {}, id)
    expect((await kept()).map(({ title }) => title)).not.toContain(found.words)
    await take(token, { ...found, late: true }, {}, id)
    expect((await kept()).map(({ title }) => title)).toContain(found.words)
  })

  it('is read where only its address was known, and kept where that fails', async () => {
    const token = await newToken()
    await take(token, { way: 'extension', url: `${HOST}/lamps-off`, late: true })
    await take(token, { way: 'extension', url: `${HOST}/gone`, late: true })
    const titles = (await kept()).map(({ title }) => title)
    expect(titles).toEqual(
      expect.arrayContaining(['The village that switched its lamps off at eleven', 'bellhaven.example/gone']),
    )
  })

  it('is only believed of a token: a window says nothing of the kind', async () => {
    await nell.want('PUT', `/api/capture/${uuid()}`, {
      ...page,
      html: '<title>By cookie</title>',
      late: true,
    })
    expect((await kept()).map(({ title }) => title)).not.toContain('By cookie')
  })
})

it('slows whoever guesses codes, and lets a right one in once the pause is over', async () => {
  world.change('DELETE FROM sign_in_tries')
  const answers = []
  for (let tries = 0; tries < 8; tries++) answers.push(await pair(`AAAA-AAAA-AAA${tries}`))
  expect(answers.map(({ status }) => status)).toEqual(expect.arrayContaining([403, 429]))
  const code = await newCode()
  const waits = await pair(code)
  expect(waits.body.type).toBe('urn:clear-quill:signInWait')
  world.change('UPDATE sign_in_tries SET blocked_until = 0')
  expect((await pair(code)).status).toBe(200)
})
