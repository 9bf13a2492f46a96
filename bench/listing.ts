import { join } from 'node:path'
import Database from 'better-sqlite3'
import { v7 as uuid } from 'uuid'
import type { BrandView } from '#shared/people/types'
import type { Person } from '../tests/support/person'
import { quantile, type Row } from '../tests/support/load/timing'
import { CHATTERBROOK, COMMONFIRE, draftOf, makeBrand, saveNew, START, World } from '../tests/support/world'
import { listScrolled } from './view'

const ASKS = 40
const TARGET_MS = 150
const DAY = 86_400_000
/** Of all posts, those that wait; the rest went out over a year. */
const WAITING = 0.1
const WORDS =
  'the dome opens at half past five and a comet stands low in the east before dawn bring warm coats'

/** The month, the year and the list of all posts, where a brand has so many. */
export async function listingRows(posts: number): Promise<Row[]> {
  const world = await World.start()
  try {
    const nell = await world.nell()
    const { id, path, view } = await makeBrand(nell, [CHATTERBROOK, COMMONFIRE])
    fill(join(world.dataDir, 'quill.sqlite'), id, world.ids.nell, await view(), posts)
    let asks = 0
    // Each asks for the same in another way: an order that was made is kept for a moment.
    const anew = (): string => `words=${'+'.repeat(++asks)}`
    const day = (back: number): string => new Date(START - back * DAY).toISOString().slice(0, 10)
    const list = `${path}/schedule-list`
    return [
      await measured(nell, 'a month behind', () => `${path}/schedule-month?from=${day(60)}`),
      await measured(nell, 'the month now', () => `${path}/schedule-month?from=${day(0)}`),
      await measured(nell, 'the weeks of a year', () => `${path}/schedule-year?from=${day(182)}&weeks=53`),
      await measured(
        nell,
        'the list after a change',
        () => list,
        () => change(nell, path),
      ),
      await measured(nell, 'the list in another order', () => `${list}?${anew()}`),
      await measured(nell, 'the list by source, from its end', () => `${list}?sort=source&desc=1&${anew()}`),
      await measured(nell, 'the list by a word', () => `${list}?words=comet${'+'.repeat(++asks)}`),
      await measured(nell, 'the next pages of a list', () => `${list}?from=${200 * (asks++ % 90)}`),
      ...(await listScrolled(world.server.url, nell.cookie)),
    ].map((row) => ({ ...row, what: `${posts.toLocaleString('en')} posts: ${row.what}` }))
  } finally {
    await world.stop()
  }
}

async function measured(
  person: Person,
  what: string,
  path: () => string,
  before: () => Promise<unknown> = () => Promise.resolve(),
): Promise<Row> {
  const times: number[] = []
  for (let ask = 0; ask < ASKS; ask++) {
    await before()
    const started = performance.now()
    await person.want('GET', path())
    times.push(performance.now() - started)
  }
  const [p50, p95] = [quantile(times.slice(3), 0.5), quantile(times.slice(3), 0.95)]
  return {
    what,
    figure: `p50 ${p50.toFixed(0)} ms, p95 ${p95.toFixed(0)} ms`,
    target: `p95 < ${TARGET_MS} ms`,
    met: p95 < TARGET_MS,
  }
}

/** Something changes, so that nothing that was made before holds. */
const change = async (nell: Person, path: string): Promise<unknown> =>
  saveNew(nell, path, await draftOf(nell, path, 'Another draft'))

/** Posts that went out over the year before, and some that wait in both accounts' lines. */
function fill(
  file: string,
  brandId: string,
  by: string,
  { accounts, pillars }: BrandView,
  posts: number,
): void {
  const db = new Database(file, { timeout: 10_000 })
  const words = WORDS.split(' ')
  const post = db.prepare(
    `INSERT INTO posts (id, brand_id, pillar_id, hashtags_json, approval, approved_version, created_by, created_at, version, saved_at, saved_by)
     VALUES (?, ?, ?, '[]', 'approved', 1, ?, ?, 1, ?, ?)`,
  )
  const wording = db.prepare(`INSERT INTO wordings (id, post_id, position, text) VALUES (?, ?, 0, ?)`)
  const proof = db.prepare(`INSERT INTO proofs (post_id, account_id) VALUES (?, ?)`)
  const sent = db.prepare(
    `INSERT INTO deliveries (id, brand_id, post_id, account_id, key, due_at, slot_at, state, frozen_json, pillar_id, next_try_at, message, sent_at, counted)
     VALUES (?, ?, ?, ?, ?, ?, ?, 'sent', ?, ?, ?, '', ?, 1)`,
  )
  const line = db.prepare(
    `INSERT INTO lines (id, brand_id, post_id, account_id, position, state, lined_at) VALUES (?, ?, ?, ?, ?, 'in-line', ?)`,
  )
  db.transaction(() => {
    for (let at = 0; at < posts; at++) {
      const [id, account, pillar] = [uuid(), accounts[at % 2]!.id, pillars[at % pillars.length]!.id]
      const text = `${at} ${Array.from({ length: 24 }, (_, word) => words[(at * 7 + word * 5) % words.length]).join(' ')}`
      const due = START - Math.round(((at + 1) / posts) * 365 * DAY)
      post.run(id, brandId, pillar, by, due, due, by)
      wording.run(uuid(), id, text)
      proof.run(id, account)
      if (at < posts * WAITING) line.run(uuid(), brandId, id, account, at, START - DAY)
      else sent.run(uuid(), brandId, id, account, id, due, due, JSON.stringify({ text }), pillar, due, due)
    }
  })()
  db.close()
}
