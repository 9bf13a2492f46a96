// What became of posts that went out: read by each protocol's own calls, kept as it was told, with its gaps.
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import type { BrandView } from '#shared/people/types'
import type { PostResponses, ResultsView } from '#shared/results/types'
import type { ScheduleView } from '#shared/schedule/types'
import { USUAL_WRITING } from '#shared/posts/docs'
import type { DeskContext } from '#shared/posts/types'
import {
  CHATTERBROOK,
  COMMONFIRE,
  LANTERNWAY,
  lineUpText,
  makeBrand,
  playHours,
  START,
  World,
} from '../support/world'
import { until, type Person } from '../support/person'

interface Truth {
  id: string
  at: number
  likes: number
  reshares: number
  answers: { by: string; text: string; at: number }[]
}

const DAY = 24
let world: World
let nell: Person
let path: string
let view: () => Promise<BrandView>

beforeEach(async () => {
  world = await World.again(world, START, { QUILL_RESPONSES: 'on' })
  nell = await world.nell()
})
afterAll(() => world.stop())

const brandWith = async (accounts: (typeof CHATTERBROOK)[]): Promise<void> => {
  ;({ path, view } = await makeBrand(nell, accounts))
}
const truthOf = async (host: string): Promise<Truth[]> => {
  const all = (await (await fetch(`${world.standins.url}/control/responses`)).json()) as Record<
    string,
    Truth[]
  >
  return all[host] ?? []
}
/** The deliveries that are out, by account. */
async function sent(): Promise<{ accountId: string; id: string }[]> {
  const { cards } = await nell.want<ScheduleView>('GET', `${path}/schedule?from=2027-03-02&days=7`)
  return cards.flatMap(({ deliveryId, accountId, state }) =>
    deliveryId && state === 'sent' ? [{ accountId, id: deliveryId }] : [],
  )
}
const responsesOf = (id: string): Promise<PostResponses> =>
  nell.want('GET', `${path}/deliveries/${id}/responses`)
const results = (query = ''): Promise<ResultsView> => nell.want('GET', `${path}/results${query}`)
const accountId = async (name: string): Promise<string> =>
  (await view()).accounts.find((account) => account.name === name)!.id

