// Clients of other makers against the stand-in of Mastodon-compatible servers: this shows that the stand-in
// suits real clients, and nothing of the application.
import { execFile } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { promisify } from 'node:util'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect } from 'vitest'
import { startStandins } from '../../scripts/world.mjs'
import { doorTo, installed } from './peer'
import { step } from './table'

const HOST = 'commonfire.example'
const TOKEN = 'commonfire-spare-77b9'
let standins: Awaited<ReturnType<typeof startStandins>>
let door: Awaited<ReturnType<typeof doorTo>>
let picture: Buffer

beforeAll(async () => {
  standins = await startStandins()
  door = await doorTo(standins.url, HOST)
  picture = await sharp({ create: { width: 640, height: 480, channels: 3, background: '#345' } })
    .png()
    .toBuffer()
})
afterAll(() => {
  door?.stop()
  standins?.stop()
})

interface Status {
  id: string
  content: string
  inReplyToId: string | null
}
/** As much of that client as is used here. */
interface Client {
  v1: {
    accounts: { verifyCredentials: () => Promise<{ acct: string }> }
    statuses: {
      create: (given: object) => Promise<Status>
      $select: (id: string) => { remove: () => Promise<unknown>; fetch: () => Promise<Status> }
    }
  }
  v2: {
    instance: { fetch: () => Promise<{ domain: string }> }
    media: { create: (given: object) => Promise<{ id: string }> }
  }
}

const MASTO = 'The stand-in: masto 7.12.0'
const masto = installed('masto')
if (masto === null) console.log(`${MASTO}: not run, it is not installed`)
describe.skipIf(masto === null)(MASTO, () => {
  step(MASTO, 'instance, account, text, pictures with descriptions, reply, delete', async () => {
    const { createRestAPIClient } = (await import(
      pathToFileURL(createRequire(`${masto}/`).resolve('masto')).href
    )) as { createRestAPIClient: (given: object) => Client }
    const client = createRestAPIClient({ url: door.origin, accessToken: TOKEN })
    expect((await client.v2.instance.fetch()).domain).toBe(HOST)
    expect((await client.v1.accounts.verifyCredentials()).acct).toBe('spare')
    const one = await client.v2.media.create({
      file: new Blob([new Uint8Array(picture)]),
      description: 'The dome',
    })
    const post = await client.v1.statuses.create({ status: 'From a client', mediaIds: [one.id] })
    const reply = await client.v1.statuses.create({ status: 'An answer', inReplyToId: post.id })
    expect([post.content, reply.inReplyToId]).toEqual(['<p>From a client</p>', post.id])
    await client.v1.statuses.$select(post.id).remove()
    await expect(client.v1.statuses.$select(post.id).fetch()).rejects.toThrow()
  })
})

const PYTHON = 'The stand-in: python3-mastodon 1.8.0'
const python = installed('python')
if (python === null) console.log(`${PYTHON}: not run, it is not installed`)
describe.skipIf(python === null)(PYTHON, () => {
  step(PYTHON, 'registration, sign-in, idempotency, pictures, reply, long text refused, delete', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'client-')), 'picture.png')
    writeFileSync(file, picture)
    const script = fileURLToPath(new URL('peers/client.py', import.meta.url))
    const { stdout } = await promisify(execFile)('python3', [script, door.origin, file], {
      env: { PATH: process.env['PATH'], PYTHONPATH: join(python!, 'usr/lib/python3/dist-packages') },
    })
    const did = stdout
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as Record<string, unknown>)
    expect(did).toMatchObject([
      { did: 'signed in', handle: 'hollowhill' },
      { did: 'posted once', same: true, content: '<p>From another client</p>' },
      { did: 'posted pictures' },
      { did: 'answered', to: true },
      { did: 'refused', why: expect.stringContaining('Validation failed') as string },
      { did: 'deleted', why: 'MastodonNotFoundError' },
    ])
  })
})
