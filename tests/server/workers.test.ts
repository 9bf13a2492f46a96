// Several processes on one data file: nothing done twice, a clean stop, a start after a crash; and how a
// burst goes out.
import { say } from '#shared/messages'
import { messagesOf } from '#server/platform/db/messages'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { spreadRun } from '../support/load/sending'
import { quantile } from '../support/load/timing'
import { SendingWorld } from '../support/load/sendingWorld'
import { until } from '../support/person'

const textsOf = async (world: SendingWorld): Promise<string[]> =>
  Object.values(await world.posted()).flatMap((posts) => posts.map(({ text }) => text))

describe('two workers and a web process', () => {
  let world: SendingWorld
  beforeEach(async () => {
    world = await SendingWorld.start({ QUILL_LEASE_SECONDS: '2', QUILL_ASK_SECONDS: '1' })
  })
  afterEach(() => world.stop())

  it('send each post once, and share the work; the web process sends nothing by itself', async () => {
    const texts = await world.lineUp(80, () => Date.now() + 500)
    await new Promise((resolve) => setTimeout(resolve, 2000))
    expect(await textsOf(world)).toEqual([])
    await Promise.all([world.startWorker(), world.startWorker()])
    await until('all are sent', () => Promise.resolve(world.states()['sent'] === 80), 40_000)
    expect((await textsOf(world)).sort()).toEqual([...texts].sort())
  })

  it('a worker answers how it is, and nothing else', async () => {
    const worker = await world.startWorker()
    expect((await fetch(`${worker.url}/api/health`)).status).toBe(200)
    for (const path of ['/api/me', '/', '/wire', '/r/abcdef', '/api/brands'])
      expect((await fetch(`${worker.url}${path}`)).status).toBe(404)
  })

  it('a clean stop waits for the answer that is on its way; nothing is left to be asked about', async () => {
    const worker = await world.startWorker()
    for (const host of [
      'chatterbrook.example',
      'commonfire.example',
      'guildhall.example',
      'lanternway.example',
    ])
      await world.control('trouble', { host, trouble: { slowMs: 1200, postsOnly: true } })
    await world.lineUp(4, () => Date.now() + 500)
    await until('one is on its way', () => Promise.resolve((world.states()['sending'] ?? 0) >= 1), 10_000)
    await worker.stop()
    const { sent = 0, sending = 0, unknown = 0 } = world.states()
    expect([sent >= 1, sending, unknown]).toEqual([true, 0, 0])
    for (const host of [
      'chatterbrook.example',
      'commonfire.example',
      'guildhall.example',
      'lanternway.example',
    ])
      await world.control('trouble', { host, trouble: null })
    await world.startWorker()
    await until('all are sent', () => Promise.resolve(world.states()['sent'] === 4), 20_000)
    expect(await textsOf(world)).toHaveLength(4)
  })

  it('one that died leaves its work to the other', async () => {
    const first = await world.startWorker()
    await world.control('trouble', {
      host: 'chatterbrook.example',
      trouble: { slowMs: 1500, postsOnly: true, times: 1 },
    })
    await world.lineUp(4, () => Date.now() + 300)
    await until('one is on its way', () => Promise.resolve((world.states()['sending'] ?? 0) >= 1), 10_000)
    await world.kill(first)
    await world.startWorker()
    await until('all are sent', () => Promise.resolve(world.states()['sent'] === 4), 30_000)
    expect(await textsOf(world)).toHaveLength(4)
  })
})

it(
  '200 due within ten seconds: all sent, none twice, on time, and the interface answers meanwhile',
  { timeout: 120_000 },
  async () => {
    const { lateness, answers, sent, twice } = await spreadRun(200, 10, 1)
    expect({ sent, twice }).toEqual({ sent: 200, twice: 0 })
    // The figures of the bench are for a quiet machine; here they may be twice as large.
    expect(quantile(lateness, 0.99)).toBeLessThan(10_000)
    expect(quantile(answers.others, 0.95)).toBeLessThan(200)
    expect(quantile(answers.schedule, 0.95)).toBeLessThan(400)
  },
)

it(
  'a burst over a network’s rate is spread by it: none lost, none refused by the network, none late without a word',
  { timeout: 120_000 },
  async () => {
    const world = await SendingWorld.start({}, { role: 'all', hasRates: true })
    try {
      for (const host of ['chatterbrook.example', 'guildhall.example'])
        await world.control('rules', {
          host,
          rules: { rate: { posts: 5, perMinutes: 60 }, equalTextRefusedDays: null },
        })
      await world.lineUp(80, () => Date.now() + 200)
      // 20 posts an account: five of each at once where a rate is stated, all where the rate allows more.
      await until(
        'what may go is sent',
        () => Promise.resolve((world.states()['sent'] ?? 0) >= 50 && !world.states()['sending']),
        60_000,
      )
      const states = world.states()
      expect(states).toEqual({ sent: 50, waiting: 30, 'in line': 0 })
      const db = world.open()
      const waiting = db
        .prepare("SELECT message, next_try_at - due_at AS later FROM deliveries WHERE state = 'waiting'")
        .all() as { message: string; later: number }[]
      db.close()
      for (const { message, later } of waiting) {
        expect(say(messagesOf(message))).toMatch(/allows 5 posts in 60 minutes, and that limit is reached/)
        expect(later).toBeGreaterThan(50 * 60_000)
      }
      const asks = await world.control<{ status: number }[]>('asks')
      expect(asks.filter(({ status }) => status === 429)).toEqual([])
    } finally {
      await world.stop()
    }
  },
)
