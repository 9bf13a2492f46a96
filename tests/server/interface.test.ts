// What programs may ask. The document is held against the OpenAPI 3.1 schema by an independent validator
// (@seriousme/openapi-schema-validator); a client that openapi-client-axios makes of it asks every documented
// route, and Ajv holds each answer against what the document says of it. A token for little tries everything.
import { Validator } from '@seriousme/openapi-schema-validator'
import { Ajv2020 } from 'ajv/dist/2020.js'
import addFormats from 'ajv-formats'
import axios, { type AxiosResponse } from 'axios'
import { OpenAPIClientAxios, type Document, type OpenAPIClient } from 'openapi-client-axios'
import { v7 as uuid } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Answers } from '#shared/interface/answers'
import { DOCUMENTED, type Operation } from '#shared/interface/documented'
import type { BrandView } from '#shared/people/types'
import type { AnswerOf } from '#shared/platform/route'
import type { Problem } from '#shared/platform/types'
import type { OpenedPost } from '#shared/posts/routes'
import type { PostView } from '#shared/posts/types'
import type { ListView, ScheduleAnswer } from '#shared/schedule/types'
import { PERSONAL_SCOPES, type OwnToken, type PersonalToken, type TokenScope } from '#shared/tokens/types'
import { until, type Answered, type Person } from '../support/person'
import { allRoutes, nameOf } from '../support/routes'
import { CHATTERBROOK, draftOf, lineUpText, makeBrand, playHours, World } from '../support/world'

let world: World
let nell: Person
let path: string
let brandId: string
beforeAll(async () => {
  world = await World.start({}, true, Date.now())
  nell = await world.nell()
  ;({ path, id: brandId } = await makeBrand(nell, [CHATTERBROOK]))
})
afterAll(() => world.stop())

type Made = { id: string; token: string }
const make = async (scopes: readonly string[], of = path): Promise<Made> =>
  nell.want<Made>('POST', `${of}/personal-tokens`, { name: scopes.join(' '), scopes, days: 30 })
const bearer = (token: string, more = {}): Record<string, string> => ({
  authorization: `Bearer ${token}`,
  ...more,
})
const ask = <T = Problem>(token: string, method: string, at: string, body?: unknown, headers = {}) =>
  world.nobody().ask<T>(method, at, body, bearer(token, headers))

/** What the types say that a route answers, and what its document is made of, are the same. */
type Same<A, B> = [A] extends [B] ? ([B] extends [A] ? true : never) : never
type AnswersAreRoutes = {
  [O in Operation]: Same<Answers[O], AnswerOf<(typeof DOCUMENTED)[O]['route']>>
}
export const TYPES_AGREE: [AnswersAreRoutes] extends [Record<Operation, unknown>] ? true : never = true

