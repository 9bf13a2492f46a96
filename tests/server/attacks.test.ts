// What a stranger, a page, a picture or a colleague can send to stop everybody else: each is refused or
// bounded, and others go on.
import { request } from 'node:http'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import sharp from 'sharp'
import type { Problem } from '#shared/platform/types'
import type { WirePage } from '#shared/reading/types'
import type { LinkPreview } from '#shared/posts/types'
import { beginOnly, sendEndlessly } from '../support/rawRequest'
import { makeBrand, START_CODE, World } from '../support/world'
import type { Person } from '../support/person'

const ID = '01900000-0000-7000-8000-00000000ffff'
const MEGABYTE = 1024 * 1024

let world: World
let nell: Person
let path: string
let brandId: string

beforeAll(async () => {
  world = await World.start()
  nell = await world.nell()
  ;({ path, id: brandId } = await makeBrand(nell, []))
})
afterAll(() => world.stop())

/** Does something and says how long the longest block of the event loop was meanwhile. */
async function blockedBy(work: () => Promise<unknown>): Promise<number> {
  await world.howItIs()
  await work()
  // The loop tells of a block at its next look.
  await new Promise((resolve) => setTimeout(resolve, 40))
  return (await world.howItIs()).delay
}

describe('many small values', () => {
  const many = (count: number): string =>
    JSON.stringify({ at: 0, people: Array.from({ length: count }, () => 1) })

  it('from nobody are refused by the size of the body, before any is looked at', async () => {
    const started = performance.now()
    const answer = await world.nobody().ask('POST', '/api/demo/begin', many(340_000))
    expect([answer.status, answer.body.type]).toEqual([413, 'urn:clear-quill:tooBig'])
    expect(performance.now() - started).toBeLessThan(1_000)
  })

  it.each([
    ['PUT', 'articles/states', { ids: Array.from({ length: 100_000 }, (_, at) => at), state: 'read' }, 413],
    ['PUT', 'articles/states', { ids: Array.from({ length: 2_000 }, () => ID), state: 'read' }, 422],
    ['POST', 'placing', { placements: Array.from({ length: 3_000 }, () => ({})) }, 422],
    ['PUT', 'watches/order', { ids: Array.from({ length: 9_000 }, () => ({})) }, 422],
  ])('of a person, %s %s, block nobody', async (method, route, body, status) => {
    let answer: { status: number; body: Problem } | null = null
    const blocked = await blockedBy(async () => (answer = await nell.ask(method, `${path}/${route}`, body)))
    expect(answer!.status).toBe(status)
    expect(answer!.body.errors?.length ?? 0).toBeLessThanOrEqual(50)
    expect(blocked).toBeLessThan(150)
  })

  it.each([
    ['deep', '['.repeat(100_000) + ']'.repeat(100_000)],
    ['deep objects', `${'{"a":'.repeat(50_000)}1${'}'.repeat(50_000)}`],
  ])('%s are refused', async (_, value) => {
    expect((await nell.ask('POST', '/api/brands', `{"name":${value}}`)).body.type).toBe(
      'urn:clear-quill:tooManyValues',
    )
  })

  it.each(['constructor', '__proto__', 'toString', 'hasOwnProperty'])(
    'a field called %s is nobody’s fault',
    async (name) => {
      expect((await nell.ask('POST', '/api/brands', `{"${name}": {"a": 1}, "name": "x"}`)).status).toBe(422)
      expect((await nell.ask('POST', '/api/brands', `{"name": {"${name}": 1}}`)).status).toBe(422)
    },
  )
})

it('demo routes read nothing outside the demo', async () => {
  const plain = await World.start({ QUILL_PUBLIC_URL: 'http://127.0.0.1:0' }, false)
  try {
    const { status, sent } = await sendEndlessly(
      plain.server.url,
      'POST /api/demo/begin HTTP/1.1',
      50 * MEGABYTE,
    )
    expect([status, sent < 5 * MEGABYTE]).toEqual([404, true])

    await expectOneTimeCode(plain)
    await expectOwnHostsOnly(plain)
  } finally {
    await plain.stop()
  }
})

