import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { v7 as uuid } from 'uuid'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import type { BrandView } from '#shared/people/types'
import type { ScheduleView } from '#shared/schedule/types'
import {
  CHATTERBROOK,
  COMMONFIRE,
  draftOf,
  GUILDHALL,
  LANTERNWAY,
  lineUpSaved,
  lineUpText,
  makeBrand,
  placesShown,
  playHours,
  saveNew,
  scheduleOf,
  World,
} from '../support/world'
import { until, type Person } from '../support/person'

let world: World
let nell: Person
let path: string

beforeEach(async () => {
  world = await World.again(world)
  nell = await world.nell()
  ;({ path } = await makeBrand(nell))
})
afterAll(() => world.stop())

const cards = async (): Promise<ScheduleView['cards']> => (await scheduleOf(nell, path)).cards
const HOSTS = ['chatterbrook.example', 'commonfire.example']

describe('lining up', () => {
  it('gives the places that were shown, sends at the slot, once each, text equal to the proof', async () => {
    const { places } = await lineUpText(nell, path, 'Look <up> 👩‍🚀 "now" & then', {
      link: 'https://lowlamp.example/x',
      linkTitle: 'A title',
      hashtags: ['sky'],
    })
    expect(places.map((place) => place.at)).toEqual(['2027-03-02T10:00:00.000Z', '2027-03-02T10:00:00.000Z'])
    const proofs = (await cards()).map((card) => card.text)
    expect(await world.posted(HOSTS[0]!)).toEqual([])
    await playHours(nell, 2)
    for (const host of HOSTS) {
      const posted = await world.posted(host)
      expect(posted.map((one) => one.text)).toEqual([proofs[0]])
      expect(new Date(posted[0]!.at).toISOString().slice(0, 16)).toBe('2027-03-02T10:00')
    }
    expect((await cards()).map((card) => [card.state, card.remoteUrl !== null])).toEqual([
      ['sent', true],
      ['sent', true],
    ])
  })

  it('a line empties by one post a slot, not all at once', async () => {
    const brand = await makeBrand(nell, [CHATTERBROOK])
    for (const text of ['First in line', 'Second in line', 'Third in line'])
      await lineUpText(nell, brand.path, text)
    await playHours(nell, 8)
    const cards = (await scheduleOf(nell, brand.path)).cards.filter((card) => card.state === 'sent')
    expect(new Set(cards.map((card) => card.at.slice(0, 13))).size).toBe(cards.length)
    expect(cards.length).toBe(2)
  })

  it('a repeat of the same request makes no second post', async () => {
    const post = await saveNew(nell, path, await draftOf(nell, path, 'Once'))
    await lineUpSaved(nell, path, post)
    await expect(lineUpSaved(nell, path, post)).rejects.toThrow(/urn:clear-quill:nowhereNew/)
    expect(await cards()).toHaveLength(2)
  })

  it('is refused when the plan is no longer what was shown, and stores nothing', async () => {
    const late = await saveNew(nell, path, await draftOf(nell, path, 'Second'))
    const shown = await placesShown(nell, path, late)
    await lineUpText(nell, path, 'First')
    const answer = await nell.ask('POST', `${path}/posts/${late.id}/line-up`, shown)
    expect([answer.status, answer.body.type]).toEqual([409, 'urn:clear-quill:planChanged'])
    expect(await cards()).toHaveLength(2)
  })

  it.each([
    ['x'.repeat(281), /Chatterbrook: 1 too many/],
    ['x'.repeat(10_000), /Chatterbrook: 9720 too many/],
    ['', /Chatterbrook/],
  ])('refuses a text that does not fit, with the field’s sentence', async (text, sentence) => {
    const post = await saveNew(nell, path, await draftOf(nell, path, text))
    const answer = await nell.ask(
      'POST',
      `${path}/posts/${post.id}/line-up`,
      await placesShown(nell, path, post),
    )
    expect(answer.status).toBe(422)
    expect(answer.body.errors).toEqual([{ field: 'text', message: expect.stringMatching(sentence) }])
    expect(await cards()).toEqual([])
  })

  it('keeps no text that is longer than any network takes', async () => {
    const answer = await nell.ask('PUT', `${path}/posts/${uuid()}`, {
      version: 0,
      doc: await draftOf(nell, path, 'x'.repeat(20_001)),
    })
    expect([answer.status, answer.body.errors?.[0]?.message]).toEqual([
      422,
      expect.stringMatching(/At most 20,000/),
    ])
  })

  it('is undone as a whole, and what is sent is not', async () => {
    const first = await lineUpText(nell, path, 'Taken back')
    await nell.want('POST', `${path}/undo`, { historyId: first.historyId })
    expect(await cards()).toEqual([])
    const second = await lineUpText(nell, path, 'Sent')
    await playHours(nell, 2)
    expect((await nell.ask('POST', `${path}/undo`, { historyId: second.historyId })).body.type).toBe(
      'urn:clear-quill:cantUndo',
    )
  })

  it('can be taken out of the line and sent now', async () => {
    await lineUpText(nell, path, 'Now')
    const { accounts } = await nell.want<BrandView>('GET', path)
    const lineOf = async (account: string) =>
      (await cards()).find(({ accountId }) => accountId === accounts.find(({ name }) => name === account)!.id)
    const [chatter, fire] = [await lineOf('Chatterbrook'), await lineOf('Commonfire')]
    await nell.want('DELETE', `${path}/lines/${chatter!.queueItemId}`)
    await nell.want('POST', `${path}/lines/${fire!.queueItemId}/send`)
    await until('the post is sent', async () => (await cards()).some((card) => card.state === 'sent'))
    expect(await world.posted(HOSTS[0]!)).toEqual([])
    expect((await world.posted(HOSTS[1]!)).map((one) => one.text)).toEqual(['Now'])
    expect((await nell.ask('DELETE', `${path}/lines/${fire!.queueItemId}`)).body.type).toBe(
      'urn:clear-quill:alreadyGone',
    )
  })
})

