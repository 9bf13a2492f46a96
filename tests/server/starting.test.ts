// How the built server begins: what it can't work with ends it with a sentence; under https it says so to
// browsers; its log holds no values.
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { chmodSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { request, type IncomingMessage } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { withoutValues } from '#server/platform/log'
import { startServer } from '../../scripts/world.mjs'
import { Person } from '../support/person'

const entry = fileURLToPath(new URL('../../.output/server/index.mjs', import.meta.url))
let folder: string
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'quill-start-'))
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

/** Starts a server that should not stay; gives its exit code and what it said. */
async function begin(env: Record<string, string>): Promise<{ code: number | null; message: string }> {
  const child = spawn(process.execPath, [entry], { env: { ...process.env, PORT: '0', HOST: '127.0.0.1', NODE_ENV: 'production', ...env }, stdio: ['ignore', 'ignore', 'pipe'] }) // prettier-ignore
  let message = ''
  child.stderr.on('data', (part: Buffer) => (message += part.toString()))
  const force = setTimeout(() => child.kill('SIGKILL'), 15_000)
  const [code] = (await once(child, 'exit')) as [number | null]
  clearTimeout(force)
  return { code, message }
}

describe('what it can’t work with ends the start, and is said', () => {
  it.each([
    ['an empty secret', ''],
    ['a short one', 'abcdef'],
    ['one of other signs', 'x'.repeat(64)],
  ])('%s', async (_, key) => {
    const dataDir = mkdtempSync(join(folder, 'key-'))
    writeFileSync(join(dataDir, 'secret.key'), key)
    const { code, message } = await begin({ QUILL_DATA_DIR: dataDir })
    expect([code, message]).toEqual([1, expect.stringContaining('must hold 64 hexadecimal digits')])
    expect(readFileSync(join(dataDir, 'secret.key'), 'utf8')).toBe(key)
  })

  it('a data folder that is a file', async () => {
    writeFileSync(join(folder, 'file'), 'x')
    const { code, message } = await begin({ QUILL_DATA_DIR: join(folder, 'file') })
    expect([code, message]).toEqual([
      1,
      expect.stringMatching(/the data folder .* can’t be used: there is a file of that name/),
    ])
  })

  it.each(['quill.your.site', 'ftp://quill.example', 'https://quill.example/path'])(
    'the public address %s',
    async (address) => {
      const { code, message } = await begin({
        QUILL_DATA_DIR: mkdtempSync(join(folder, 'url-')),
        QUILL_PUBLIC_URL: address,
      })
      expect([code, message]).toEqual([
        1,
        expect.stringContaining('QUILL_PUBLIC_URL must be an address without a path'),
      ])
    },
  )
})

it('what else lies in the data folder keeps its rights', async () => {
  const dataDir = mkdtempSync(join(folder, 'mixed-'))
  writeFileSync(join(dataDir, 'somebody-elses.txt'), 'x', { mode: 0o644 })
  writeFileSync(join(dataDir, 'quill.sqlite.001_first'), '', { mode: 0o644 })
  chmodSync(dataDir, 0o755)
  const server = await startServer({ dataDir })
  await server.stop()
  const mode = (file: string): string => (statSync(join(dataDir, file)).mode & 0o777).toString(8)
  expect([
    mode('.'),
    mode('somebody-elses.txt'),
    mode('quill.sqlite.001_first'),
    mode('quill.sqlite'),
  ]).toEqual(['755', '644', '600', '600'])
})

it('a port that is taken is said too, and a secret is made whole, for its owner alone', async () => {
  const dataDir = mkdtempSync(join(folder, 'port-'))
  const first = await startServer({ dataDir })
  const { port } = first
  try {
    const { code, message } = await begin({
      QUILL_DATA_DIR: mkdtempSync(join(folder, 'other-')),
      PORT: String(port),
    })
    expect([code, message]).toEqual([1, expect.stringContaining(`port ${port} is taken`)])
    const mail = await begin({
      QUILL_DATA_DIR: mkdtempSync(join(folder, 'mail-')),
      QUILL_MAIL_PORT: String(port),
      QUILL_MAIL_HOST: 'lists.clearquill.example',
    })
    expect([mail.code, mail.message]).toEqual([1, expect.stringContaining(`the mail port ${port} is taken`)])
    expect(readFileSync(join(dataDir, 'secret.key'), 'utf8')).toMatch(/^[0-9a-f]{64}$/)
    expect((statSync(join(dataDir, 'secret.key')).mode & 0o777).toString(8)).toBe('600')
  } finally {
    await first.stop()
  }
})

it('under https its cookie is this host’s alone, and browsers are told to stay with https', async () => {
  const env = { QUILL_PUBLIC_URL: 'https://quill.test', QUILL_START_CODE: 'HERE' }
  const server = await startServer({ dataDir: mkdtempSync(join(folder, 'https-')), env })
  try {
    const answer = await new Promise<IncomingMessage>((resolve, reject) => {
      const headers = { host: 'quill.test', 'content-type': 'application/json', origin: 'https://quill.test' }
      const asked = request(
        { host: '127.0.0.1', port: server.port, method: 'POST', path: '/api/first-start', headers },
        resolve,
      ).on('error', reject)
      asked.end(
        JSON.stringify({
          code: 'here',
          name: 'Ida',
          email: 'ida@reading.example',
          password: 'long enough for anyone',
        }),
      )
    })
    answer.resume()
    expect(answer.statusCode).toBe(200)
    expect(answer.headers['strict-transport-security']).toMatch(/max-age=\d{7,}/)
    expect(answer.headers['set-cookie']?.[0]).toMatch(/^__Host-quill=.*Path=\/;.*HttpOnly;.*Secure/i)
  } finally {
    await server.stop()
  }
})

it('a stop ends the streams that browsers have open, and waits for none of them', async () => {
  const server = await startServer({
    dataDir: mkdtempSync(join(folder, 'stop-')),
    env: { QUILL_START_CODE: 'HERE' },
  })
  const ida = new Person(server.url)
  await ida.want('POST', '/api/first-start', {
    code: 'here',
    name: 'Ida',
    email: 'ida@reading.example',
    password: 'long enough for anyone',
  })
  const stream = await fetch(`${server.url}/api/events`, { headers: { cookie: ida.cookie } })
  const ended = stream.text()
  const gone = once(server.child, 'exit')
  server.child.kill('SIGTERM')
  expect(await Promise.race([gone, pause(5_000, 'it still runs')])).toEqual([0, null])
  expect(await ended).toContain('still-here')
})

it('a fault of the data file is logged without the values of its statement', () => {
  const error = Object.assign(new Error("insert into `accounts` (`token_sealed`) values ('secret words') - UNIQUE constraint failed: accounts.id"), { code: 'SQLITE_CONSTRAINT' }) // prettier-ignore
  const logged = withoutValues({ code: error.code, message: error.message, stack: error.stack! })
  expect(JSON.stringify(logged)).not.toContain('secret words')
  expect(logged.message).toBe('UNIQUE constraint failed: accounts.id')
  expect(withoutValues({ message: 'a - b', stack: 'x' })).toEqual({ message: 'a - b', stack: 'x' })
})