describe('the document', () => {
  const documentOf = async (): Promise<Document> =>
    await world.nobody().want<Document>('GET', '/api/openapi.json')

  it('is OpenAPI 3.1, says what bodies must suit, and is shown without asking anybody else', async () => {
    const document = await documentOf()
    const { valid, errors } = await new Validator().validate(
      JSON.parse(JSON.stringify(document)) as Record<string, unknown>,
    )
    expect([errors, valid]).toEqual([undefined, true])
    const known = new Map((await allRoutes()).map(({ declared }) => [declared.route, declared]))
    for (const [operation, { route, schema }] of Object.entries(DOCUMENTED)) {
      expect(known.has(route), operation).toBe(true)
      expect(known.get(route)!.schema, operation).toBe(schema)
    }
    const save = document.paths!['/api/brands/{brandId}/posts/{id}']!.put as {
      requestBody: { content: Record<string, { schema: { required: string[]; properties: object } }> }
    }
    expect(save.requestBody.content['application/json']!.schema).toMatchObject({
      required: ['version'],
      properties: { doc: { properties: { wordings: { type: 'array', maxItems: 6 } } } },
    })
    const page = await world.nobody().ask('GET', '/api/docs')
    expect(page.headers.get('content-security-policy')).toContain("default-src 'none'")
    const files = [...page.text.matchAll(/(?:src|href)="([^"]+\.(?:js|css))"/g)].map(([, file]) => file!)
    expect(files).toHaveLength(4)
    for (const file of files) expect((await world.nobody().ask('GET', file)).status, file).toBe(200)
    expect(page.text).not.toMatch(/https?:/)
  })

  it('makes a client that asks every documented route, each answered as it says', async () => {
    const document = await documentOf()
    const { token } = await make(PERSONAL_SCOPES)
    const api = new OpenAPIClientAxios({
      definition: document,
      withServer: { url: world.server.url },
      axiosConfigDefaults: { headers: bearer(token), validateStatus: () => true, adapter: 'http' },
    })
    const client = await api.init<OpenAPIClient>()
    const ajv = new Ajv2020({ strict: false, allErrors: true })
    addFormats.default(ajv)
    ajv.addSchema({ $id: 'https://quill.example/', components: document.components })
    const asked = new Set<string>()
    const call = async <T>(
      operation: Operation,
      params: Record<string, string> = {},
      body: unknown = null,
    ): Promise<T> => {
      const answer = (await client[operation]!({ brandId, ...params }, body)) as AxiosResponse<unknown>
      expect([operation, answer.status, answer.data]).toEqual([
        ...[operation, expect.toBeOneOf([200, 204]), answer.data],
      ])
      asked.add(operation)
      const { path: at, method } = DOCUMENTED[operation].route
      const place = document.paths![at.replace(/:(\w+)/g, '{$1}')]!
      const described = place[method.toLowerCase() as 'get'] as {
        responses: Record<string, { content: Record<string, { schema: object }> }>
      }
      if (answer.status === 204) {
        expect(described.responses['204'], operation).toBeDefined()
        return answer.data as T
      }
      const { schema } = described.responses['200']!.content['application/json']!
      const validate = ajv.compile({
        $id: `https://quill.example/${operation}`,
        ...(JSON.parse(JSON.stringify(schema).replaceAll('"#/', '"https://quill.example/#/')) as object),
      })
      expect([operation, validate(answer.data), validate.errors]).toEqual([operation, true, null])
      ajv.removeSchema(`https://quill.example/${operation}`)
      return answer.data as T
    }

    expect(await call<OwnToken>('token')).toMatchObject({ brandId, person: 'Nell', scopes: PERSONAL_SCOPES })
    const { accounts } = await call<BrandView>('brand')
    const { url } = await call<{ url: string }>('findFeed', {}, { address: 'lowlamp.example' })
    const { id: sourceId } = await call<{ id: string }>(
      'addSource',
      {},
      { feedUrl: url, label: 'The Low Lamp' },
    )
    const [source] = await call<{ id: string; label: string; version: number }[]>('sources')
    await call('editSource', { id: sourceId }, { label: 'Low Lamp', version: source!.version })
    const { articles } = await call<{ articles: { id: string }[] }>('articles', { show: 'all' })
    const [first, second] = articles
    await call('article', { id: first!.id })
    await call('setState', { id: first!.id }, { state: 'clipped' })
    await call('addQuote', {}, { articleId: second!.id, quote: 'lamp' })
    await call('tagArticles', {}, { ids: [second!.id], add: ['lamps'], remove: [] })
    await call('tags')
    await call(
      'capture',
      { id: uuid() },
      {
        way: 'extension',
        url: 'https://bellhaven.example/x',
        title: 'Late',
        html: '<p>Late</p>',
        late: true,
      },
    )
    const { clippings } = await call<{
      clippings: { id: string; articleId: string | null; version: number }[]
    }>('clippings')
    const own = clippings.find(({ articleId }) => articleId === null)!
    await call('clipping', { id: own.id })
    await call('editClipping', { id: own.id }, { note: 'From a program', version: own.version })
    await call('shelve', { id: own.id }, { shelved: true })
    await call('workOff', { id: own.id }, { done: true })
    await call('find', { q: 'lamp' })
    await call(
      'handOn',
      {},
      {
        recipientId: await recipient(),
        articleId: first!.id,
      },
    )
    await call('recipients')

    const id = uuid()
    const doc = await draftOf(nell, path, 'A post that a program wrote.', { articleId: first!.id })
    const post = await call<PostView>('savePost', { id }, { version: 0, doc })
    await call('desk')
    const asks = await call<PostView>(
      'savePost',
      { id },
      { version: post.version, doc: { ...doc, tags: ['p'] } },
    )
    await call('askReview', { id }, { version: asks.version })
    await call('sendBack', { id }, { version: asks.version, note: 'Shorter' })
    await call('approve', { id }, { version: asks.version })
    await call<OpenedPost>('readPost', { id })
    const placements = accounts.map((account) => ({ accountId: account.id, kind: 'next', at: null }))
    const placed = await call<{ version: string }>('place', {}, { postId: id, placements, echoes: [] })
    const accountIds = accounts.map((account) => account.id)
    await call(
      'lineUp',
      { id },
      { version: asks.version, planVersion: placed.version, accountIds, placements, echoes: [] },
    )
    const shown = await call<ScheduleAnswer>('schedule', { days: '14' })
    const { lines } = await nell.want<OpenedPost>('GET', `${path}/posts/${id}`)
    await call(
      'moveItem',
      { id: lines[0]!.queueItemId },
      { to: { kind: 'first' }, planVersion: versionOf(shown) },
    )
    await call('takeOut', { id: lines[0]!.queueItemId })
    await call('removePost', { id })
    await call<ListView>('posts', { words: 'program' })

    await lineUpText(nell, path, 'One that goes out.')
    await playHours(nell, 48)
    const delivery = await until('it is out', () =>
      Promise.resolve(
        (world.rows(`SELECT id FROM deliveries WHERE state = 'sent'`) as { id: string }[])[0] ?? null,
      ),
    )
    await call('delivery', { id: delivery.id })
    await call('responses', { id: delivery.id })
    await call('results', { days: '30' })
    await call('evergreens')
    await call('dates', { from: '2027-03-02', days: '7' })
    await call('orders')
    await call('orderLog')
    const { historyId } = await call<{ historyId: string }>('addPillar', {}, { name: 'Gone', ink: 4 })
    await call('undo', {}, { historyId })
    const campaign = await call<{ id: string }>('addCampaign', {}, { name: 'Lamps', from: '2027-03-02' })
    await call('campaigns')
    await call('campaign', { id: campaign.id })
    await call('editCampaign', { id: campaign.id }, { name: 'More lamps', from: '2027-03-02', version: 1 })
    await call('removeCampaign', { id: campaign.id })
    const pillar = await call<{ id: string }>('addPillar', {}, { name: 'Lamps', ink: 3 })
    await call('editPillar', { id: pillar.id }, { name: 'Lights', ink: 3, version: 1 })
    await call('removePillar', { id: pillar.id })
    const watch = await call<{ id: string }>('addWatch', {}, { name: 'Lamps', query: 'lamp' })
    await call('editWatch', { id: watch.id }, { name: 'Lights', query: 'lamp OR light', version: 1 })
    await call('removeWatch', { id: watch.id })
    await call('removeSource', { id: sourceId })
    expect(Object.keys(DOCUMENTED).filter((operation) => !asked.has(operation))).toEqual([])
    // A refusal is what it says too.
    const refused = (await client['readPost']!({ brandId, id: uuid() })) as AxiosResponse<unknown>
    expect(refused).toMatchObject({ status: 404, data: { type: 'urn:clear-quill:notFound' } })
    expect(axios.isAxiosError(refused)).toBe(false)
  })
})

