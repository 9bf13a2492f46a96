// What becomes of posts when networks fail, refuse, limit, fall silent or lose answers; and what a person can
// do about it.
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import type { BrandView } from '#shared/people/types'
import type { Card } from '#shared/schedule/types'
import type { AccountPage, DeliveryAction, DeliveryView } from '#shared/delivery/types'
import type { NoticeView } from '#shared/notices/types'
import {
  CHATTERBROOK,
  COMMONFIRE,
  draftOf,
  GUILDHALL,
  LANTERNWAY,
  lineUpSaved,
  makeBrand,
  lineUpText,
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
})
afterAll(() => world.stop())

type Added = typeof CHATTERBROOK
const start = async (...accounts: Added[]): Promise<void> => void ({ path } = await makeBrand(nell, accounts))
const lineUp = async (text: string): Promise<unknown> => lineUpText(nell, path, text)
const cards = async (): Promise<Card[]> => (await scheduleOf(nell, path)).cards
const troubled = async (): Promise<Card[]> => (await scheduleOf(nell, path)).troubled
const accountId = async (): Promise<string> => (await nell.want<BrandView>('GET', path)).accounts[0]!.id
const notices = async (): Promise<NoticeView[]> => nell.want('GET', `${path}/notices`)
/** What is told of deliveries; that a line ends soon is told by upkeep, whenever its round comes. */
const open = async (): Promise<string[]> =>
  (await notices())
    .filter(({ kind, settledAt }) => settledAt === null && kind !== 'line-ends')
    .map(({ kind }) => kind)
const delivery = (id: string): Promise<DeliveryView> => nell.want('GET', `${path}/deliveries/${id}`)
const act = (id: string, deed: DeliveryAction): Promise<DeliveryView> =>
  nell.want('POST', `${path}/deliveries/${id}/do`, { deed })
const only = async (): Promise<DeliveryView> =>
  delivery((await cards()).find(({ deliveryId }) => deliveryId !== null)!.deliveryId!)
const texts = async (host: string): Promise<string[]> =>
  (await world.posted(host)).map(({ text }) => text).toReversed()
const [CHATTER, FIRE, GUILD, LANTERN] = [
  'chatterbrook.example',
  'commonfire.example',
  'guildhall.example',
  'lanternway.example',
] as const

describe('a network that is down', () => {
  it.each([
    [CHATTER, CHATTERBROOK],
    [FIRE, COMMONFIRE],
    [LANTERN, LANTERNWAY],
  ])(
    '%s for a day: nothing is lost, nothing bursts out afterwards, all go out once and in order',
    async (host, account) => {
      await start(account)
      for (const text of ['One', 'Two', 'Three']) await lineUp(text)
      await world.trouble(host, { cutBefore: true })
      await playHours(nell, 20)
      expect(await texts(host)).toEqual([])
      expect((await troubled()).map(({ state }) => state)).toContain('unknown')
      expect(await open()).toContain('late')
      await world.trouble(host, null)
      await playHours(nell, 2)
      // Asked as soon as it answers again, they are back in line with the reason, before what waited behind
      // them.
      const back = (await cards()).filter(({ state }) => state === 'lined-up')
      expect([...(await texts(host)), ...back.map(({ text }) => text)]).toEqual(['One', 'Two', 'Three'])
      expect(back.flatMap(({ warnings }) => warnings).join()).toMatch(/within 60 minutes of its time/)
      await playHours(nell, 50)
      expect(await texts(host)).toEqual(['One', 'Two', 'Three'])
      const times = (await world.posted(host)).map(({ at }) => at).toReversed()
      expect(Math.min(...times.slice(1).map((at, before) => at - times[before]!))).toBeGreaterThan(
        4 * 3_600_000,
      )
      expect(await open()).not.toContain('late')
    },
  )

  it('a post that is good until then does not go out later', async () => {
    await start(CHATTERBROOK)
    const doc = await draftOf(nell, path, 'Tonight only', { goodUntil: '2027-03-02T12:00:00.000Z' })
    await lineUpSaved(nell, path, await saveNew(nell, path, doc))
    await world.trouble(CHATTER, { refuse: { status: 503, message: 'Down for repairs.' } })
    await playHours(nell, 4)
    await world.trouble(CHATTER, null)
    await playHours(nell, 24)
    expect(await texts(CHATTER)).toEqual([])
    const [card] = await troubled()
    expect([card!.state, card!.message, await open()]).toEqual([
      'not-sent',
      expect.stringMatching(/“good until” has passed/),
      ['not-sent'],
    ])
  })
})

