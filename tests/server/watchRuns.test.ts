import { join } from 'node:path'
import Database from 'better-sqlite3'
import { v7 as uuid } from 'uuid'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { BrandView } from '#shared/people/types'
import type { Watch, WatchRun } from '#shared/watches/types'
import { makeBrand, World } from '../support/world'
import { until, type Person } from '../support/person'

const ARTICLES = 6_000
let world: World
let nell: Person
let path: string

beforeAll(async () => {
  world = await World.start()
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, []))
  await nell.want('POST', `${path}/sources`, {
    feedUrl: 'https://lowlamp.example/feed.xml',
    label: 'Lamp',
    folder: null,
    own: false,
  })
  fill()
})
afterAll(() => world.stop())

/** An archive in which every article holds «archive», and every third «zwoddle». */
function fill(): void {
  const db = new Database(join(world.dataDir, 'quill.sqlite'))
  const feed = db.prepare('SELECT id FROM feeds').pluck().get()
  const number = Number(db.prepare('SELECT max(number) FROM articles').pluck().get())
  const insert = db.prepare(
    `INSERT INTO articles (id, feed_id, guid, title, text, sanitiser_version, language, categories_json, first_seen_at, at, number, dating) VALUES (?, ?, ?, ?, ?, 1, 'en', '[]', ?, ?, ?, 'missing')`,
  )
  const at = Date.now() - 90 * 86_400_000
  db.transaction(() => {
    for (let one = 0; one < ARTICLES; one++)
      insert.run(
        uuid(),
        feed,
        `old ${one}`,
        `Old ${one}`,
        `An archive piece ${one % 3 === 0 ? 'of every zwoddle' : ''} ${'with more words '.repeat(30)}`,
        at + one,
        at + one,
        number + 1 + one,
      )
  })()
  db.close()
}

/** How many articles a watch marks, as the data file has it. */
function marked(id: string): number {
  const db = new Database(join(world.dataDir, 'quill.sqlite'), { readonly: true })
  const count = Number(db.prepare('SELECT count(*) FROM watch_marks WHERE watch_id = ?').pluck().get(id))
  db.close()
  return count
}
const watch = async (id: string): Promise<Watch> =>
  (await nell.want<BrandView>('GET', path)).watches.find((one) => one.id === id)!
const run = async (id: string): Promise<WatchRun> => (await watch(id)).run!
async function ended(id: string): Promise<WatchRun> {
  return until('it has ended', async () => {
    const now = await run(id)
    return now.state !== 'going' && now
  })
}
const add = async (query: string): Promise<string> =>
  (await nell.want<{ id: string }>('POST', `${path}/watches`, { name: `${query} ${uuid()}`, query })).id
const edit = async (id: string, query: string): Promise<unknown> =>
  nell.want('PATCH', `${path}/watches/${id}`, { ...(await watch(id)), query })

it('answers after the newest, and looks at the rest in the background, telling how far it is', async () => {
  const id = await add('archive')
  const begun = await run(id)
  expect(begun.state).toBe('going')
  expect(begun.total).toBeGreaterThanOrEqual(ARTICLES)
  const done = await ended(id)
  expect(done).toMatchObject({ state: 'ended', found: ARTICLES, done: done.total })
  expect(marked(id)).toBe(ARTICLES)
  // Changed back and forth before it has ended, it ends as it was changed last.
  await edit(id, 'zwoddle')
  await edit(id, 'archive -zwoddle')
  await edit(id, 'zwoddle')
  expect((await ended(id)).found).toBe(ARTICLES / 3)
  expect(marked(id)).toBe(ARTICLES / 3)
})

it('can be stopped: what was marked stays, what an older state had marked goes', async () => {
  const id = await add('archive')
  await ended(id)
  await edit(id, 'zwoddle')
  const stopped = await nell.want<WatchRun>('DELETE', `${path}/watches/${id}/run`)
  expect(stopped.state).toBe('stopped')
  expect(marked(id)).toBe(stopped.found)
  expect(stopped.found).toBeLessThan(ARTICLES / 3)
  await world.rounds()
  expect(marked(id)).toBe(stopped.found)
})

it('gives up when its watch is removed, and goes on when that is undone', async () => {
  const id = await add('archive')
  const { historyId } = await nell.want<{ historyId: string }>('DELETE', `${path}/watches/${id}`)
  const then = marked(id)
  await world.rounds()
  expect(marked(id)).toBe(then)
  await nell.want('POST', `${path}/undo`, { historyId })
  await ended(id)
  expect(marked(id)).toBe(ARTICLES)
})

it('goes on where it was after the server was killed', async () => {
  const id = await add('archive')
  expect((await run(id)).state).toBe('going')
  await world.kill()
  await world.restart()
  nell = await world.nell()
  await ended(id)
  expect(marked(id)).toBe(ARTICLES)
})