describe('what the network says', () => {
  it('a refusal says why, and the rest of the line goes on', async () => {
    await world.trouble(HOSTS[0]!, {
      refuse: { status: 400, message: 'No posts about lamps.' },
      postsOnly: true,
      times: 1,
    })
    for (const text of ['One', 'Two']) await lineUpText(nell, path, text)
    await playHours(nell, 8)
    const states = (await cards()).map((card) => [card.text, card.state])
    expect(states).toEqual(
      expect.arrayContaining([
        ['One', 'not-sent'],
        ['One', 'sent'],
        ['Two', 'sent'],
        ['Two', 'sent'],
      ]),
    )
    const failed = (await cards()).find((card) => card.state === 'not-sent')!
    expect(failed.message).toMatch(/Chatterbrook refused it for good\. It answered: No posts about lamps\./)
    await nell.want('POST', `${path}/deliveries/${failed.deliveryId}/do`, { deed: 'back-in-line' })
    await playHours(nell, 24)
    expect((await world.posted(HOSTS[0]!)).map((post) => post.text)).toEqual(['One', 'Two'])
  })

  it('a network that wants us to wait is tried again at its time', async () => {
    await world.trouble(HOSTS[1]!, {
      refuse: { status: 429, message: 'Too many posts', retryAfter: 1200 },
      postsOnly: true,
      times: 1,
    })
    await lineUpText(nell, path, 'Patience')
    await playHours(nell, 1)
    const waiting = (await cards()).find((card) => card.state === 'trying-again')!
    expect(waiting.message).toMatch(/Commonfire could not take it now\. It answered: Too many posts/)
    await playHours(nell, 1)
    const [posted] = await world.posted(HOSTS[1]!)
    expect(new Date(posted!.at).toISOString().slice(11, 16)).toBe('10:20')
  })

  it('a token that is refused is said at the account', async () => {
    await world.trouble(HOSTS[0]!, {
      refuse: { status: 401, message: 'This token is not known here.' },
      postsOnly: true,
    })
    await lineUpText(nell, path, 'Locked out')
    await playHours(nell, 1)
    const view = await nell.want<{ accounts: { name: string; trouble: string | null }[] }>('GET', path)
    expect(view.accounts.find((account) => account.name === 'Chatterbrook')!.trouble).toMatch(
      /no longer accepts/,
    )
  })

  it.each(HOSTS)('an answer lost on the way back: %s is asked, and has the post once', async (host) => {
    await world.trouble(host, { loseAnswer: true, postsOnly: true, times: 1 })
    await lineUpText(nell, path, 'Lost and found', { link: 'https://lowlamp.example/a&b' })
    await playHours(nell, 2)
    await until('it is known to be sent', async () => (await cards()).every((card) => card.state === 'sent'))
    expect(await world.posted(host)).toHaveLength(1)
  })

  it.each(HOSTS)(
    'a connection cut on the way there: %s is asked, has nothing, and gets it once',
    async (host) => {
      await world.trouble(host, { cutBefore: true, postsOnly: true, times: 1 })
      await lineUpText(nell, path, 'Cut and sent')
      await playHours(nell, 2)
      await until('it is sent', async () => (await cards()).every((card) => card.state === 'sent'))
      expect(await world.posted(host)).toHaveLength(1)
    },
  )
})