async function expectOneTimeCode(plain: World): Promise<void> {
  const owner = { name: 'Ida', email: 'ida@reading.example', password: 'long enough for anyone' }
  for (const code of [undefined, '', 'AAAA-AAAA-AAAA'])
    expect((await plain.nobody().ask('POST', '/api/first-start', { ...owner, code })).body.type).toBe(
      'urn:clear-quill:startCode',
    )
  await plain
    .nobody()
    .want('POST', '/api/first-start', { ...owner, code: START_CODE.toLowerCase().replaceAll('-', ' ') })
  const name = { name: 'Ida Brook', email: owner.email, password: '' }
  const ida = plain.nobody()
  await ida.want('POST', '/api/session', { email: owner.email, password: owner.password })
  expect((await ida.want<{ hasPassword: boolean }>('GET', '/api/me')).hasPassword).toBe(true)
  await ida.want('PATCH', '/api/me', name)
  const changes = [
    { ...name, password: 'another long password' },
    { ...name, email: 'eve@reading.example' },
  ]
  for (const change of changes) {
    expect((await ida.ask('PATCH', '/api/me', change)).body.type).toBe('urn:clear-quill:oldPasswordMissing')
    expect((await ida.ask('PATCH', '/api/me', { ...change, oldPassword: 'not it' })).body.type).toBe(
      'urn:clear-quill:oldPassword',
    )
  }
  await ida.want('PATCH', '/api/me', { ...changes[0], oldPassword: owner.password })
}

async function expectOwnHostsOnly(plain: World): Promise<void> {
  const { port, host } = new URL(plain.server.url)
  const statusAt = (asked: string, to: string): Promise<number> =>
    new Promise((resolve, reject) => {
      request({ host: '127.0.0.1', port, path: to, headers: { host: asked } }, (answer) =>
        resolve(answer.resume().statusCode ?? 0),
      )
        .on('error', reject)
        .end()
    })
  expect(await statusAt(host, '/api/start')).toBe(200)
  expect(await statusAt('rebound.test', '/api/start')).toBe(421)
  expect(await statusAt('rebound.test', '/sign-in')).toBe(421)
  expect(await statusAt('rebound.test', '/api/health')).toBe(200)
}

describe('a body without end', () => {
  it.each([
    ['nobody', 'POST /api/session', 413, 16 * 1024],
    ['the hub of no feed', `POST /hooks/feeds/${ID}/${'x'.repeat(43)}`, 404, 0],
    ['a person', 'POST /api/brands', 413, MEGABYTE],
    ['a person with a picture', 'POST /api/brands/[brandId]/pictures', 413, 15 * MEGABYTE],
  ])('of %s is taken no further than it may be', async (_, head, status, most) => {
    const before = (await world.howItIs()).memory
    const answer = await sendEndlessly(
      world.server.url,
      `${head.replace('[brandId]', brandId)} HTTP/1.1`,
      400 * MEGABYTE,
      nell.cookie,
    )
    // What lies in the system's own buffers was sent too.
    expect(answer.sent).toBeLessThan(most + 12 * MEGABYTE)
    expect([status, 0]).toContain(answer.status)
    expect((await world.howItIs()).memory - before).toBeLessThan(100)
    expect((await nell.ask('GET', '/api/me')).status).toBe(200)
  })

  it('or a head without end is closed', async () => {
    expect(await beginOnly(world.server.url, 'GET /api/health HTTP/1.1\r\nHost: x\r\nX-Slow: ')).toBeLessThan(
      25_000,
    )
  })
})

