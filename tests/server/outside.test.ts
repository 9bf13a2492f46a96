// The way out, against servers on this machine: a name server that changes its mind, how redirects are
// followed, where tokens go.
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { isOpenAddress, useNameServer, webUrlOf, type NameServer } from '#server/platform/net/address'
import { linksOf } from '#server/platform/net/links'
import { retryAfterMs } from '#server/platform/net/meanings'
import { httpRequest } from '#server/platform/net/httpRequest'

// 127.0.0.2 plays an address on the open internet, 127.0.0.3 one inside a private network; both are this
// machine.
const [OPEN, PRIVATE] = ['127.0.0.2', '127.0.0.3']
const asked: string[] = []
const tokens: (string | null)[] = []
let servers: Server[] = []
let port = 0
let before: NameServer
let lookUps: string[] = []
let answers: string[] = []

const listen = (server: Server, at: number, host: string): Promise<void> =>
  new Promise((resolve) => server.listen(at, host, resolve))

function answer(name: string): (request: IncomingMessage, response: ServerResponse) => void {
  return (request, response) => {
    asked.push(`${name} ${request.headers.host} ${request.url}`)
    tokens.push(request.headers.authorization ?? null)
    const [, status, to] = /^\/(30\d)\?to=(.*)$/.exec(request.url ?? '') ?? []
    if (status) response.writeHead(Number(status), { location: decodeURIComponent(to!) }).end()
    else response.end(`from ${name}`)
  }
}

beforeAll(async () => {
  servers = [createServer(answer('open')), createServer(answer('private'))]
  await listen(servers[0]!, 0, OPEN!)
  port = (servers[0]!.address() as AddressInfo).port
  process.env['QUILL_OPEN_PORTS'] = String(port)
  await listen(servers[1]!, port, PRIVATE!)
  before = useNameServer({
    lookup: (host) => {
      lookUps.push(host)
      return Promise.resolve([{ address: answers.shift() ?? OPEN!, family: 4 }])
    },
    isOpen: (address) => address === OPEN,
  })
})
afterAll(() => {
  useNameServer(before)
  for (const server of servers) server.close()
})
beforeEach(() => {
  lookUps = []
  answers = []
  asked.length = 0
  tokens.length = 0
})

const url = (path: string, host = 'turncoat.test'): string => `http://${host}:${port}${path}`
const text = (body: Uint8Array): string => Buffer.from(body).toString()

describe('a name that resolves to a private address only at the second look-up', () => {
  it('is connected to as it was checked, with one look-up', async () => {
    answers = [OPEN!, PRIVATE!]
    expect(text((await httpRequest(url('/feed'))).body)).toBe('from open')
    expect(lookUps).toEqual(['turncoat.test'])
    expect(asked).toEqual([`open turncoat.test:${port} /feed`])
  })

  it('is refused when it is looked up again, also by a redirect to itself', async () => {
    answers = [OPEN!, PRIVATE!]
    await expect(httpRequest(url(`/302?to=${encodeURIComponent('/again')}`))).rejects.toMatchObject({
      code: 'privateAddress',
    })
    expect(asked).toEqual([`open turncoat.test:${port} /302?to=%2Fagain`])
  })
})

describe('redirects', () => {
  const hop = (status: number, to: string): string => `/${status}?to=${encodeURIComponent(to)}`

  it.each([
    ['one for good is remembered', hop(301, '/a'), '/a', '/a'],
    ['so is one of the other kind', hop(308, '/a'), '/a', '/a'],
    ['one for now is not', hop(302, '/a'), '/a', hop(302, '/a')],
    ['nor are those behind it', hop(307, hop(301, '/b')), '/b', hop(307, hop(301, '/b'))],
    ['those before it are', hop(301, hop(302, '/b')), '/b', hop(302, '/b')],
  ])('%s (RFC 9110 §15.4)', async (_, start, end, lasting) => {
    const { url: ended, lastingUrl } = await httpRequest(url(start))
    expect([ended, lastingUrl]).toEqual([url(end), url(lasting)])
  })

  it.each(['ftp://paper.test/', 'file:///etc/hostname', 'javascript:1', 'http://'])(
    'to %s is refused',
    async (to) => {
      await expect(httpRequest(url(hop(302, to)))).rejects.toMatchObject({ code: 'noAddress' })
    },
  )
})