const isPost = (ask: { method: string; path: string }): boolean =>
  ask.method === 'POST' && /statuses|micropub/.test(ask.path)

describe('a killed sender', () => {
  it.each(
    HOSTS.flatMap(
      (host) =>
        [
          [host, 'after the network took it'],
          [host, 'before the network got it'],
        ] as const,
    ),
  )('%s, %s: the post is there exactly once', async (host, moment) => {
    // The network is slow: the server dies while it waits for the answer. What it sent then arrives, or is
    // cut off.
    await world.trouble(host, {
      slowMs: 1500,
      postsOnly: true,
      times: 1,
      ...(moment.startsWith('before') ? { cutBefore: true } : {}),
    })
    await lineUpText(nell, path, 'Exactly once')
    const ids = (await cards()).map((card) => card.queueItemId)
    for (const id of ids) await nell.want('POST', `${path}/lines/${id}/send`)
    await until('it is on its way', async () => {
      return (await world.asks(host)).some(isPost)
    })
    await world.kill()
    const data = new Database(join(world.dataDir, 'quill.sqlite'))
    // What was on its way stands there as such, to be asked about.
    const underWay = data.prepare("SELECT accounts.address FROM deliveries JOIN accounts ON accounts.id = deliveries.account_id WHERE state = 'sending'").all() as { address: string }[] // prettier-ignore
    expect(underWay.map(({ address }) => address)).toContainEqual(expect.stringContaining(host))
    expect(data.pragma('integrity_check')).toEqual([{ integrity_check: 'ok' }])
    data.close()
    await until('the network is done with it', async () =>
      (await world.asks(host)).some((ask) => isPost(ask) && ask.done),
    )
    expect((await world.posted(host)).length).toBe(moment.startsWith('before') ? 0 : 1)
    await world.restart()
    await until(
      'both are sent',
      async () => (await cards()).filter((card) => card.state === 'sent').length === 2,
      30_000,
    )
    for (const one of HOSTS)
      expect((await world.posted(one)).map((post) => post.text)).toEqual(['Exactly once'])
  })
})

it('keeps tokens nowhere in clear: not in the data, not in an answer', async () => {
  await lineUpText(nell, path, 'Quiet')
  await playHours(nell, 2)
  const answers = await Promise.all(
    [path, `${path}/schedule`, `${path}/sources`, '/api/me'].map((one) => nell.ask('GET', one)),
  )
  const files = readdirSync(world.dataDir).map((file) =>
    readFileSync(join(world.dataDir, file)).toString('latin1'),
  )
  for (const { token } of [CHATTERBROOK, COMMONFIRE]) {
    for (const text of [...files, ...answers.map((answer) => answer.text)])
      expect(text.includes(token)).toBe(false)
  }
})