describe('a picture of comments that do not end', () => {
  const bytes = Buffer.from(`${'<!---->'.repeat(60)}-`)

  it('is refused at once, uploaded or linked', async () => {
    const started = performance.now()
    expect((await nell.upload(`${path}/pictures`, bytes, 'x.png')).status).toBe(422)
    await world.fault('commented.faulty.example', 'commentedPage')
    const linked = await nell.ask('POST', `${path}/pictures/from-link`, {
      url: 'https://commented.faulty.example/',
    })
    expect(linked.status).toBe(422)
    expect(performance.now() - started).toBeLessThan(2_000)
  })

  it.each([
    '<svg xmlns="x"/>',
    '\uFEFF <?xml version="1.0"?>\n<!-- a --> <!-- b -->\n<!DOCTYPE svg PUBLIC "x" "y">\n<SVG>',
    '<!-- never closed',
  ])('and a drawing is still known as one: %s', async (text) =>
    expect((await nell.upload(`${path}/pictures`, Buffer.from(text), 'x.png')).body.type).toBe(
      'urn:clear-quill:pictureSvg',
    ),
  )
})

describe('pages', () => {
  const look = (host: string): Promise<LinkPreview> =>
    nell.want('POST', `${path}/link-look`, { url: `https://${host}/` })

  it('ten hostile ones make an honest one no later than two seconds, and block nobody', async () => {
    for (let at = 0; at < 10; at++)
      await world.fault(`nested${at}.faulty.example`, at % 2 === 0 ? 'nestedPage' : 'namesMuch')
    await world.fault('honest.faulty.example', 'honestPage')
    const blocked = await blockedBy(async () => {
      const hostile = Array.from({ length: 10 }, (_, at) => look(`nested${at}.faulty.example`))
      await new Promise((resolve) => setTimeout(resolve, 100))
      const started = performance.now()
      expect((await look('honest.faulty.example')).card?.title).toBe('An honest page')
      expect(performance.now() - started).toBeLessThan(2_000)
      expect((await Promise.all(hostile)).every(({ kind }) => kind === 'ok')).toBe(true)
    })
    expect(blocked).toBeLessThan(150)
  })

  it('a nested one is no feed and no account, and that is said within seconds', async () => {
    const started = performance.now()
    expect(
      (await nell.ask('POST', `${path}/sources/look`, { address: 'https://nested0.faulty.example/' })).status,
    ).toBe(422)
    expect(
      (
        await nell.ask('POST', `${path}/accounts/check`, {
          address: 'https://nested0.faulty.example/',
          token: 'x',
        })
      ).status,
    ).toBe(422)
    expect(performance.now() - started).toBeLessThan(8_000)
  })
})

describe('a file of sources', () => {
  const opml = (body: string): string => `<opml version="2.0"><body>${body}</body></opml>`

  it.each([
    ['nested', opml('<outline text="x">'.repeat(22_000))],
    ['nested in anything', opml('<x>'.repeat(140_000))],
    ['one address 9,000 times, in as many folders', opml(Array.from({ length: 9_000 }, (_, at) => `<outline text="F${at}"><outline xmlUrl="https://lowlamp.example/feed.xml"/></outline>`).join(''))], // prettier-ignore
    ['addresses that are none', opml('<outline xmlUrl="nothing"/>'.repeat(40_000))],
  ])('%s: is read or refused without anybody waiting', async (_, text) => {
    const started = performance.now()
    const blocked = await blockedBy(() => nell.ask('POST', `${path}/imports`, { opml: text }))
    expect(performance.now() - started).toBeLessThan(6_000)
    expect(blocked).toBeLessThan(150)
  })
})

describe('guesses at a password', () => {
  const guess = (email: string, at: number): Promise<number> =>
    world.nobody().ask('POST', '/api/session', { email, password: `wrong ${at}` }).then(({ status }) => status) // prettier-ignore

  it('forty at once are no more than four one after another', async () => {
    const answers = await Promise.all(
      Array.from({ length: 40 }, (_, at) => guess('ottilie@desk.example', at)),
    )
    expect(answers.filter((status) => status === 401).length).toBeLessThanOrEqual(4)
    expect(new Set(answers)).toEqual(new Set([401, 429]))
  })

  it('at many names from one address are slowed too, names and addresses are not kept as such', async () => {
    const answers: number[] = []
    for (let at = 0; at < 30; at++) answers.push(await guess(`name${at}@desk.example`, at))
    expect(answers.at(-1)).toBe(429)
    expect(JSON.stringify(world.rows('SELECT * FROM sign_in_tries'))).not.toMatch(
      /desk\.example|127\.0\.0\.1/,
    )
  })

  it('a name without end is refused', async () => {
    expect(
      (
        await world
          .nobody()
          .ask('POST', '/api/session', { email: `${'x'.repeat(300)}@desk.example`, password: 'x' })
      ).status,
    ).toBe(422)
    expect(
      (await world.nobody().ask('POST', '/api/session', { email: ['a@b.example'], password: 'x' })).status,
    ).toBe(422)
  })
})

