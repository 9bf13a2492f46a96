// Sources: Micropub, W3C Recommendation 23 May 2017 (the sections named beside each check; its examples
// written anew); AT Protocol lexicons as npm @atproto/api 0.19.19 carries them, run live, and its RichText;
// record keys as atproto.com describes TIDs. The Mastodon-compatible API's field names as its public
// documentation gives them (from memory: npm `masto` has the same).
import { say } from '#shared/messages'
import { type Server, createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { AppBskyFeedPost, lexicons, RichText } from '@atproto/api'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { facetsOf } from '#core/post'
import type { AccountAccess, Connector, Outgoing } from '#server/networks/connectors/connector'
import { createWorld, type World } from '../../standins/world'
import sharp from 'sharp'

let world: World
let connectors: Record<'micropub' | 'mastodon' | 'atproto', Connector>

const listen = (server: Server): Promise<string> =>
  new Promise((resolve) =>
    server.listen(0, '127.0.0.1', () =>
      resolve(`http://127.0.0.1:${(server.address() as AddressInfo).port}`),
    ),
  )

beforeAll(async () => {
  world = createWorld()
  // Settings are read once, with the first request: the stand-ins must be known before.
  process.env['QUILL_STANDINS'] = await listen(world.server)
  process.env['QUILL_DEMO'] = '1'
  const { connectorFor } = await import('#server/networks/connectors')
  connectors = {
    micropub: connectorFor('micropub'),
    mastodon: connectorFor('mastodon'),
    atproto: connectorFor('atproto'),
  }
})
afterAll(() => new Promise((resolve) => world.server.close(resolve)))
beforeEach(() => {
  world.asks.length = 0
  for (const { posts } of world.timelines.values()) posts.length = 0
})

const NOW = Date.now()
const post = (more: Partial<Outgoing> = {}): Outgoing => ({
  key: 'a1b2c3d4e5f60718293a4b5c6d7e8f9001122334',
  text: 'Hello world',
  language: 'en',
  link: null,
  hashtags: [],
  pictures: [],
  board: null,
  audience: null,
  dueAt: NOW,
  madeAt: NOW,
  knownBefore: [],
  there: null,
  ...more,
})
const picture = async (
  description: string | null,
  focus: { x: number; y: number } | null = null,
): Promise<Outgoing['pictures'][number]> => {
  const content = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#334' } }).jpeg().toBuffer() // prettier-ignore
  return { content, type: 'image/jpeg', width: 60, height: 40, description, focus }
}

async function access(connector: Connector, address: string, token: string): Promise<AccountAccess> {
  const checked = await connector.check(new URL(address), token)
  let session: string | null = null
  return {
    endpoint: checked!.endpoint,
    token,
    pageUrl: checked!.pageUrl,
    alsoTo: [],
    get session() {
      return session
    },
    askBound: null,
    keepSession: (kept) => {
      session = kept
      return Promise.resolve()
    },
  }
}
const lastAsk = (path: string) => world.asks.findLast((ask) => ask.path === path)!
const timeline = (host: string) => world.timelines.get(host)!

describe('Micropub, what the Recommendation asks of a client', () => {
  const micropub = (): Promise<AccountAccess> =>
    access(connectors.micropub, 'https://guildhall.example/@spare', 'guildhall-spare-d0b3')

  it.each([
    [
      '§5.3: the endpoint in an HTTP Link header',
      { link: '<https://a.example/mp>; rel="micropub"' },
      '',
      'https://a.example/mp',
    ],
    [
      '§5.3: of several Link values the one that is meant',
      { link: '<https://a.example/x>; rel="hub", </mp?site=1>; rel=micropub' },
      '',
      'https://site.example/mp?site=1',
    ],
    [
      '§5.3: in a link element, relative to the page',
      {},
      '<html><head><link rel="micropub" href="/mp"></head>',
      'https://site.example/mp',
    ],
    [
      '§5.3: the header before the element',
      { link: '<https://a.example/mp>; rel="micropub"' },
      '<link rel="micropub" href="/other">',
      'https://a.example/mp',
    ],
    [
      '§5.3: an empty address means the page itself',
      {},
      '<link href="" rel="micropub">',
      'https://site.example/',
    ],
    ['§5.3: among other words of rel', {}, '<a rel="me micropub" href="mp">x</a>', 'https://site.example/mp'],
  ])('%s', async (_, headers, body, endpoint) => {
    const found = await discover(headers, body)
    expect(found).toBe(endpoint)
  })

  it('§3.1: the access token goes in the Authorization header, and not in the body', async () => {
    const account = await micropub()
    await connectors.micropub.publish(account, post())
    const ask = lastAsk('/micropub')
    expect([ask.headers.authorization, ask.body.includes('access_token')]).toEqual([
      'Bearer guildhall-spare-d0b3',
      false,
    ])
  })

  it('§3.3: creates an entry as a form: h=entry, content', async () => {
    await connectors.micropub.publish(await micropub(), post({ text: 'Hello World & more' }))
    const ask = lastAsk('/micropub')
    const form = new URLSearchParams(ask.body)
    expect([ask.headers['content-type'], form.get('h'), form.get('content')]).toEqual([
      'application/x-www-form-urlencoded',
      'entry',
      'Hello World & more',
    ])
  })

  it('§3.3: several categories as category[], one as category', async () => {
    const account = await micropub()
    await connectors.micropub.publish(account, post({ hashtags: ['foo', 'bar'] }))
    expect(new URLSearchParams(lastAsk('/micropub').body).getAll('category[]')).toEqual(['foo', 'bar'])
    await connectors.micropub.publish(account, post({ hashtags: ['one'], key: 'b'.repeat(40) }))
    expect(new URLSearchParams(lastAsk('/micropub').body).getAll('category')).toEqual(['one'])
  })

  it('§3.3.2: a photo with its description as JSON: value and alt', async () => {
    await connectors.micropub.publish(
      await micropub(),
      post({ pictures: [await picture('A spinning globe')] }),
    )
    const body = JSON.parse(lastAsk('/micropub').body) as {
      type: string[]
      properties: { content: string[]; photo: { value: string; alt: string }[] }
    }
    expect(body.type).toEqual(['h-entry'])
    expect(body.properties.content).toEqual(['Hello world'])
    expect(body.properties.photo).toEqual([
      { value: expect.stringMatching(/^https:\/\/guildhall\.example\/media\/\d+$/), alt: 'A spinning globe' },
    ])
  })

  it('§3.3.1: a photo without a description by its address, in a form', async () => {
    await connectors.micropub.publish(await micropub(), post({ pictures: [await picture(null)] }))
    expect(new URLSearchParams(lastAsk('/micropub').body).get('photo')).toMatch(
      /^https:\/\/guildhall\.example\/media\/\d+$/,
    )
  })

  it('§3.6: uploads to the media endpoint of the configuration, as multipart with a part named file', async () => {
    await connectors.micropub.publish(await micropub(), post({ pictures: [await picture('x')] }))
    const ask = lastAsk('/media')
    expect(ask.headers['content-type']).toMatch(/^multipart\/form-data; boundary=/)
    expect(ask.body).toMatch(/content-disposition: form-data; name="file"; filename="picture\.jpeg"/i)
  })

  it('§3.5, §3.7.1: asks for the configuration, and names the chosen syndication targets', async () => {
    const account = await micropub()
    expect(world.asks.some(({ path }) => path === '/micropub')).toBe(true)
    const target = 'https://guildhall.example/boards/schools'
    expect(JSON.parse(account.endpoint['targets']!)).toContainEqual({
      uid: target,
      name: 'Notice board: schools',
    })
    await connectors.micropub.publish({ ...account, alsoTo: [target] }, post())
    expect(new URLSearchParams(lastAsk('/micropub').body).get('mp-syndicate-to')).toBe(target)
  })

  it('§3.4: 201 and 202 with a Location are the post’s address', async () => {
    for (const status of [201, 202])
      expect(await answered({ status, headers: { location: '/2027/1' } })).toMatchObject({
        kind: 'done',
        remoteUrl: expect.stringMatching(/\/2027\/1$/),
      })
  })

  it.each([
    [401, { error: 'unauthorized' }, 'signed-out'],
    [403, { error: 'forbidden' }, 'signed-out'],
    [
      401,
      { error: 'insufficient_scope', scope: 'create', error_description: 'The token may not create.' },
      'signed-out',
    ],
    [400, { error: 'insufficient_scope', error_description: 'The token may not create.' }, 'signed-out'],
    [400, { error: 'invalid_request', error_description: 'A text is missing.' }, 'refused'],
    [429, { error: 'too_many' }, 'later'],
    [503, {}, 'later'],
    [500, {}, 'unknown'],
    [502, {}, 'unknown'],
    // A success that names no post may have made one.
    [200, {}, 'unknown'],
    [201, {}, 'unknown'],
  ])('§3.7: an error body with %i %j means %s, in the server’s words', async (status, body, kind) => {
    const outcome = await answered({ status, body: JSON.stringify(body) })
    expect(outcome.kind).toBe(kind)
    const words = (body as { error_description?: string }).error_description
    if (words) expect('message' in outcome ? say(outcome.message) : '').toContain(words)
  })

  it('§3.4.3: deletes by action=delete and the address', async () => {
    const account = await micropub()
    const outcome = await connectors.micropub.publish(account, post())
    const remoteId = (outcome as { remoteId: string }).remoteId
    expect(await connectors.micropub.remove(account, { remoteId, remoteUrl: remoteId })).toEqual({
      kind: 'done',
    })
    expect(JSON.parse(lastAsk('/micropub').body)).toEqual({ action: 'delete', url: remoteId })
    expect(timeline('guildhall.example').posts).toEqual([])
  })

  it('is found in a list of any length, and never said to be missing from one that does not reach back', async () => {
    const account = await micropub()
    const taken = timeline('guildhall.example')
    taken.network.rules.rate = null
    for (let n = 0; n < 130; n++)
      await connectors.micropub.publish(
        account,
        post({ text: `Post ${n}`, key: String(n).padStart(40, '0') }),
      )
    expect((await connectors.micropub.find(account, post({ key: '0'.repeat(40) }))).kind).toBe('there')
    // All of them are of today, and a hundred and thirty may not be all: it is not there only if one from
    // before it is listed.
    expect((await connectors.micropub.find(account, post({ key: 'f'.repeat(40) }))).kind).toBe('cant-ask')
    const knownBefore = [taken.url(taken.posts.at(-1)!)]
    expect((await connectors.micropub.find(account, post({ key: 'f'.repeat(40), knownBefore }))).kind).toBe(
      'not-there',
    )
    taken.network.rules.listsAtMost = 50
    expect((await connectors.micropub.find(account, post({ key: 'f'.repeat(40), knownBefore }))).kind).toBe(
      'cant-ask',
    )
    expect((await connectors.micropub.find(account, post({ key: 'f'.repeat(40) }))).kind).toBe('cant-ask')
    // What lies before all of the list's posts needs no more of it.
    for (const one of taken.posts.slice(40)) one.at -= 3_600_000
    expect((await connectors.micropub.find(account, post({ key: 'f'.repeat(40) }))).kind).toBe('not-there')
    taken.network.rules.listsAtMost = null
  })
})

/** The endpoint found on a page that answers so. */
async function discover(headers: Record<string, string>, body: string): Promise<string | undefined> {
  const { endpointIn } = await import('#server/networks/connectors/micropubPage')
  const { readLinks } = await import('#server/platform/pages/readCard')
  const links = readLinks({
    body: new TextEncoder().encode(body),
    url: 'https://site.example/',
    contentType: 'text/html',
  })
  return endpointIn({ headers, url: 'https://site.example/' }, links) ?? undefined
}

/** What an endpoint's answer to a post means. */
async function answered(answer: { status: number; headers?: Record<string, string>; body?: string }) {
  const { publishOutcome } = await import('#server/networks/connectors/micropub')
  return publishOutcome({
    headers: {},
    ...answer,
    body: new TextEncoder().encode(answer.body ?? ''),
    url: 'https://site.example/mp',
    lastingUrl: 'https://site.example/mp',
  })
}

describe('the Mastodon-compatible API', () => {
  const mastodon = (): Promise<AccountAccess> =>
    access(connectors.mastodon, 'https://commonfire.example', 'commonfire-spare-77b9')

  it('posts a status with an Idempotency-Key; the same key makes no second one', async () => {
    const account = await mastodon()
    const [first, second] = [
      await connectors.mastodon.publish(account, post()),
      await connectors.mastodon.publish(account, post()),
    ]
    expect(first).toEqual(second)
    expect(timeline('commonfire.example').posts).toHaveLength(1)
    const ask = lastAsk('/api/v1/statuses')
    expect(ask.headers['idempotency-key']).toBe(post().key)
    expect(JSON.parse(ask.body)).toEqual({ status: 'Hello world', visibility: 'public', language: 'en' })
  })

  it('uploads a picture with description and focus, waits until it is ready (202, 206), and names it', async () => {
    const noisy = await sharp(Buffer.from(Array.from({ length: 900 * 700 * 3 }, (_, at) => (at * 7919) % 251)), { raw: { width: 900, height: 700, channels: 3 } }).jpeg({ quality: 100 }).toBuffer() // prettier-ignore
    expect(noisy.length).toBeGreaterThan(200_000)
    const outcome = await connectors.mastodon.publish(
      await mastodon(),
      post({
        key: '9'.repeat(40),
        pictures: [
          { ...(await picture('Grain')), content: noisy },
          await picture('Small', { x: -0.42, y: 0.5 }),
        ],
      }),
    )
    expect(outcome.kind).toBe('done')
    expect(
      world.asks.filter(({ path }) => /^\/api\/v1\/media\/\d+$/.test(path)).map(({ status }) => status),
    ).toEqual([206, 200])
    expect(timeline('commonfire.example').posts[0]!.pictures.map(({ alt, focus }) => [alt, focus])).toEqual([['Grain', null], ['Small', '-0.42,0.50']]) // prettier-ignore
  })

  it('takes its limits from the instance', async () => {
    const checked = await connectors.mastodon.check(
      new URL('https://commonfire.example'),
      'commonfire-spare-77b9',
    )
    expect(checked!.rules).toMatchObject({
      limit: 500,
      linkLength: 23,
      mentionCounts: 'local',
      media: { max: 4, maxBytes: 8_000_000 },
    })
  })

  it('keeps to the rate its headers state', async () => {
    const account = await access(
      connectors.mastodon,
      'https://commonfire.example',
      'commonfire-hollow-hill-2f8a',
    )
    timeline('commonfire.example').network.rules.rate = { posts: 2, perMinutes: 30 }
    const first = await connectors.mastodon.publish(account, post({ key: 'c'.repeat(40), text: 'One' }))
    const second = await connectors.mastodon.publish(account, post({ key: 'd'.repeat(40), text: 'Two' }))
    const third = await connectors.mastodon.publish(account, post({ key: 'e'.repeat(40), text: 'Three' }))
    const minutes = (ms: number | null | undefined): number => Math.round((ms ?? 0) / 60_000)
    expect('pauseMs' in first).toBe(false)
    expect(minutes((second as { pauseMs?: number }).pauseMs)).toBe(30)
    expect([third.kind, minutes((third as { waitMs: number | null }).waitMs)]).toEqual(['later', 30])
    timeline('commonfire.example').network.rules.rate = null
  })

  it('finds a status among hundreds, by its text as the server shows it, and only one from then on', async () => {
    const account = await mastodon()
    timeline('commonfire.example').network.rules.rate = null
    const text = 'Lamps < stars & "now"\n\nhttps://lowlamp.example/a?b=1&c=2 👩‍🚀'
    await connectors.mastodon.publish(account, post({ text, key: 'f'.repeat(40) }))
    for (let n = 0; n < 90; n++)
      await connectors.mastodon.publish(
        account,
        post({ text: `Later ${n}`, key: String(n).padStart(40, 'a') }),
      )
    expect(await connectors.mastodon.find(account, post({ text }))).toMatchObject({
      kind: 'there',
      isWhole: true,
    })
    expect((await connectors.mastodon.find(account, post({ text: 'Never sent' }))).kind).toBe('not-there')
    expect(
      (await connectors.mastodon.find(account, post({ text, dueAt: Date.now() + 3_600_000 }))).kind,
    ).toBe('not-there')
  })
})

describe('the AT Protocol', () => {
  const atproto = (): Promise<AccountAccess> =>
    access(connectors.atproto, 'https://lanternway.example/@spare', 'lanternway-spare-3a6c')
  const record = (): Record<string, unknown> => timeline('lanternway.example').posts[0]!.record!

  it.each([
    ['a plain text', {}],
    [
      'links, tags and handles in any script',
      {
        text: 'Østlyset 👩‍🚀 #nattehimmel by @millracebread.lanternway.example: https://lowlamp.example/ä?x=1 (彗星)',
      },
    ],
    [
      'a card beside the text',
      {
        link: {
          url: 'https://lowlamp.example/a',
          place: 'attached' as const,
          title: 'Lamps',
          description: 'Of lamps.',
        },
      },
    ],
  ])('sends a record that its lexicon accepts: %s', async (_, more: Partial<Outgoing>) => {
    expect((await connectors.atproto.publish(await atproto(), post(more))).kind).toBe('done')
    // What goes over the wire is JSON; the library's check wants it as its own values.
    const { jsonToLex } = await import('@atproto/lexicon')
    expect(AppBskyFeedPost.validateRecord(jsonToLex(record() as never))).toMatchObject({ success: true })
    expect(lexicons.get('app.bsky.feed.post')).toBeDefined()
  })

  it('with pictures: blobs with their description and shape', async () => {
    await connectors.atproto.publish(
      await atproto(),
      post({ pictures: [await picture('A lamp'), await picture(null)] }),
    )
    expect(record()['embed']).toMatchObject({
      $type: 'app.bsky.embed.images',
      images: [
        { alt: 'A lamp', aspectRatio: { width: 60, height: 40 } },
        { alt: '', aspectRatio: { width: 60, height: 40 } },
      ],
    })
    expect(lastAsk('/xrpc/com.atproto.repo.uploadBlob').headers['content-type']).toBe('image/jpeg')
  })

  it.each([
    'See https://lowlamp.example/a?b=1 and https://paper.com.',
    '👩‍🚀👩‍🚀 https://paper.com/ä after emoji',
    '(@millracebread.lanternway.com) and @nell.desk.com, #comet #Österlen #彗星',
    'No facets here: a@b.com, #1, C#, http:/x',
    'naïve café #été\n#second https://paper.com/x_(y)',
  ])('links, handles and tags stand at the bytes RichText finds: %s', (text) => {
    const rich = new RichText({ text })
    rich.detectFacetsWithoutResolution()
    const known = (rich.facets ?? []).map(
      ({ index, features: [feature] }) =>
        `${index.byteStart}-${index.byteEnd} ${(feature!.$type ?? '').split('#')[1]}`,
    )
    const names = { link: 'link', mention: 'mention', hashtag: 'tag' }
    expect(
      facetsOf(text).map(({ kind, byteStart, byteEnd }) => `${byteStart}-${byteEnd} ${names[kind]}`),
    ).toEqual(known)
  })

  it('a record key has the form of a TID, sorts by time, and is the same at every try', async () => {
    const { recordKeyOf } = await import('#server/networks/connectors/recordKey')
    const keys = [0, 1, 2, 60_000].map((ms) => recordKeyOf({ key: 'x', madeAt: NOW + ms }))
    for (const key of keys) expect(key).toMatch(/^[234567abcdefghij][234567abcdefghijklmnopqrstuvwxyz]{12}$/)
    expect(keys).toEqual([...keys].sort())
    expect(recordKeyOf({ key: 'x', madeAt: NOW })).toBe(keys[0])
    expect(recordKeyOf({ key: 'y', madeAt: NOW })).not.toBe(keys[0])
  })

  it('a second record under the key is refused by the server, asked about, and found', async () => {
    const account = await atproto()
    await connectors.atproto.publish(account, post())
    expect((await connectors.atproto.publish(account, post())).kind).toBe('unknown')
    expect(await connectors.atproto.find(account, post())).toMatchObject({
      kind: 'there',
      remoteId: expect.stringMatching(/^at:\/\/did:plc:[a-z2-7]{24}\/app\.bsky\.feed\.post\//),
    })
    expect((await connectors.atproto.find(account, post({ key: 'other' }))).kind).toBe('not-there')
    expect(timeline('lanternway.example').posts).toHaveLength(1)
  })
})

it('answers nobody else: a plain server is no network', async () => {
  const plain = createServer((_, response) => response.end('<title>Nothing</title>'))
  const url = await listen(plain)
  for (const connector of Object.values(connectors))
    await expect(connector.check(new URL(url), 'x').then((found) => found ?? 'none')).rejects.toThrow(
      /private network/,
    )
  await new Promise((resolve) => plain.close(resolve))
})