describe('a sign-in that is refused', () => {
  it.each([
    ['hollow', CHATTER, CHATTERBROOK],
    ['federated', FIRE, COMMONFIRE],
    ['lantern', LANTERN, LANTERNWAY],
  ])(
    'holds the account, keeps its line, tells once, and goes on with a new token (%s)',
    async (_, host, account) => {
      await start(account)
      for (const text of ['One', 'Two', 'Three']) await lineUp(text)
      await world.control('token', { host, handle: 'spare', token: 'another-token', ends: 'session' })
      await playHours(nell, 30)
      const view = (await nell.want<BrandView>('GET', path)).accounts[0]!
      expect(view.hold?.reason).toMatch(/no longer accepts/)
      expect((await cards()).map(({ text, isHeldBack }) => [text, isHeldBack])).toEqual(
        ['One', 'Two', 'Three'].map((text) => [text, true]),
      )
      expect((await scheduleOf(nell, path)).perAccount[0]!.waiting).toBe(3)
      expect((await notices()).filter(({ kind }) => kind === 'token')).toHaveLength(1)
      const page = await nell.want<AccountPage>('GET', `${path}/accounts/${view.id}`)
      expect(page.refusedAt).not.toBeNull()
      const edit = { name: view.name, approver: view.approver, linkRule: null, version: view.version }
      expect(
        (await nell.ask('PATCH', `${path}/accounts/${view.id}`, { ...edit, token: 'wrong-again' })).body.type,
      ).toBe('urn:clear-quill:tokenRefused')
      await nell.want('PATCH', `${path}/accounts/${view.id}`, { ...edit, token: 'another-token' })
      expect(await open()).not.toContain('token')
      await playHours(nell, 48)
      expect(await texts(host)).toEqual(['One', 'Two', 'Three'])
    },
  )

  it('is found by asking too, and is the account’s own hold only where a person set none', async () => {
    await start(CHATTERBROOK)
    const id = await accountId()
    await nell.want('POST', `${path}/hold`, { of: { kind: 'account', id }, reason: 'Holiday', until: null })
    await world.control('token', { host: CHATTER, handle: 'spare', token: 'another-token' })
    expect((await nell.ask('POST', `${path}/accounts/${id}/check`)).body.type).toBe(
      'urn:clear-quill:tokenRefused',
    )
    expect(await open()).toEqual(['token'])
    const account = (await nell.want<BrandView>('GET', path)).accounts[0]!
    await nell.want('PATCH', `${path}/accounts/${id}`, {
      name: account.name,
      approver: account.approver,
      linkRule: null,
      version: account.version,
      token: 'another-token',
    })
    expect((await nell.want<BrandView>('GET', path)).accounts[0]!.hold?.reason).toBe('Holiday')
  })

  it('an AT Protocol session that ended is refreshed without a word', async () => {
    await start(LANTERNWAY)
    for (const text of ['One', 'Two']) await lineUp(text)
    await playHours(nell, 2)
    await world.control('token', { host: LANTERN, handle: 'spare', ends: 'access' })
    await playHours(nell, 6)
    expect(await texts(LANTERN)).toEqual(['One', 'Two'])
    expect(await open()).toEqual([])
    expect((await world.asks(LANTERN)).filter((one) => one.path.endsWith('createSession'))).toHaveLength(2)
    expect((await world.asks(LANTERN)).filter((one) => one.path.endsWith('refreshSession'))).toHaveLength(1)
  })
})

