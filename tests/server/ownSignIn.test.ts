// How people sign in here: a second factor, a new password by mail, and sessions one can recognise.
import { createHmac } from 'node:crypto'
import { request } from 'node:http'
import { spawnSync } from 'node:child_process'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import type { BegunFactor, Me, RecoveryCodes, SecondFactorView, SessionView } from '#shared/people/types'
import { World } from '../support/world'
import { until, type Person } from '../support/person'

let world: World
let nell: Person
const NELL = { email: 'nell@desk.example', password: 'a lamp in the harbour' }
const STEP = 30_000

beforeEach(async () => {
  world = await World.again(world)
  nell = await world.nell()
  await nell.want('PATCH', '/api/me', { name: 'Nell', email: NELL.email, password: NELL.password })
})
afterAll(() => world.stop())

/** Base32 (RFC 4648 §6), and a code as RFC 4226 §5.3 makes it: apart from what the product uses. */
function bytesOf(base32: string): Buffer {
  const bits = [...base32]
    .map((sign) => 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567'.indexOf(sign).toString(2).padStart(5, '0'))
    .join('')
  return Buffer.from(bits.match(/.{8}/g)!.map((byte) => parseInt(byte, 2)))
}
function codeOf(secret: string, steps = 0): string {
  const counter = Buffer.alloc(8)
  counter.writeBigUInt64BE(BigInt(Math.floor(Date.now() / STEP) + steps))
  const hash = createHmac('sha1', bytesOf(secret)).update(counter).digest()
  const from = hash[19]! & 15
  return String((hash.readUInt32BE(from) & 0x7fffffff) % 1_000_000).padStart(6, '0')
}

async function setUp(): Promise<{ secret: string; codes: string[] }> {
  const { secret } = await nell.want<BegunFactor>('POST', '/api/me/second-factor', {
    password: NELL.password,
  })
  // Of the step before, so that this one's is left to sign in with.
  const { codes } = await nell.want<RecoveryCodes>('PUT', '/api/me/second-factor', {
    code: codeOf(secret, -1),
  })
  return { secret, codes }
}
const firstStep = async (password = NELL.password): Promise<Person> => {
  const somebody = world.nobody()
  expect(await somebody.want('POST', '/api/session', { email: NELL.email, password })).toEqual({
    next: 'code',
  })
  return somebody
}
const code = (person: Person, typed: string) => person.ask('POST', '/api/session/code', { code: typed })
const isIn = async (person: Person): Promise<boolean> => (await person.ask('GET', '/api/me')).status === 200
/** Letters to a person, newest last. */
const letters = async (to = NELL.email): Promise<string[]> =>
  (await world.told()).filter((one) => one.way === 'mail' && one.to === to).map(({ text }) => text)

describe('a second factor', () => {
  it('is asked for after the password, and signs in with a code, once', async () => {
    const { secret, codes } = await setUp()
    expect(new Set(codes).size).toBe(10)
    const somebody = await firstStep()
    // The password alone is nobody.
    expect(await isIn(somebody)).toBe(false)
    expect((await code(somebody, '000000')).body.type).toBe('urn:clear-quill:wrongCode')
    const typed = codeOf(secret)
    expect((await code(somebody, `${typed.slice(0, 3)} ${typed.slice(3)}`)).status).toBe(200)
    expect(await isIn(somebody)).toBe(true)
    // Whoever looked over a shoulder: neither the same code, nor an earlier one (RFC 6238 §5.2).
    const other = await firstStep()
    expect([(await code(other, typed)).status, (await code(other, codeOf(secret, -1))).status]).toEqual([
      403, 403,
    ])
    expect((await code(other, codeOf(secret, 1))).status).toBe(200)
  })

  it('takes one of two that come with one code at the same time', async () => {
    const { secret } = await setUp()
    const pair = await Promise.all([firstStep(), firstStep()])
    const typed = codeOf(secret)
    const answers = await Promise.all(pair.map((person) => code(person, typed)))
    expect(answers.map(({ status }) => status).toSorted()).toEqual([200, 403])
  })

  it('is opened by a recovery code, however it is typed, once; and its person is told', async () => {
    const { codes } = await setUp()
    const somebody = await firstStep()
    expect((await code(somebody, codes[3]!.toLowerCase().replaceAll('-', ' '))).status).toBe(200)
    expect((await code(await firstStep(), codes[3]!)).status).toBe(403)
    expect(await nell.want<SecondFactorView>('GET', '/api/me/second-factor')).toMatchObject({ codesLeft: 9 })
    await until('the letter', async () => (await letters()).some((text) => text.includes('9 are left')))
    const { codes: fresh } = await nell.want<RecoveryCodes>('POST', '/api/me/recovery-codes', {
      password: NELL.password,
    })
    expect((await code(await firstStep(), codes[4]!)).status).toBe(403)
    expect((await code(await firstStep(), fresh[4]!)).status).toBe(200)
  })

  it('slows whoever guesses codes, without keeping its person out for long', async () => {
    await setUp()
    const somebody = await firstStep()
    const answers: number[] = []
    for (let at = 0; at < 6; at++) answers.push((await code(somebody, `00000${at}`)).status)
    expect([answers.slice(0, 4), answers.at(-1)]).toEqual([[403, 403, 403, 403], 429])
    // Another browser that knows the password is no other guesser.
    expect((await code(await firstStep(), '123456')).status).toBe(429)
    const blocked = world.rows(`SELECT max(blocked_until) AS blocked FROM sign_in_tries`) as {
      blocked: number
    }[]
    expect(blocked[0]!.blocked - Date.now()).toBeLessThan(16 * 60_000)
  })

  it('wants the code soon after the password, of that password, and a first step at all', async () => {
    const { secret, codes } = await setUp()
    const nobody = world.nobody()
    expect((await code(nobody, codes[0]!)).body.type).toBe('urn:clear-quill:signInOver')
    const somebody = await firstStep()
    await nell.want('PATCH', '/api/me', {
      name: 'Nell',
      email: NELL.email,
      password: 'another long word',
      oldPassword: NELL.password,
    })
    expect((await code(somebody, codeOf(secret))).body.type).toBe('urn:clear-quill:signInOver')
    // A made-up cookie is nobody's first step.
    const third = await firstStep('another long word')
    third.cookie = `${third.cookie.slice(0, -3)}abc`
    expect((await code(third, codes[0]!)).body.type).toBe('urn:clear-quill:signInOver')
  })

  it('begins with the password and a right code; the one in use counts until then', async () => {
    const wrong = await nell.ask('POST', '/api/me/second-factor', { password: 'not it at all' })
    expect([wrong.status, wrong.body.errors?.[0]?.field]).toEqual([403, 'password'])
    expect((await nell.ask('PUT', '/api/me/second-factor', { code: '123456' })).body.type).toBe(
      'urn:clear-quill:factorNotBegun',
    )
    const { secret } = await setUp()
    const next = await nell.want<BegunFactor>('POST', '/api/me/second-factor', { password: NELL.password })
    // Its clock is five minutes off: that is said, and nothing changes.
    const off = await nell.ask('PUT', '/api/me/second-factor', { code: codeOf(next.secret, 10) })
    expect([off.body.type, off.body.detail]).toEqual([
      'urn:clear-quill:clockOff',
      expect.stringContaining('5 minutes'),
    ])
    expect((await code(await firstStep(), codeOf(secret))).status).toBe(200)
    world.change('UPDATE people SET totp_begun_at = totp_begun_at - 901000')
    expect((await nell.ask('PUT', '/api/me/second-factor', { code: codeOf(next.secret) })).body.type).toBe(
      'urn:clear-quill:factorNotBegun',
    )
  })

  it('ends with password and code, and its recovery codes with it', async () => {
    const { codes } = await setUp()
    const end = (body: object) => nell.ask('POST', '/api/me/second-factor/end', body)
    expect((await end({ password: 'not it at all', code: codes[0] })).status).toBe(403)
    expect((await end({ password: NELL.password, code: 'ABCD-EFGH-JKLM' })).status).toBe(403)
    expect((await end({ password: NELL.password, code: codes[0] })).status).toBe(204)
    expect(await world.nobody().want('POST', '/api/session', NELL)).toEqual({ next: 'signed-in' })
    expect(world.rows('SELECT * FROM recovery_codes')).toEqual([])
    expect((await nell.ask('POST', '/api/me/recovery-codes', { password: NELL.password })).status).toBe(404)
  })

  it('needs a password that it is second to', async () => {
    const bento = await world.bento()
    expect((await bento.want<Me>('GET', '/api/me')).hasPassword).toBe(false)
    expect((await bento.ask('POST', '/api/me/second-factor', { password: 'x' })).body.type).toBe(
      'urn:clear-quill:noPassword',
    )
  })

  it('keeps secret and codes nowhere in clear', async () => {
    const { secret, codes } = await setUp()
    const data = JSON.stringify([
      world.rows('SELECT * FROM people'),
      world.rows('SELECT * FROM recovery_codes'),
      world.rows('SELECT * FROM history'),
    ])
    for (const clear of [secret, codes[0]!, codes[0]!.replaceAll('-', '')]) expect(data).not.toContain(clear)
  })

  it('works without script: a plain form is led to the code and on', async () => {
    const { codes } = await setUp()
    const somebody = world.nobody()
    const form = (path: string, fields: Record<string, string>) =>
      somebody.ask('POST', path, new URLSearchParams(fields).toString(), {
        'content-type': 'application/x-www-form-urlencoded',
      })
    const first = await form('/api/session', NELL)
    expect([first.status, first.headers.get('location')]).toEqual([303, '/sign-in?step=code'])
    const wrong = await form('/api/session/code', { code: '000000' })
    expect(wrong.headers.get('location')).toBe('/sign-in?step=code&refused=wrongCode')
    const right = await form('/api/session/code', { code: codes[0]! })
    expect(right.headers.get('location')).toBe('/wire')
    expect(await isIn(somebody)).toBe(true)
  })
})

describe('a forgotten password', () => {
  const ask = (email: string, headers: Record<string, string> = {}) =>
    world.nobody().ask('POST', '/api/password-resets', { email }, headers)
  const use = (token: string, password = 'something else entirely') =>
    world.nobody().ask('POST', '/api/password-resets/use', { token, password })
  async function tokens(): Promise<string[]> {
    return (await letters()).flatMap((text) => /\/new-password\/(\S+)/.exec(text)?.[1] ?? [])
  }
  async function token(count = 1): Promise<string> {
    return until('the letter', async () => {
      const sent = await tokens()
      return sent.length >= count ? sent.at(-1)! : undefined
    })
  }
  /** As if a while had passed since the last letter. */
  const later = (minutes: number): void =>
    world.change(`UPDATE password_resets SET asked_at = asked_at - ${minutes * 60_000}`)

  it('is set anew by a link that works once, and ends every session', async () => {
    expect((await ask('NELL@desk.example')).status).toBe(204)
    const link = await token()
    // Programs that look at letters open their links: that uses nothing up.
    expect(await world.nobody().want('GET', `/api/password-resets/open?token=${link}`)).toEqual({
      isOpen: true,
    })
    expect((await use(link, 'short')).status).toBe(422)
    const [one, other] = await Promise.all([use(link), use(link, 'another of those')])
    expect([one.status, other.status].toSorted()).toEqual([204, 410])
    expect(await isIn(nell)).toBe(false)
    const password = one.status === 204 ? 'something else entirely' : 'another of those'
    expect((await world.nobody().ask('POST', '/api/session', NELL)).status).toBe(401)
    expect((await world.nobody().ask('POST', '/api/session', { email: NELL.email, password })).status).toBe(
      200,
    )
    expect((await use(link)).body.type).toBe('urn:clear-quill:resetOver')
    await until('a letter about it', async () =>
      (await letters()).some((text) => text.includes('was changed')),
    )
  })

  it('answers the same whoever has the address, and writes to nobody who has none', async () => {
    const [known, unknown] = [await ask(NELL.email), await ask('nobody@desk.example')]
    expect([unknown.status, unknown.text]).toEqual([known.status, known.text])
    await token()
    expect(await letters('nobody@desk.example')).toEqual([])
    // Neither by how often one may ask.
    const statuses = async (email: string): Promise<number[]> => {
      const answers: number[] = []
      for (let at = 0; at < 5; at++) answers.push((await ask(email)).status)
      return answers
    }
    expect(await statuses(NELL.email)).toEqual(await statuses('nobody@desk.example'))
  })

  it('is over after 30 minutes, and with every change of how one signs in', async () => {
    await ask(NELL.email)
    const first = await token()
    later(29)
    expect(await world.nobody().want('GET', `/api/password-resets/open?token=${first}`)).toEqual({
      isOpen: true,
    })
    later(2)
    expect((await use(first)).status).toBe(410)
    await ask(NELL.email)
    const second = await token(2)
    await nell.want('PATCH', '/api/me', {
      name: 'Nell',
      email: 'nell@elsewhere.example',
      oldPassword: NELL.password,
    })
    expect((await use(second)).status).toBe(410)
    await until('the old address is told', async () =>
      (await letters()).some((text) => text.includes('nell@elsewhere.example')),
    )
  })

  it('fills nobody’s mailbox: one letter in two minutes, five a day', async () => {
    for (let at = 0; at < 3; at++) await ask(NELL.email)
    await token()
    // From many addresses as well: what is counted for each of them is put away here.
    for (let at = 0; at < 7; at++) {
      world.change('DELETE FROM sign_in_tries')
      later(3)
      await ask(NELL.email)
    }
    await token(5)
    expect(world.rows('SELECT * FROM password_resets').length).toBe(5)
    expect((await tokens()).length).toBe(5)
  })

  it('leaves the second factor as it is', async () => {
    const { codes } = await setUp()
    await ask(NELL.email)
    await use(await token())
    const somebody = await firstStep('something else entirely')
    expect((await code(somebody, codes[0]!)).status).toBe(200)
  })

  it('leads nowhere that a request’s own Host names', async () => {
    const { port } = new URL(world.server.url)
    const asked = (host: string, body: string): Promise<number> =>
      new Promise((resolve, reject) => {
        const headers = { host, 'content-type': 'application/json', 'content-length': body.length }
        request(
          { host: '127.0.0.1', port, path: '/api/password-resets', method: 'POST', headers },
          (answer) => resolve(answer.resume().statusCode ?? 0),
        )
          .on('error', reject)
          .end(body)
      })
    const body = JSON.stringify({ email: NELL.email })
    expect(await asked('evil.example', body)).toBe(409)
    expect(await asked(`localhost:${port}`, body)).toBe(204)
    await token()
    expect((await letters()).join()).not.toContain('evil.example')
  })

  it('nothing of a link lies in the data in clear', async () => {
    await ask(NELL.email)
    const link = await token()
    expect(JSON.stringify(world.rows('SELECT * FROM password_resets'))).not.toContain(link)
  })

  it('lets whoever tried the old one too often in with the new one', async () => {
    const stranger = { email: NELL.email, password: 'who knows which' }
    for (let at = 0; at < 6; at++) await world.nobody().ask('POST', '/api/session', stranger)
    expect((await world.nobody().ask('POST', '/api/session', NELL)).status).toBe(429)
    await ask(NELL.email)
    await use(await token())
    expect(
      (
        await world
          .nobody()
          .ask('POST', '/api/session', { email: NELL.email, password: 'something else entirely' })
      ).status,
    ).toBe(200)
  })
})

describe('whoever looks after the installation', () => {
  const letIn = (...given: string[]) =>
    spawnSync(process.execPath, ['--import', 'tsx', 'server/commands/letIn.ts', ...given], {
      env: { ...process.env, QUILL_DATA_DIR: world.dataDir },
      encoding: 'utf8',
    })

  it('lets somebody in whom no letter reaches, also without their authenticator', async () => {
    await setUp()
    expect(letIn('nobody@desk.example')).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('does not exist'),
    })
    const { stdout, status } = letIn(NELL.email, '--without-second-step')
    const path = /(\/new-password\/)(\S+)/.exec(stdout)
    expect([status, path]).toEqual([0, expect.anything()])
    await world.nobody().want('POST', '/api/password-resets/use', {
      token: path![2],
      password: 'something else entirely',
    })
    expect(
      await world.nobody().want('POST', '/api/session', { ...NELL, password: 'something else entirely' }),
    ).toEqual({ next: 'signed-in' })
  })
})

