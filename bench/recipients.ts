import { join } from 'node:path'
import Database from 'better-sqlite3'
import { v7 as uuid } from 'uuid'
import type { WirePage } from '#shared/reading/types'
import { quantile, type Row } from '../tests/support/load/timing'
import { until, type Person } from '../tests/support/person'
import { CHATTERBROOK, lineUpText, makeBrand, playHours, World } from '../tests/support/world'

const POSTS = 7

/** What handing on costs: how fast it goes, and whether posts wait for it. */
export async function recipientRows(things: number): Promise<Row[]> {
  const world = await World.start({}, true, Date.now())
  try {
    const nell = await world.nell()
    const { path } = await makeBrand(nell, [CHATTERBROOK])
    const { url } = await nell.want<{ url: string }>('POST', `${path}/sources/look`, {
      address: 'lowlamp.example',
    })
    await nell.want('POST', `${path}/sources`, { feedUrl: url, label: 'The Low Lamp' })
    const alone = await sendPosts(world, nell, path)
    const [article] = (await nell.want<WirePage>('GET', `${path}/articles?show=all`)).articles
    const { id: recipientId } = await nell.want<{ id: string }>('POST', `${path}/recipients`, {
      ...{ name: 'Ours', kind: 'webhook', address: 'https://doorway.example/plain' },
    })
    await nell.want('POST', `${path}/dispatches`, { recipientId, articleId: article!.id })
    const db = new Database(join(world.dataDir, 'quill.sqlite'), { timeout: 10_000 })
    const left = (): number =>
      db.prepare(`SELECT count(*) FROM dispatches WHERE state = 'waiting'`).pluck().get() as number
    copyMany(db, things)
    const began = performance.now()
    await until('all were handed on', () => Promise.resolve(left() === 0), 300_000)
    const seconds = (performance.now() - began) / 1000

    await world.trouble('doorway.example', { slowMs: 60_000 })
    copyMany(db, things)
    const beside = await sendPosts(world, nell, path)
    db.close()
    const ratio = quantile(beside, 0.5) / quantile(alone, 0.5)
    return [
      {
        what: `${things.toLocaleString('en')} things handed on to one webhook`,
        figure: `${seconds.toFixed(1)} s, ${Math.round(things / seconds)} a second`,
        target: '',
        met: true,
      },
      {
        what: `A post sent while ${things.toLocaleString('en')} things wait for a webhook that hangs`,
        figure: `${ratio.toFixed(2)} of the time without (${quantile(alone, 0.5).toFixed(0)} ms, middle of ${POSTS})`,
        target: 'no delay: under 1.5',
        met: ratio < 1.5,
      },
    ]
  } finally {
    await world.stop()
  }
}

/** What waits, as often as is wanted. */
function copyMany(db: InstanceType<typeof Database>, many: number): void {
  const [row] = db.prepare('SELECT * FROM dispatches LIMIT 1').all() as Record<string, unknown>[]
  const columns = Object.keys(row!)
  const insert = db.prepare(
    `INSERT INTO dispatches (${columns.join(', ')}) VALUES (${columns.map((name) => `@${name}`).join(', ')})`,
  )
  db.transaction(() => {
    for (let at = 0; at < many; at++)
      insert.run({ ...row, id: uuid(), state: 'waiting', attempts: 0, due_at: 0, ended_at: null })
  })()
}

/** How long each of some posts took from its time until it was sent, in milliseconds. */
async function sendPosts(world: World, nell: Person, path: string): Promise<number[]> {
  const times: number[] = []
  for (let at = 0; at < POSTS; at++) {
    const before = (await world.posted('chatterbrook.example')).length
    await lineUpText(nell, path, `A post, number ${at} of ${before}`)
    const began = performance.now()
    await playHours(nell, 24)
    await until('it was sent', async () => (await world.posted('chatterbrook.example')).length > before)
    times.push(performance.now() - began)
  }
  return times
}