describe('rates', () => {
  it('a network’s own rate is kept: a burst is spread, said, and nothing of it lost', async () => {
    await world.control('rules', {
      host: CHATTER,
      rules: { rate: { posts: 2, perMinutes: 20 }, equalTextRefusedDays: null },
    })
    await start(CHATTERBROOK)
    const at = '2027-03-02T11:00:00.000Z'
    for (let n = 0; n < 5; n++) {
      const post = await saveNew(nell, path, await draftOf(nell, path, `Burst ${n}`))
      await lineUpSaved(nell, path, post, undefined, [{ accountId: await accountId(), kind: 'time', at }])
    }
    await playHours(nell, 2)
    expect(await texts(CHATTER)).toHaveLength(2)
    expect(
      (await cards()).filter(({ state }) => state === 'trying-again').map(({ message }) => message)[0],
    ).toMatch(/allows 2 posts in 20 minutes/)
    await playHours(nell, 1)
    const minutes = (await world.posted(CHATTER))
      .map((post) => Math.round((post.at - Date.parse(at)) / 60_000))
      .toReversed()
    expect(minutes).toEqual([0, 0, 20, 20, 40])
    // The network itself never had to refuse one.
    expect((await world.asks(CHATTER)).filter(({ status }) => status === 429)).toEqual([])
  })

  it('a network that asks for a pause is left alone by all posts until then', async () => {
    await start(COMMONFIRE)
    await world.control('rules', { host: FIRE, rules: { rate: { posts: 1, perMinutes: 30 } } })
    const at = '2027-03-02T11:00:00.000Z'
    for (let n = 0; n < 3; n++) {
      const post = await saveNew(nell, path, await draftOf(nell, path, `Paused ${n}`))
      await lineUpSaved(nell, path, post, undefined, [{ accountId: await accountId(), kind: 'time', at }])
    }
    await playHours(nell, 4)
    expect(await texts(FIRE)).toHaveLength(2)
    // The third would have been an hour late: it takes the next slot, before all others, and says why.
    expect((await cards()).find(({ state }) => state === 'lined-up')).toMatchObject({
      at: '2027-03-02T15:00:00.000Z',
      warnings: [expect.stringMatching(/60 minutes/)],
    })
    await playHours(nell, 4)
    expect(await texts(FIRE)).toHaveLength(3)
    // Its rate is learnt from its answers: those that were on their way together may be refused once for each
    // of its windows.
    expect((await world.asks(FIRE)).filter(({ status }) => status === 429).length).toBeLessThanOrEqual(4)
  })
})

describe('a network that can’t be asked', () => {
  beforeEach(async () => {
    await world.control('rules', { host: GUILD, rules: { lists: false } })
    await start(GUILDHALL)
  })

  it('shows the post on its page: it is sent', async () => {
    await world.trouble(GUILD, { loseAnswer: true, postsOnly: true, times: 1 })
    await lineUp('Lost answer')
    await playHours(nell, 2)
    expect((await only()).state).toBe('sent')
    expect(await texts(GUILD)).toEqual(['Lost answer'])
  })

  it.each([
    ['it-did-not', ['Cut'], 'sent'],
    ['it-arrived', [], 'sent'],
    ['give-up', [], 'given-up'],
  ] as const)('does not: nothing is sent twice before a person says (%s)', async (deed, there, state) => {
    await world.trouble(GUILD, { cutBefore: true, postsOnly: true, times: 1 })
    await lineUp('Cut')
    await playHours(nell, 3)
    const before = await only()
    expect([before.state, before.deeds, await open()]).toEqual([
      'undecided',
      ['it-arrived', 'it-did-not', 'give-up'],
      ['decide'],
    ])
    expect(await texts(GUILD)).toEqual([])
    await act(before.id, deed)
    await playHours(nell, 1)
    expect([(await only()).state, await texts(GUILD), await open()]).toEqual([state, there, []])
    expect((await nell.ask('POST', `${path}/deliveries/${before.id}/do`, { deed })).body.type).toBe(
      'urn:clear-quill:cantDo',
    )
  })
})