describe('responses', () => {
  it('are what each network says, by its own calls, until thirty days are over', async () => {
    await brandWith([CHATTERBROOK, COMMONFIRE, LANTERNWAY])
    for (const text of ['Look up tonight?', 'The lamps are off.', 'A comet stands low.'])
      await lineUpText(nell, path, text)
    await playHours(nell, 3 * DAY)
    const posts = await sent()
    expect(posts).toHaveLength(9)
    await playHours(nell, 14 * DAY)
    await playHours(nell, 14 * DAY)
    await playHours(nell, 3 * DAY)
    let all = 0
    for (const account of (await view()).accounts) {
      // Fourteen days after it went out nobody does anything any more: the last reading has it all.
      const truths = await truthOf(`${account.name.toLowerCase()}.example`)
      const told: string[] = []
      for (const { id } of posts.filter((one) => one.accountId === account.id)) {
        const { readings, state, replies } = await responsesOf(id)
        expect(state).toBe('over')
        expect(readings).toHaveLength(13)
        const last = readings.at(-1)!
        told.push(`${last.likes} ${last.reshares} ${last.replies}`)
        expect(last.answers).toBe(last.likes! + last.reshares! + last.replies! + (last.quotes ?? 0))
        expect(replies.length).toBeLessThanOrEqual(last.replies!)
        all += last.answers!
      }
      expect(told.toSorted()).toEqual(
        truths.map(({ likes, reshares, answers }) => `${likes} ${reshares} ${answers.length}`).toSorted(),
      )
    }
    expect(all).toBeGreaterThan(0)
    const { sent: sentFact, answers, accounts, perPost } = await results('?days=91')
    expect([sentFact.now, answers.now]).toEqual([9, all])
    expect(accounts.map(({ tells, trouble }) => [tells, trouble])).toEqual([
      [true, null],
      [true, null],
      [true, null],
    ])
    expect(perPost!.posts).toBe(9)
  })

  it('of one post alone leave what they say in public with its link, and none of it is ours', async () => {
    await brandWith([COMMONFIRE])
    // How many answer one post is chance: of eight that ask, some are answered.
    for (let at = 1; at <= 8; at++) await lineUpText(nell, path, `Who saw the comet of evening ${at}?`)
    await playHours(nell, 6 * DAY)
    const truths = await truthOf('commonfire.example')
    const known = truths.flatMap(({ answers }) => answers.map(({ by, text }) => `${by}: ${text}`))
    let all = 0
    for (const post of await sent()) {
      const { replies } = await responsesOf(post.id)
      for (const { author, text, url } of replies) {
        expect(known).toContain(`${author}: ${text}`)
        expect(url).toMatch(/^https:\/\/commonfire\.example\//)
      }
      all += replies.length
    }
    expect(all).toBeGreaterThan(0)
  })

  it('stay as they were where the post is gone', async () => {
    await brandWith([COMMONFIRE])
    await lineUpText(nell, path, 'Here today')
    await playHours(nell, 2 * DAY)
    const [post] = await sent()
    const before = await responsesOf(post!.id)
    const { id } = (await world.posted('commonfire.example'))[0]!
    const removed = await fetch(`${world.standins.url}/sites/commonfire.example/api/v1/statuses/${id}`, {
      method: 'DELETE',
      headers: { authorization: `Bearer ${COMMONFIRE.token}` },
    })
    expect(removed.status).toBe(200)
    await playHours(nell, 3 * DAY)
    const after = await responsesOf(post!.id)
    expect([after.state, after.nextAt]).toEqual(['gone', null])
    expect(after.readings).toEqual(before.readings)
    expect((await results()).sent.now).toBe(1)
  })

  it('have a gap where a network answers 429 for a day; it is hardly asked meanwhile, and nobody else waits', async () => {
    await brandWith([COMMONFIRE, LANTERNWAY])
    await lineUpText(nell, path, 'Patience')
    await playHours(nell, 8)
    const refuse = { status: 429, message: 'Come back tomorrow.', retryAfter: 86_400 }
    await world.trouble('commonfire.example', { refuse })
    const asked = (await world.asks('commonfire.example')).length
    await playHours(nell, 20)
    expect((await world.asks('commonfire.example')).length - asked).toBeLessThanOrEqual(4)
    const posts = await sent()
    const onCommonfire = posts.find((one) => one.accountId !== undefined)!
    const commonfire = await accountId('Commonfire')
    const post = posts.find((one) => one.accountId === commonfire) ?? onCommonfire
    expect((await responsesOf(post.id)).readings.filter(({ answers }) => answers === null)).toHaveLength(1)
    const { accounts } = await results()
    expect(accounts.find(({ name }) => name === 'Commonfire')!.trouble).toContain('Come back tomorrow.')
    const other = posts.find((one) => one.accountId !== commonfire)!
    const { readings } = await responsesOf(other.id)
    expect(readings.every(({ answers }) => answers !== null)).toBe(true)
    expect(readings.length).toBeGreaterThan(2)

    await world.trouble('commonfire.example', null)
    await playHours(nell, 2 * DAY)
    const later = (await responsesOf(post.id)).readings
    expect(later.at(-1)!.answers).not.toBeNull()
    expect((await results()).accounts.every(({ trouble }) => trouble === null)).toBe(true)
  })

  it('that a network takes back are kept as it told them, before and after', async () => {
    await brandWith([COMMONFIRE])
    await lineUpText(nell, path, 'Counted too high')
    await playHours(nell, 30)
    const [post] = await sent()
    const told = (await responsesOf(post!.id)).readings.at(-1)!
    // As if the network had said 500 more at its last reading.
    world.change(`UPDATE response_readings SET likes = likes + 500 WHERE at = ${Date.parse(told.at)}`)
    world.change('UPDATE sent_posts SET likes = likes + 500')
    const high = (await results()).answers.now!
    await playHours(nell, 2 * DAY)
    const { readings } = await responsesOf(post!.id)
    const at = readings.findIndex((one) => one.at === told.at)
    expect(readings[at]!.likes).toBe(told.likes! + 500)
    expect(readings.at(-1)!.likes!).toBeLessThan(readings[at]!.likes!)
    expect((await results()).answers.now!).toBeLessThan(high)
  })

  it('are told by the hours of the brand’s clock, also after its zone has changed', async () => {
    await brandWith([COMMONFIRE])
    for (const text of ['One?', 'Two?', 'Three?']) await lineUpText(nell, path, text)
    await playHours(nell, 7 * DAY)
    const before = await results()
    const { brand } = await view()
    await nell.want('PATCH', path, { ...brand, zone: 'Pacific/Auckland' })
    const after = await results()
    const sum = ({ weekHours }: ResultsView): number[] => [
      weekHours.reduce((all, { posts }) => all + posts, 0),
      weekHours.reduce((all, { responses }) => all + responses, 0),
    ]
    expect(sum(after)).toEqual(sum(before))
    expect([after.sent.now, after.answers.now]).toEqual([before.sent.now, before.answers.now])
    // In March it is thirteen hours later there than in Lisbon.
    const hours = ({ weekHours }: ResultsView, more: number): number[] =>
      weekHours.map(({ weekday, hour }) => (weekday * 24 + hour + more) % 168).toSorted((a, b) => a - b)
    expect(hours(after, 0)).toEqual(hours(before, 13))
  })

  it('are read also where a network will not tell who follows, nor what was there before', async () => {
    await brandWith([COMMONFIRE])
    const read = (): unknown[] =>
      world.rows('SELECT past_read_at FROM account_readings WHERE past_read_at > 0')
    await until('it was read once', () => Promise.resolve(read().length > 0 || undefined))
    const refuse = { status: 403, message: 'Not with this token.' }
    await world.trouble('commonfire.example', { refuse })
    world.change('UPDATE account_readings SET followers_next_at = 0, past_read_at = NULL')
    await until('it was asked again', () => Promise.resolve(read().length > 0 || undefined))
    await world.rounds(2)
    await world.trouble('commonfire.example', null)
    expect(world.rows('SELECT failures, quiet_until FROM account_readings')).toEqual([
      { failures: 0, quiet_until: null },
    ])
    await lineUpText(nell, path, 'Read all the same?')
    await playHours(nell, 30)
    const [post] = await sent()
    expect((await responsesOf(post!.id)).readings.length).toBeGreaterThan(3)
    const { accounts, followers } = await results()
    expect(accounts[0]!.trouble).toBeNull()
    expect(followers).not.toBeNull()
  })

  it('of an account removed meanwhile are asked for no more; Results still tells of its posts', async () => {
    await brandWith([COMMONFIRE, LANTERNWAY])
    await lineUpText(nell, path, 'To be removed')
    await playHours(nell, 30)
    const { accounts } = await view()
    const { id } = accounts.find(({ name }) => name === 'Lanternway')!
    await nell.want('DELETE', `${path}/accounts/${id}`)
    // What was on its way by then arrives.
    await world.rounds(2)
    const asked = (await world.asks('lanternway.example')).length
    await playHours(nell, 3 * DAY)
    expect((await world.asks('lanternway.example')).length).toBe(asked)
    const found = await results()
    expect(found.posts).toHaveLength(2)
    expect(found.posts.map((post) => post.accountId)).toContain(id)
  })
})

describe('an account', () => {
  it('brings what it had before, told apart from what went out here', async () => {
    await world.control('past', {
      host: 'commonfire.example',
      handle: 'spare',
      posts: [1, 2, 3].map((day) => ({ text: `Of before, ${day}`, at: START - day * 86_400_000 })),
    })
    await brandWith([COMMONFIRE])
    await lineUpText(nell, path, 'The first from here')
    await playHours(nell, 30)
    const { accounts, sent: now } = await results()
    expect([accounts[0]!.before, now.now]).toEqual([3, 1])
    const rows = world.rows('SELECT text, likes FROM outside_posts ORDER BY text') as {
      text: string
      likes: number | null
    }[]
    expect(rows.map(({ text }) => text)).toEqual(['Of before, 1', 'Of before, 2', 'Of before, 3'])
    expect(rows.every(({ likes }) => likes !== null)).toBe(true)
    // Whoever writes the same again is told that it stood there already.
    const { sentHere } = await nell.want<DeskContext>('GET', `${path}/desk`)
    expect(Object.values(sentHere)[0]!.map(({ text }) => text)).toEqual(
      expect.arrayContaining(['Of before, 1', 'Of before, 3']),
    )
  })

  it('has its followers counted once a day', async () => {
    await brandWith([COMMONFIRE, CHATTERBROOK])
    await playHours(nell, 4 * DAY)
    const { followers, followersOf } = await results()
    expect(followersOf).toHaveLength(1)
    expect(followersOf[0]!.accountId).toBe(await accountId('Commonfire'))
    expect(followersOf[0]!.days).toHaveLength(5)
    expect(followers).toBe(followersOf[0]!.days.at(-1)!.followers)
  })
})

describe('what Results counts as it comes', () => {
  it('equals a full count: clicks of readers, posts, and what was taken back', async () => {
    await brandWith([CHATTERBROOK])
    await nell.want('PUT', `${path}/writing`, {
      version: 1,
      writing: { ...USUAL_WRITING, linkRule: { ...USUAL_WRITING.linkRule, kind: 'short' } },
    })
    // All of one machine: each reader is a place of its own where a proxy says so, here they are one.
    await world.control('clicking', { at: world.server.url })
    await lineUpText(nell, path, 'Lamps off?', { link: 'https://lowlamp.example/lamps' })
    await lineUpText(nell, path, 'And on again', { link: 'https://lowlamp.example/lamps-2' })
    await playHours(nell, 4 * DAY)
    await until('clicks are stored', async () =>
      world.rows('SELECT 1 FROM short_clicks').length > 0 ? true : undefined,
    )
    await world.rounds(3)
    const full = world.rows(
      `SELECT sum(clicks) AS clicks FROM short_clicks WHERE code IN (SELECT code FROM sent_posts)`,
    ) as { clicks: number }[]
    const { clicks, posts } = await results()
    expect(clicks.now).toBe(full[0]!.clicks)
    expect(posts.map(({ clicks: own }) => own).reduce((sum: number, own) => sum + (own ?? 0), 0)).toBe(
      clicks.now,
    )
    expect(posts.every(({ isYoung }) => typeof isYoung === 'boolean')).toBe(true)

    const [post] = await sent()
    await nell.want('POST', `${path}/deliveries/${post!.id}/do`, { deed: 'take-back' })
    await until('it is counted as gone', async () => {
      const { state } = await responsesOf(post!.id)
      return state === 'gone' ? true : undefined
    })
  })

  it('is of the brand alone, and empty where nothing went out', async () => {
    await brandWith([COMMONFIRE])
    const empty = await results()
    expect([empty.sent.now, empty.answers.now, empty.perPost, empty.groups, empty.posts]).toEqual([
      0,
      null,
      null,
      [],
      [],
    ])
    // Nothing is shaded before enough is known.
    expect(await nell.want('GET', `${path}/answering-hours`)).toEqual({ weekdays: [], weekend: [] })
    const bento = await world.bento()
    for (const what of ['results', 'answering-hours'])
      expect((await bento.ask('GET', `${path}/${what}`)).status).toBe(404)
    await lineUpText(nell, path, 'Mine')
    await playHours(nell, 30)
    const [post] = await sent()
    const other = await makeBrand(bento, [])
    expect((await bento.ask('GET', `${other.path}/deliveries/${post!.id}/responses`)).status).toBe(204)
    expect((await bento.want<ResultsView>('GET', `${other.path}/results`)).posts).toEqual([])
  })
})
