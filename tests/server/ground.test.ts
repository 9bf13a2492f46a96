// What is stored is never half done: an article that was stored is looked at, whoever dies in between.
import Database from 'better-sqlite3'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { makeBrand, World } from '../support/world'
import { until, type Person } from '../support/person'

let world: World
let nell: Person
beforeAll(async () => {
  world = await World.start()
  nell = await world.nell()
})
afterAll(() => world.stop())

const count = (sql: string): number => (world.rows(`SELECT count(*) AS n FROM ${sql}`)[0] as { n: number }).n

describe('an article that was stored when the process died', () => {
  it('is looked at by watches and by its source’s rules all the same', async () => {
    const { path } = await makeBrand(nell, [])
    const host = 'dies.faulty.example'
    const { id: watch } = await nell.want<{ id: string }>('POST', `${path}/watches`, {
      name: 'Seven',
      query: '7*',
    })
    await nell.want('POST', `${path}/sources`, {
      feedUrl: `https://${host}/feed.xml`,
      label: 'Dies',
      leaveOut: '99998',
    })
    await world.fault(host, 'many')
    const [source] = await nell.want<{ id: string }[]>('GET', `${path}/sources`)
    void nell.ask('POST', `${path}/sources/${source!.id}/fetch`).catch(() => undefined)
    // Read without a pause: between what is stored and what is looked at lies a moment only.
    const data = new Database(join(world.dataDir, 'quill.sqlite'), { readonly: true })
    const stored = data.prepare('SELECT count(*) AS n FROM to_match')
    const end = Date.now() + 20_000
    while ((stored.get() as { n: number }).n < 2000) {
      if (Date.now() > end) throw new Error('waited in vain: articles are stored and not looked at yet')
      await new Promise(setImmediate)
    }
    world.server.child.kill('SIGKILL')
    data.close()
    await world.kill()
    const marked = (): number => count(`watch_marks WHERE watch_id = '${watch}'`)
    // It died in time: nothing was looked at, and nobody forgot it.
    expect([marked(), count('to_match')]).toEqual([0, 2000])
    await world.restart()
    nell = await world.nell()
    await until('all are looked at', () => Promise.resolve(count('to_match') === 0), 30_000)
    // Titles are numbers: the first and the last thousand of a hundred thousand.
    const sevens = Array.from({ length: 1000 }, (_, at) => at).filter((at) =>
      String(at).startsWith('7'),
    ).length
    expect(marked()).toBe(sevens)
    expect(world.rows('SELECT excluded_by FROM article_states WHERE excluded_by IS NOT NULL')).toEqual([
      { excluded_by: 'words' },
    ])
  })
})