describe('a first reply', () => {
  const withReply = async (): Promise<void> => {
    await start(COMMONFIRE)
    const doc = await draftOf(nell, path, 'The link is below', { link: 'https://lowlamp.example/x' })
    doc.accounts[0]!.linkPlace = 'reply'
    await lineUpSaved(nell, path, await saveNew(nell, path, doc))
  }

  it('that fails for now is tried again alone', async () => {
    await withReply()
    await world.trouble(FIRE, {
      refuse: { status: 503, message: 'Down.', retryAfter: 600 },
      holding: 'in_reply_to_id',
      times: 1,
    })
    await playHours(nell, 2)
    expect(await texts(FIRE)).toEqual(['The link is below', 'https://lowlamp.example/x'])
    expect((await only()).state).toBe('sent')
  })

  it('that is refused for good: sent in part, said so, and left so or taken back', async () => {
    await withReply()
    await world.trouble(FIRE, { refuse: { status: 422, message: 'No links.' }, holding: 'in_reply_to_id' })
    await playHours(nell, 2)
    const part = await only()
    expect([part.state, part.message, await open()]).toEqual([
      'in-part',
      expect.stringMatching(/first reply with its link is not.*No links/),
      ['in-part'],
    ])
    expect(part.remoteUrl).toContain('commonfire.example')
    await act(part.id, 'leave-it-so')
    expect([(await only()).state, await open(), await texts(FIRE)]).toEqual([
      'sent',
      [],
      ['The link is below'],
    ])
  })

  it('whose answer was lost is found, and sent once', async () => {
    await withReply()
    await world.trouble(FIRE, { loseAnswer: true, holding: 'in_reply_to_id', times: 1 })
    await playHours(nell, 2)
    expect(await texts(FIRE)).toEqual(['The link is below', 'https://lowlamp.example/x'])
    expect((await only()).state).toBe('sent')
  })
})

describe('what a person does', () => {
  it('a post refused for its length goes back to the Desk, is mended, and goes out', async () => {
    await start(GUILDHALL)
    await lineUp('Far too long for them')
    await world.trouble(GUILD, {
      refuse: { status: 400, message: 'This post is too long.' },
      postsOnly: true,
      times: 1,
    })
    await playHours(nell, 2)
    const failed = await only()
    expect([failed.state, failed.deeds]).toEqual([
      'not-sent',
      ['change', 'try-now', 'back-in-line', 'give-up'],
    ])
    expect(failed.message).toMatch(/It answered: This post is too long\./)
    const post = await nell.want<{ version: number; doc: Awaited<ReturnType<typeof draftOf>>; id: string }>(
      'GET',
      `${path}/posts/${failed.postId}`,
    )
    const saved = await nell.want<typeof post>('PUT', `${path}/posts/${post.id}`, {
      version: post.version,
      doc: { ...post.doc, wordings: [{ text: 'Short', pictureId: null }] },
    })
    await lineUpSaved(nell, path, saved as never)
    expect(await open()).toEqual([])
    await playHours(nell, 24)
    expect(await texts(GUILD)).toEqual(['Short'])
  })

  it('tries now, and the history says who and why, in words', async () => {
    await start(CHATTERBROOK)
    await lineUp('Try, try again')
    await world.trouble(CHATTER, { refuse: { status: 400, message: 'No.' }, postsOnly: true, times: 1 })
    await playHours(nell, 2)
    await act((await only()).id, 'try-now')
    await until('it is sent', async () => (await only()).state === 'sent')
    const { events } = await only()
    expect(events.map(({ state }) => state)).toEqual([
      'planned',
      'sending',
      'not-sent',
      'waiting',
      'sending',
      'sent',
    ])
    expect(events.map(({ personName }) => personName)).toEqual([null, null, null, 'Nell', null, null])
    expect(events[2]!.message).toBe('Chatterbrook refused it for good. It answered: No.')
  })

  it.each([
    [CHATTER, CHATTERBROOK],
    [FIRE, COMMONFIRE],
    [LANTERN, LANTERNWAY],
  ])('takes a post back from %s', async (host, account) => {
    await start(account)
    await lineUp('A slip')
    await playHours(nell, 2)
    expect(await texts(host)).toEqual(['A slip'])
    await world.trouble(host, { refuse: { status: 500, message: 'Not now.' }, times: 1 })
    const { id } = await only()
    expect((await nell.ask('POST', `${path}/deliveries/${id}/do`, { deed: 'take-back' })).body.type).toBe(
      'urn:clear-quill:cantTakeBack',
    )
    expect((await act(id, 'take-back')).state).toBe('taken-back')
    expect(await texts(host)).toEqual([])
  })

  it('a client sees a delivery and its notices, and decides nothing', async () => {
    const brand = await makeBrand(nell, [CHATTERBROOK])
    path = brand.path
    await nell.want('POST', `${path}/members`, {
      personId: world.ids.ottilie,
      email: 'ottilie@desk.example',
      role: 'client',
    })
    await lineUp('Seen by a client')
    await playHours(nell, 2)
    const client = await world.ottilie()
    const { id } = await only()
    expect((await client.ask('GET', `${path}/deliveries/${id}`)).status).toBe(200)
    expect((await client.ask('GET', `${path}/notices`)).status).toBe(200)
    expect((await client.ask('POST', `${path}/deliveries/${id}/do`, { deed: 'take-back' })).status).toBe(403)
    expect((await client.ask('GET', `${path}/telling`)).status).toBe(403)
  })
})