const versionOf = (shown: ScheduleAnswer): string => shown.planVersion
const recipient = async (): Promise<string> =>
  (await nell.want<{ id: string }>('POST', `${path}/recipients`, { name: 'A feed', kind: 'feed' })).id

describe('a token', () => {
  it('is shown once, listed with what it may do and until when, and ended', async () => {
    const { id, token } = await make(['clip', 'read'])
    expect(token).toMatch(/^quill_[\w-]{43}$/)
    expect(JSON.stringify(world.rows('SELECT * FROM tokens'))).not.toContain(token.slice(6))
    const list = (): Promise<PersonalToken[]> => nell.want('GET', `${path}/personal-tokens`)
    expect((await list())[0]).toMatchObject({ id, name: 'clip read', scopes: ['read', 'clip'] })
    expect((await list())[0]).not.toHaveProperty('token')
    expect((await nell.want<object[]>('GET', `${path}/tokens`)).length).toBe(0)
    expect((await ask<OwnToken>(token, 'GET', '/api/token')).body.endsAt).toMatch(/Z$/)
    await nell.want('DELETE', `${path}/tokens/${id}`)
    expect((await ask(token, 'GET', '/api/token')).status).toBe(401)
    expect((await list()).map((one) => one.id)).not.toContain(id)
    for (const wrong of [{ scopes: [] }, { scopes: ['own'] }, { days: 0 }, { days: 366 }, { name: '' }])
      expect(
        (
          await nell.ask('POST', `${path}/personal-tokens`, {
            name: 'x',
            scopes: ['read'],
            days: 9,
            ...wrong,
          })
        ).status,
      ).toBe(422)
  })

  it('opens nothing after its end, nor once its person works on the brand no more', async () => {
    const { id, token } = await make(['read'])
    expect((await ask(token, 'GET', `${path}/sources`)).status).toBe(200)
    world.change(`UPDATE tokens SET ends_at = ${Date.now() - 1} WHERE id = '${id}'`)
    expect((await ask(token, 'GET', `${path}/sources`)).status).toBe(401)
    const other = await make(['read'])
    world.change(`UPDATE members SET role = 'client' WHERE brand_id = '${brandId}'`)
    expect((await ask(other.token, 'GET', `${path}/sources`)).status).toBe(401)
    world.change(`UPDATE members SET role = 'owner' WHERE brand_id = '${brandId}'`)
  })

  it('is for one brand, also where its person has a part in others', async () => {
    const other = await makeBrand(nell, [])
    const { token } = await make(PERSONAL_SCOPES)
    for (const [method, at] of [
      ['GET', other.path],
      ['GET', `${other.path}/articles`],
      ['POST', `${other.path}/pillars`],
    ] as const)
      expect((await ask(token, method, at, method === 'POST' ? {} : undefined)).status, at).toBe(404)
  })

  it('for anything tries every route: it gets in where it is said, and nowhere else', async () => {
    const routes = (await allRoutes()).filter(
      ({ declared: { route, limits } }) => route.access !== 'public' && !limits.isDemo,
    )
    expect(routes.length).toBeGreaterThan(200)
    const open: Record<string, number> = {}
    for (const scope of PERSONAL_SCOPES) {
      const { token } = await make([scope])
      for (const known of routes) {
        const { route, limits } = known.declared
        const at = route.path.replace(':brandId', brandId).replace(/:\w+/g, () => uuid())
        const { status, body } = await tried(token, route.method, at)
        const may = limits.scopes === null || limits.scopes.includes(scope as TokenScope)
        if (may) open[scope] = (open[scope] ?? 0) + 1
        expect([nameOf(known), scope, status === 403 && body?.type === 'urn:clear-quill:tokenScope']).toEqual(
          [...[nameOf(known), scope, !may]],
        )
      }
    }
    // What each is for; besides, any may ask what it is.
    expect(open).toEqual({ read: 23, clip: 9, write: 4, 'line-up': 7, administer: 15 })
  })
})

