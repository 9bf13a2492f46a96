// Copies of the data: made while it is in use, put back by a command, and careful afterwards.
import { execFileSync, spawnSync } from 'node:child_process'
import { existsSync, readdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import Database from 'better-sqlite3'
import { afterAll, beforeEach, expect, it } from 'vitest'
import type { BrandView } from '#shared/people/types'
import {
  CHATTERBROOK,
  COMMONFIRE,
  makeBrand,
  lineUpText,
  playHours,
  scheduleOf,
  World,
} from '../support/world'
import { until, type Person } from '../support/person'

let world: World
let nell: Person
let path: string
let copies = 0
const root = fileURLToPath(new URL('../..', import.meta.url))

beforeEach(async () => {
  world = await World.again(world)
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, [CHATTERBROOK, COMMONFIRE]))
})
afterAll(() => world.stop())

const run = (command: 'backup' | 'restore', ...given: string[]) =>
  spawnSync(process.execPath, ['--import', 'tsx', `server/commands/${command}.ts`, ...given], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, QUILL_DATA_DIR: world.dataDir, QUILL_LOG: 'silent' },
  })
const lineUp = async (text: string): Promise<unknown> => lineUpText(nell, path, text)

it('copies the data while it is written to: the state of one moment, whole', async () => {
  const file = join(world.dataDir, `copy-${++copies}.sqlite`)
  let isOver = false
  const writing = (async () => {
    for (let n = 0; !isOver; n++) await nell.want('POST', `${path}/pillars`, { name: `Pillar ${n}`, ink: 1, description: '', returns: 'once', needsApproval: false, hashtags: [], version: 1 }) // prettier-ignore
  })()
  const done = run('backup', file)
  isOver = true
  await writing
  expect([done.status, done.stderr]).toEqual([0, ''])
  const copy = new Database(file, { readonly: true })
  expect(copy.pragma('integrity_check')).toEqual([{ integrity_check: 'ok' }])
  expect((copy.prepare('SELECT count(*) AS n FROM accounts').get() as { n: number }).n).toBe(2)
  copy.close()
})

it('restores a backup: what was lined up since is gone, everything is on hold, what was under way is asked about', async () => {
  await lineUp('Before')
  const ids = (await scheduleOf(nell, path)).cards.map(({ queueItemId }) => queueItemId)
  // On its way at the moment of the copy, sent right after it.
  await world.trouble('chatterbrook.example', { slowMs: 6000, postsOnly: true, times: 1 })
  await nell.want('POST', `${path}/lines/${ids[0]}/send`)
  await until('it is on its way', async () =>
    (await scheduleOf(nell, path)).cards.some(({ state }) => state === 'sending'),
  )
  const file = join(world.dataDir, `copy-${++copies}.sqlite`)
  expect(run('backup', file).status).toBe(0)
  await until('it is sent', async () =>
    (await scheduleOf(nell, path)).cards.some(({ state }) => state === 'sent'),
  )
  await lineUp('After')

  const refused = run('restore', file)
  expect([refused.status, refused.stderr]).toEqual([
    1,
    expect.stringMatching(/The application is running: stop it first\. Nothing was changed/),
  ])
  await world.server.stop()
  const done = run('restore', file)
  expect([done.stderr, done.status]).toEqual(['', 0])
  expect(done.stdout).toMatch(/1 brands? (?:is|are) on hold[\s\S]*1 deliver(?:y|ies)/)
  expect(readdirSync(world.dataDir).filter((name) => name.includes('.before-'))).toHaveLength(1)
  await world.restart()
  nell = await world.nell()
  expect((await nell.want<BrandView>('GET', path)).brand.hold?.reason).toMatch(/Restored from a backup/)
  await until('it is settled by asking', async () =>
    (await scheduleOf(nell, path)).cards.some(({ state }) => state === 'sent'),
  )
  await playHours(nell, 48)
  // Sent once, and nothing else while the hold stands.
  expect((await world.posted('chatterbrook.example')).map(({ text }) => text)).toEqual(['Before'])
  expect((await scheduleOf(nell, path)).perAccount.map(({ waiting }) => waiting).sort()).toEqual([0, 1])
})

it.each([
  ['no file', () => join(world.dataDir, 'nowhere.sqlite'), /There is no file/],
  ['no data file', () => written('notes.txt', 'hello'), /is not a sound data file/],
  ['another program’s data', () => foreign(), /is not a data file of Clear Quill/],
  ['a newer release’s data', () => newer(), /from a newer release/],
])('refuses %s, and changes nothing', async (_, make, sentence) => {
  const from = make()
  await world.server.stop()
  const before = world.rows('SELECT id FROM brands')
  const done = run('restore', from)
  expect([done.status, done.stderr]).toEqual([1, expect.stringMatching(sentence)])
  expect(world.rows('SELECT id FROM brands')).toEqual(before)
  expect(existsSync(join(world.dataDir, 'quill.sqlite.part'))).toBe(false)
})

function written(name: string, text: string): string {
  const file = join(world.dataDir, name)
  writeFileSync(file, text.repeat(500))
  return file
}
function foreign(): string {
  const file = join(world.dataDir, 'foreign.sqlite')
  new Database(file).exec('CREATE TABLE things (name TEXT)').close()
  return file
}
function newer(): string {
  const file = join(world.dataDir, 'newer.sqlite')
  run('backup', file)
  new Database(file)
    .exec("INSERT INTO knex_migrations (name, batch, migration_time) VALUES ('999_later', 9, 0)")
    .close()
  return file
}

it('keeps copies by its timetable, so many of them', async () => {
  await world.stop()
  world = await World.start({ QUILL_BACKUP_HOURS: '1', QUILL_BACKUP_KEEP: '2' })
  const folder = join(world.dataDir, 'backups')
  await until('one is made by itself', () =>
    Promise.resolve(existsSync(folder) && readdirSync(folder).some((name) => name.endsWith('.sqlite'))),
  )
  for (const _ of [1, 2, 3]) {
    // A copy is named after its second.
    const second = Math.floor(Date.now() / 1000)
    await until('the next second', () => Promise.resolve(Math.floor(Date.now() / 1000) > second))
    execFileSync(process.execPath, ['--import', 'tsx', 'server/commands/backup.ts'], {
      cwd: root,
      env: { ...process.env, QUILL_DATA_DIR: world.dataDir, QUILL_BACKUP_KEEP: '2' },
    })
  }
  expect(readdirSync(folder)).toHaveLength(2)
})
