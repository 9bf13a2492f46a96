// What grows has an end: what is old goes by itself, and nobody can fill the data by sending.
import Database from 'better-sqlite3'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import sharp from 'sharp'
import type { Source } from '#shared/sources/types'
import { makeBrand, playHours, World } from '../support/world'
import { until, type Person } from '../support/person'

let world: World
let nell: Person
let path: string

beforeAll(async () => {
  world = await World.start({ QUILL_HISTORY_DAYS: '2', QUILL_SESSION_DAYS: '3', QUILL_MAILS_A_DAY: '4' })
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, []))
})
afterAll(() => world.stop())

const count = (table: string): number =>
  (world.rows(`SELECT count(*) AS n FROM ${table}`)[0] as { n: number }).n

it('changes, what could be undone, looks at links, old sign-ins and unused pictures go after their days; what is young stays', async () => {
  const colours = await Promise.all(
    ['#123', '#456'].map((background) =>
      sharp({ create: { width: 40, height: 40, channels: 3, background } })
        .png()
        .toBuffer(),
    ),
  )
  await nell.want('POST', `${path}/watches`, { name: 'Old', query: 'lamp' })
  const [used, unused] = [await nell.upload<{ id: string }>(`${path}/pictures`, colours[0]!, 'a.png'), await nell.upload<{ id: string }>(`${path}/pictures`, colours[1]!, 'b.png')] // prettier-ignore
  const doc = {
    wordings: [{ text: 'x', pictureId: null }],
    pictures: [{ id: used.body.id, description: 'Dark', focus: { x: 0.5, y: 0.5 } }],
  }
  await nell.want('PUT', `${path}/posts/01900000-0000-7000-8000-00000000aaaa`, { version: 0, doc })
  await nell.want('POST', `${path}/link-look`, { url: 'https://lowlamp.example/' })
  const idle = await world.bento()
  // These two are of the machine's own clock, which no demo moves.
  const db = new Database(join(world.dataDir, 'quill.sqlite'))
  const days = (n: number): number => Date.now() - n * 86_400_000
  db.prepare('UPDATE link_looks SET looked_at = ?').run(days(8))
  db.prepare('UPDATE sessions SET last_seen_at = ? WHERE person_id = ?').run(days(4), world.ids.bento)
  db.close()
  expect((await idle.ask('GET', '/api/me')).status).toBe(401)

  await playHours(nell, 24 * 8)
  await nell.want('POST', `${path}/watches`, { name: 'Young', query: 'comet' })
  await until(
    'what is old is gone',
    async () =>
      count('history') === 1 &&
      count('link_looks') === 0 &&
      count('sessions WHERE last_seen_at < 1 + ' + days(4)) === 0,
  )
  expect(count('changes')).toBeGreaterThan(0)
  // Unused since the first look at it after it was left, it goes as long after that as changes can be undone.
  await playHours(nell, 24 * 3)
  await until('the unused picture is gone', async () => count('pictures') === 1)
  expect(world.rows('SELECT id FROM pictures')).toEqual([{ id: used.body.id }])
  expect(unused.body.id).not.toBe(used.body.id)
})

it('a mailing list brings so many mails a day, from a few sites, and from nobody none', async () => {
  await nell.want('POST', `${path}/sources/mail`, { label: 'Letters' })
  const to = (await nell.want<Source[]>('GET', `${path}/sources`)).find(
    ({ kind }) => kind === 'mail',
  )!.mailAddress!
  const send = async (n: number): Promise<boolean> =>
    (await world.mail({ to, subject: `Letter ${n}`, text: 'x', messageId: `<${n}@list.example>` })).taken
  const taken: boolean[] = []
  for (let n = 0; n < 6; n++) taken.push(await send(n))
  expect(taken).toEqual([true, true, true, true, false, false])
  await playHours(nell, 25)
  expect(await send(9)).toBe(true)
  expect(count('mail_days')).toBeLessThanOrEqual(2)
})