it('tells open screens what changed, and takes the stream up where it was', async () => {
  const stream = async (lastId?: string): Promise<string> => {
    const stop = new AbortController()
    const answer = await fetch(`${world.server.url}/api/events`, {
      headers: { cookie: nell.cookie, ...(lastId ? { 'last-event-id': lastId } : {}) },
      signal: stop.signal,
    })
    const reader = answer.body!.getReader()
    let text = ''
    const reading = (async () => {
      for (let part = await reader.read(); !part.done; part = await reader.read())
        text += new TextDecoder().decode(part.value)
    })().catch(() => undefined)
    if (!lastId) await lineUpText(nell, path, 'Seen')
    await until('the change is told', () => Promise.resolve(text.includes('"what":"line"')))
    stop.abort()
    await reading
    return text
  }
  const first = await stream()
  const id = Number(/id: (\d+)/.exec(first)![1])
  expect(await stream(String(id - 1))).toContain('"what":"line"')
})

it('keeps tokens, passwords, sessions and hooks nowhere in clear: not in the data or its copies, not in any answer, not in the log', async () => {
  await world.stop()
  world = await World.start({ QUILL_LOG: 'debug' })
  await world.server.stop()
  await world.restart({ piped: true })
  nell = await world.nell()
  let log = ''
  for (const stream of [world.server.child.stdout!, world.server.child.stderr!])
    stream.on('data', (part: Buffer) => (log += part.toString()))
  const all = [CHATTERBROOK, COMMONFIRE, GUILDHALL, LANTERNWAY]
  ;({ path } = await makeBrand(nell, all))
  const hook = 'room-81c5-of-the-desk'
  await nell.want('PUT', `${path}/telling`, {
    hook: `https://hook.example/${hook}`,
    mail: [],
    quietFrom: null,
    quietUntil: null,
  })
  await lineUpText(nell, path, 'Quiet')
  // One that is refused, one whose answer is lost, and one whose token ends, all leave their traces.
  await world.trouble('chatterbrook.example', {
    refuse: { status: 400, message: 'No.' },
    postsOnly: true,
    times: 1,
  })
  await world.trouble('commonfire.example', { loseAnswer: true, postsOnly: true, times: 1 })
  await world.control('token', { host: 'guildhall.example', handle: 'spare', token: 'renewed' })
  await playHours(nell, 3)
  const view = await nell.want<{ accounts: { id: string }[] }>('GET', path)
  const deliveries = (await scheduleOf(nell, path)).cards.flatMap(({ deliveryId }) =>
    deliveryId ? [`${path}/deliveries/${deliveryId}`] : [],
  )
  expect(deliveries.length).toBeGreaterThan(2)
  const paths = [
    '/api/me',
    path,
    `${path}/schedule`,
    `${path}/notices`,
    `${path}/telling`,
    ...view.accounts.map(({ id }) => `${path}/accounts/${id}`),
    ...deliveries,
  ]
  const answers = await Promise.all(paths.map((one) => nell.ask('GET', one)))
  expect(answers.map(({ status }) => status)).toEqual(paths.map(() => 200))
  const files = readdirSync(world.dataDir)
    .filter((file) => file.includes('sqlite'))
    .map((file) => readFileSync(join(world.dataDir, file)).toString('latin1'))
  // The log was read: it tells of the refusal.
  expect(log).toContain('delivery.refused')
  const session = /access\.52\.\d|refresh\.52\.\d/
  for (const text of [...files, ...answers.map((answer) => answer.text), log]) {
    for (const { token } of all) expect(text.includes(token)).toBe(false)
    expect(text.includes(hook)).toBe(false)
    expect(session.test(text)).toBe(false)
  }
})