describe('a colleague', () => {
  it('who asks for six thousand words at once is told how many are looked for', async () => {
    const query = Array.from({ length: 3_300 }, (_, at) => `w${at}`).join(' ')
    const answer = await nell.ask('POST', `${path}/watches/look`, { query })
    expect([answer.status, answer.body.type]).toEqual([422, 'urn:clear-quill:watchTooLong'])
    const blocked = await blockedBy(() =>
      nell.ask('POST', `${path}/watches/look`, {
        query: Array.from({ length: 1_000 }, (_, at) => `w${at}`).join(' OR '),
      }),
    )
    expect(blocked).toBeLessThan(150)
  })

  it('who asks for what costs much again and again is asked to wait', async () => {
    const bento = await world.bento()
    const { path: own } = await makeBrand(bento, [])
    const answers = []
    for (let at = 0; at < 12; at++) answers.push(await bento.ask('POST', `${own}/imports`, { opml: 'x' }))
    const last = answers.at(-1)!
    expect([last.status, last.body.type]).toEqual([429, 'urn:clear-quill:tooOften'])
    expect(Number(last.headers.get('retry-after'))).toBeGreaterThan(0)
    expect((await nell.ask('POST', `${path}/watches/offers`, { query: '' })).status).toBe(200)
  })

  it('who owns no brand makes none, and is not offered it', async () => {
    const mayFound = async (person: Person): Promise<boolean> =>
      (await person.want<{ mayFound: boolean }>('GET', '/api/me')).mayFound
    expect([await mayFound(nell), await mayFound(await world.ottilie())]).toEqual([true, false])
    expect((await (await world.ottilie()).ask('POST', '/api/brands', { name: 'X', zone: 'UTC', language: 'en', mark: 'X' })).body.type).toBe('urn:clear-quill:mayNotFound') // prettier-ignore
  })

  it('an article whose text is half a million characters is shown without anybody waiting', async () => {
    await world.fault('deeptext.faulty.example', 'deepText')
    await nell.want('POST', `${path}/sources`, {
      feedUrl: 'https://deeptext.faulty.example/feed.xml',
      label: 'Deep',
    })
    const { articles } = await nell.want<WirePage>('GET', `${path}/articles`)
    expect(await blockedBy(() => nell.want('GET', `${path}/articles/${articles[0]!.id}`))).toBeLessThan(150)
  })
})

describe('a stream of changes', () => {
  const open = async (
    person: Person,
  ): Promise<{ status: number; ended: Promise<void>; stop: () => void }> => {
    const control = new AbortController()
    const answer = await fetch(`${world.server.url}/api/events`, {
      headers: { cookie: person.cookie },
      signal: control.signal,
    })
    const ended = (async () => {
      const reader = answer.body!.getReader()
      while (!(await reader.read()).done);
    })().catch(() => undefined)
    return { status: answer.status, ended, stop: () => control.abort() }
  }

  it('ends when its session does', async () => {
    const [first, second] = [await world.nell(), await world.nell()]
    const stream = await open(second)
    const current = (await second.want<{ id: string; current: boolean }[]>('GET', '/api/me/sessions')).find(
      (one) => one.current,
    )!
    await first.want('DELETE', `/api/me/sessions/${current.id}`)
    const isOver = await Promise.race([
      stream.ended.then(() => true),
      new Promise((resolve) => setTimeout(() => resolve(false), 3_000)),
    ])
    stream.stop()
    expect(isOver).toBe(true)
  })

  it('is one of eight of a session', async () => {
    const person = await world.nell()
    const streams = await Promise.all(Array.from({ length: 10 }, () => open(person)))
    expect(streams.map(({ status }) => status).filter((status) => status === 429)).toHaveLength(2)
    for (const stream of streams) stream.stop()
    // Places that are left can be taken again.
    await expect.poll(async () => {
      const again = await open(person)
      again.stop()
      return again.status
    }).toBe(200) // prettier-ignore
  })
})