const tried = async (token: string, method: string, at: string): Promise<Answered<Problem | null>> =>
  ask<Problem | null>(token, method, at, method === 'GET' ? undefined : {})

it('keys of programs are forgotten one by one: the same key of another token stays', async () => {
  const [old, fresh] = [await make(['read']), await make(['read'])]
  for (const [id, at] of [
    [old.id, 0],
    [fresh.id, Date.now()],
  ] as const)
    world.change(`INSERT INTO token_requests (token_id, key, hash, at) VALUES ('${id}', 'same', 'x', ${at})`)
  const left = (): { token_id: string }[] =>
    world.rows(`SELECT token_id FROM token_requests WHERE key = 'same'`) as { token_id: string }[]
  await world.kill()
  await world.restart()
  await until('the old one is forgotten', () => Promise.resolve(left().length < 2), 30_000)
  expect(left()).toEqual([{ token_id: fresh.id }])
})

describe('what is asked under a key', () => {
  const pillars = async (): Promise<string[]> =>
    (await nell.want<BrandView>('GET', path)).pillars.map(({ name }) => name)
  const add = (token: string, key: string, name: string) =>
    ask<{ id: string; type?: string }>(
      token,
      'POST',
      `${path}/pillars`,
      { name, ink: 2 },
      { 'idempotency-key': key },
    )

  it('is done once, answered the same again, and not for another request', async () => {
    const { token } = await make(['administer'])
    const first = await add(token, 'one', 'Once')
    expect(first.status).toBe(200)
    const again = await add(token, 'one', 'Once')
    expect([again.status, again.body]).toEqual([200, first.body])
    expect((await pillars()).filter((name) => name === 'Once')).toHaveLength(1)
    const other = await add(token, 'one', 'Something else')
    expect([other.status, other.body.type]).toEqual([422, 'urn:clear-quill:keyReused'])
    expect((await add(token, 'two', 'Once more')).status).toBe(200)
    expect((await add(token, 'x'.repeat(256), 'Long')).body.type).toBe('urn:clear-quill:badKey')
    // Another token's key is another key.
    expect((await add((await make(['administer'])).token, 'one', 'Of another')).status).toBe(200)
  })

  it('many at once are one, and one that was cut off is not done again', async () => {
    const { id, token } = await make(['administer'])
    const all = await Promise.all(Array.from({ length: 8 }, () => add(token, 'many', 'Many')))
    expect((await pillars()).filter((name) => name === 'Many')).toHaveLength(1)
    for (const { status } of all) expect([200, 409]).toContain(status)
    world.change(
      `INSERT INTO token_requests (token_id, key, hash, at)
        SELECT token_id, 'cut', hash, at FROM token_requests WHERE token_id = '${id}' AND key = 'many'`,
    )
    const cut = await add(token, 'cut', 'Many')
    expect([cut.status, cut.body.type]).toEqual([409, 'urn:clear-quill:keyGoing'])
  })

  it('that was refused may be asked again', async () => {
    const { token } = await make(['administer'])
    expect((await add(token, 'again', '')).status).toBe(422)
    expect((await add(token, 'again', 'Again')).status).toBe(200)
  })
})