describe('a line that ends soon', () => {
  it('is told by upkeep, and settled when there is nothing left in it', async () => {
    await start(CHATTERBROOK)
    for (const text of ['The last but one', 'The last']) await lineUp(text)
    const told = async (): Promise<(boolean | undefined)[]> =>
      (await notices())
        .filter(({ kind }) => kind === 'line-ends')
        .map(({ title, settledAt }) =>
          title === 'The line of Chatterbrook ends soon' ? settledAt !== null : undefined,
        )
    const isTold = (settled: boolean) => async () =>
      JSON.stringify(await told()) === `[${settled}]` ? true : null
    await playHours(nell, 2)
    await until('it is told', isTold(false), 10_000)
    await playHours(nell, 24)
    await until('it is settled', isTold(true), 10_000)
  })
})

describe('rules that change', () => {
  it('are told, and what no longer fits goes back to the Desk', async () => {
    await start(GUILDHALL)
    await lineUp('x'.repeat(400))
    await world.control('rules', { host: GUILD, rules: { limit: 300 } })
    expect(await nell.want('POST', `${path}/accounts/${await accountId()}/check`)).toEqual({ returned: 1 })
    const [notice] = await notices()
    expect([notice!.kind, notice!.message]).toEqual([
      'rules',
      expect.stringMatching(/now takes 300 characters \(before: 3000\)\. 1 post no longer fit/),
    ])
    await nell.want('PUT', `${path}/notices/seen`, {})
    expect(await open()).toEqual([])
  })

  it('the network’s own targets are offered and used', async () => {
    await start(GUILDHALL)
    const id = await accountId()
    const page = await nell.want<AccountPage>('GET', `${path}/accounts/${id}`)
    expect(page.targets.map(({ name }) => name)).toEqual(['Notice board: outreach', 'Notice board: schools'])
    expect(
      (await nell.ask('PUT', `${path}/accounts/${id}/also-to`, { alsoTo: ['https://elsewhere.example/'] }))
        .status,
    ).toBe(404)
    await nell.want('PUT', `${path}/accounts/${id}/also-to`, { alsoTo: [page.targets[1]!.uid] })
    await lineUp('To the schools #light')
    await playHours(nell, 2)
    expect((await world.posted(GUILD))[0]).toMatchObject({
      alsoTo: [page.targets[1]!.uid],
      categories: ['light'],
    })
  })
})