describe('the list of sessions', () => {
  const CHROMIUM = '(KHTML, like Gecko) Chrome/126.0.0.0'
  const AGENTS: [string, Partial<SessionView>][] = [
    [
      'Mozilla/5.0 (X11; Linux x86_64; rv:128.0) Gecko/20100101 Firefox/128.0',
      { browser: 'Firefox', system: 'Linux', kind: 'computer' },
    ],
    [
      `Mozilla/5.0 (Windows NT 10.0; Win64; x64) AppleWebKit/537.36 ${CHROMIUM} Safari/537.36 Edg/126.0.0.0`,
      { browser: 'Microsoft Edge', system: 'Windows', kind: 'computer' },
    ],
    [
      `Mozilla/5.0 (Linux; Android 10; K) AppleWebKit/537.36 ${CHROMIUM} Mobile Safari/537.36`,
      { browser: 'Chrome', system: 'Android', kind: 'phone' },
    ],
    [
      'Mozilla/5.0 (iPhone; CPU iPhone OS 17_5 like Mac OS X) AppleWebKit/605.1.15 (KHTML, like Gecko) ' +
        'Version/17.5 Mobile/15E148 Safari/604.1',
      { browser: 'Safari', system: 'iOS', kind: 'phone' },
    ],
    ['curl/8.9.1', { browser: null, system: null, kind: null }],
    [`Mozilla/5.0 ${'(('.repeat(4000)}`, { browser: null, system: null, kind: null }],
  ]

  it('says on what, by what and from where each was begun', async () => {
    for (const [agent] of AGENTS) {
      const somebody = world.nobody()
      await somebody.ask('POST', '/api/session', NELL, { 'user-agent': agent })
      const current = (await somebody.want<SessionView[]>('GET', '/api/me/sessions')).find(
        (one) => one.current,
      )!
      const known = AGENTS.find(([text]) => text === agent)![1]
      expect(current).toMatchObject({ ...known, way: 'password', isFromHere: true })
    }
    world.change(`UPDATE sessions SET from_hash = 'elsewhere' WHERE browser = 'Safari'`)
    const all = await nell.want<SessionView[]>('GET', '/api/me/sessions')
    expect(all.find(({ browser }) => browser === 'Safari')!.isFromHere).toBe(false)
    expect(all.find(({ current }) => current)).toMatchObject({ way: 'demo' })
  })

  it('ends all but the one that asks', async () => {
    const other = world.nobody()
    await other.want('POST', '/api/session', NELL)
    await nell.want('DELETE', '/api/me/sessions')
    expect([await isIn(nell), await isIn(other)]).toEqual([true, false])
  })
})