describe('a token', () => {
  const away = (to: string): string => `/302?to=${encodeURIComponent(to)}`
  const headers = { authorization: 'Bearer open-sesame' }

  it('follows no redirect unless that is asked for', async () => {
    expect((await httpRequest(url(away('/a')), { headers })).status).toBe(302)
    expect(tokens).toEqual(['Bearer open-sesame'])
  })

  it('goes on to the same origin, and to no other: not to another host, nor to the same by another scheme or port', async () => {
    await httpRequest(url(away('/a')), { headers, redirects: 5 })
    expect(tokens).toEqual(['Bearer open-sesame', 'Bearer open-sesame'])
    tokens.length = 0
    await httpRequest(url(away(url('/a', 'elsewhere.test'))), { headers, redirects: 5 })
    expect(tokens).toEqual(['Bearer open-sesame', null])
    tokens.length = 0
    // Back again: what went to another host in between can't be trusted to lead home.
    await httpRequest(url(away(url(away(url('/b')), 'elsewhere.test'))), { headers, redirects: 5 })
    expect(tokens.slice(0, 2)).toEqual(['Bearer open-sesame', null])
  })
})

it.each([
  ['https://network.test/@a', 'https://network.test/@a'],
  ['/posts/1', 'https://base.test/posts/1'],
  ['javascript:alert(1)', null],
  ['data:text/html,x', null],
  ['https://user@network.test/', null],
  ['', null],
  [null, null],
])('of what a network names, %s is kept as %s', (named, kept) => {
  expect(webUrlOf(named, 'https://base.test/')).toBe(kept)
})

it.each(['http://paper.test:25/', 'http://paper.test:6379/', 'https://paper.test:8443/'])(
  '%s is another port than the web’s',
  async (address) => {
    await expect(httpRequest(address)).rejects.toMatchObject({ code: 'otherPort' })
  },
)

it.each([
  ['93.184.216.34', true], ['2606:2800:220:1::', true], ['10.1.2.3', false], ['172.16.0.1', false], ['192.168.1.1', false], ['127.0.0.1', false], ['0.0.0.0', false],
  ['169.254.169.254', false], ['100.64.0.1', false], ['192.0.2.1', false], ['198.18.0.1', false], ['224.0.0.1', false], ['240.0.0.1', false], ['255.255.255.255', false],
  ['::1', false], ['::', false], ['fe80::1', false], ['fc00::1', false], ['ff02::1', false], ['::ffff:10.0.0.1', false], ['::ffff:127.0.0.1', false], ['64:ff9b::7f00:1', false],
  ['2002:7f00:1::', false], ['4000::1', false], ['1fff::1', false], ['2a00:1450::1', true], ['2001:db8::1', false], ['no address', false],
])('%s is open: %s (IANA special-purpose registries)', (address, open) => {
  expect(isOpenAddress(address)).toBe(open)
}) // prettier-ignore

it.each([
  ['120', 120_000],
  [' 0 ', 0],
  ['Wed, 25 Nov 2026 01:00:00 GMT', 3_600_000],
  ['Tue, 24 Nov 2026 23:00:00 GMT', 0],
  ['soon', null],
  ['-5', null],
  [undefined, null],
])('Retry-After %s is %s ms (RFC 9110 §10.2.3)', (header, wanted) => {
  expect(retryAfterMs(header, Date.UTC(2026, 10, 25))).toBe(wanted)
})

it.each([
  [
    '<https://hub.example/>; rel="hub", </feed>; rel=self',
    { hub: 'https://hub.example/', self: 'https://p.example/feed' },
  ],
  ['<a>; title="x, y; z"; rel="hub self"', { hub: 'https://p.example/a', self: 'https://p.example/a' }],
  ['<a>;rel=hub,<b>;rel=hub', { hub: 'https://p.example/a' }],
  ['nonsense', {}],
  [undefined, {}],
])('Link %s is read (RFC 8288 §3)', (header, wanted) => {
  expect(Object.fromEntries(linksOf(header, 'https://p.example/'))).toEqual(wanted)
})
