// Feeds as large and as hostile as they come: how long they take, what they hold up, and in how much memory.
import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { Source } from '#shared/sources/types'
import type { Fault } from '../../standins/faults'
import { makeBrand, World } from '../support/world'
import type { Person } from '../support/person'

let world: World
let nell: Person
let path: string
let hosts = 0

beforeAll(async () => {
  world = await World.start({ QUILL_PATIENCE_SECONDS: '3' })
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, []))
})
afterAll(() => world.stop())

const newHost = (): string => `heavy${++hosts}.faulty.example`
async function addFeed(host: string): Promise<Source> {
  const { id } = await nell.want<{ id: string }>('POST', `${path}/sources`, {
    feedUrl: `https://${host}/feed.xml`,
    label: host,
    folder: null,
    own: false,
  })
  return (await nell.want<Source[]>('GET', `${path}/sources`)).find((source) => source.id === id)!
}
const fetchAgain = (source: Source): Promise<unknown> =>
  nell.want('POST', `${path}/sources/${source.id}/fetch`)

/** Megabytes that the server's process takes up now, and took up at most (Linux). */
function memory(): { now: number; most: number } {
  const status = readFileSync(`/proc/${world.server.child.pid}/status`, 'utf8')
  const of = (name: string): number => Number(new RegExp(`${name}:\\s+(\\d+) kB`).exec(status)![1]) / 1024
  return { now: of('VmRSS'), most: of('VmHWM') }
}

it('a feed of 100,000 items is read at both ends, and says so', async () => {
  const host = newHost()
  await world.fault(host, 'many')
  const source = await addFeed(host)
  expect(source).toMatchObject({
    state: 'well',
    articles: 2000,
    repairs: [expect.stringMatching(/holds 100000 items; the first and the last 1000 were read/)],
  })
})

it('eight hostile ones together hold up no other, and memory stays flat', async () => {
  const well = await addFeed(newHost())
  const ill = await Promise.all(
    (['huge', 'bomb', 'trickle', 'silent', 'deep', 'many', 'huge', 'bomb'] as Fault[]).map(async (fault) => {
      const host = newHost()
      const source = await addFeed(host)
      await world.fault(host, fault)
      return source
    }),
  )
  for (const source of ill) await fetchAgain(source)
  const first = memory()
  const started = Date.now()
  const fetched = Promise.all(ill.map((source) => fetchAgain(source)))
  await fetchAgain(well)
  expect(Date.now() - started).toBeLessThan(2_500)
  await fetched
  for (let time = 0; time < 3; time++) await Promise.all(ill.map((source) => fetchAgain(source)))
  const last = memory()
  console.info(
    `memory with eight hostile feeds, in MB: ${first.now.toFixed(0)} after one round, ${last.now.toFixed(0)} after five, ${last.most.toFixed(0)} at most`,
  )
  expect(last.now).toBeLessThan(first.now + 150)
  expect(last.most).toBeLessThan(900)
})