it('impossible days and instants are refused wherever one is given', async () => {
  const times = ['2026-99-99T10:00:00Z', '9999-99-99T99:99:99Z', '2026-02-30T10:00:00Z']
  for (const at of times) {
    expect(
      (await nell.ask('POST', `${path}/hold`, { of: { kind: 'brand', id: null }, until: at })).status,
      at,
    ).toBe(422)
    expect((await nell.ask('POST', `${path}/placing`, { goodUntil: at })).status, at).toBe(422)
    expect((await nell.ask('GET', `${path}/articles?since=${at}`)).status).toBe(200)
  }
  for (const from of ['9999-99-99', '2026-02-30', 'x'])
    expect((await nell.ask('GET', `${path}/schedule?from=${from}`)).status).toBe(200)
  for (const zone of ['Mars/Olympus', 'x'.repeat(100_000), ''])
    expect((await nell.ask('POST', `${path}/zone-change`, { zone, keep: 'clock' })).status).toBe(422)
})

it('a post’s id of another brand, or a picture nobody has, is not there', async () => {
  const doc = { wordings: [{ text: 'x', pictureId: ID }] }
  expect((await nell.ask('PUT', `${path}/posts/${ID}`, { version: 0, doc })).status).toBe(404)
  const own = { wordings: [{ text: 'x', pictureId: null }] }
  await nell.want('PUT', `${path}/posts/${ID}`, { version: 0, doc: own })
  const bento = await world.bento()
  const { path: theirs } = await makeBrand(bento, [])
  for (const [method, route, body] of [
    ['GET', '', undefined],
    ['PUT', '', { version: 0, doc: own }],
    ['PUT', '', { version: 1, doc: own }],
    ['DELETE', '', undefined],
    ['POST', '/review', { version: 1 }],
    ['POST', '/line-up', { version: 1, planVersion: 'x', accountIds: [ID] }],
  ] as const)
    expect(
      (await bento.ask(method, `${theirs}/posts/${ID}${route}`, body)).status,
      `${method} ${route}`,
    ).toBe(404)
})

it('what lies in the data folder is its owner’s alone', async () => {
  const { statSync, readdirSync } = await import('node:fs')
  expect((statSync(world.dataDir).mode & 0o777).toString(8)).toBe('700')
  for (const file of readdirSync(world.dataDir, { withFileTypes: true }).filter((one) => one.isFile()))
    expect([file.name, (statSync(`${world.dataDir}/${file.name}`).mode & 0o777).toString(8)]).toEqual([
      file.name,
      '600',
    ])
})

it('pictures of many pixels are taken apart one at a time', async () => {
  const large = await sharp({ create: { width: 6_300, height: 6_300, channels: 3, background: '#345' } })
    .png({ compressionLevel: 9 })
    .toBuffer()
  const tooLarge = await sharp({ create: { width: 9_000, height: 9_000, channels: 3, background: '#345' } }).png({ compressionLevel: 9 }).toBuffer() // prettier-ignore
  expect((await nell.upload(`${path}/pictures`, tooLarge, 'x.png')).body.type).toBe(
    'urn:clear-quill:pictureTooLarge',
  )
  const answers = await Promise.all(
    Array.from({ length: 6 }, () => nell.upload(`${path}/pictures`, large, 'x.png')),
  )
  expect(new Set(answers.map(({ status }) => status))).toEqual(new Set([200]))
  const { memory } = await world.howItIs()
  process.stdout.write(`memory after all attacks: ${Math.round(memory)} MB\n`)
  expect(memory).toBeLessThan(400)
}, 60_000)
