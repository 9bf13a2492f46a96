// Networks without an open protocol: posted to by hand, from the slot to "done", and by a webhook, whose
// messages are checked with the reference library of Standard Webhooks.
import { Webhook } from 'standardwebhooks'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import { KINDS } from '#shared/networks/described'
import type { AccountPage, DeliveryAction, DeliveryView } from '#shared/delivery/types'
import type { DescribedNetwork } from '#shared/networks/types'
import type { NoticeView } from '#shared/notices/types'
import type { BrandView } from '#shared/people/types'
import type { Card, ScheduleView } from '#shared/schedule/types'
import { draftOf, lineUpSaved, lineUpText, makeBrand, playHours, saveNew, World } from '../support/world'
import { until, type Person } from '../support/person'

let world: World
let nell: Person
let path: string

beforeEach(async () => {
  world = await World.again(world)
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, []))
})
afterAll(() => world.stop())

const SLOTS = [1, 2, 3, 4, 5, 6, 7].flatMap((weekday) =>
  ['10:00', '15:00'].map((time) => ({ weekday, time, use: 'any', pillarId: null })),
)
const WALL = {
  ...KINDS.notes,
  name: 'The village wall',
  opensAt: 'https://wall.example/new?text={text}&about={link}',
}
const SECRET = `whsec_${Buffer.alloc(24, 7).toString('base64')}`

const describeNetwork = async (more: object = {}): Promise<string> =>
  (await nell.want<{ id: string }>('POST', `${path}/networks`, { ...WALL, ...more })).id
async function byHand(more: object = {}): Promise<string> {
  const networkId = await describeNetwork(more)
  const account = { networkId, handle: '@hollow', pageUrl: 'wall.example/@hollow', slots: SLOTS }
  return (await nell.want<{ id: string }>('POST', `${path}/accounts/by-hand`, account)).id
}
const webhookAt = async (address: string, networkId?: string) =>
  nell.ask<{ id: string; type?: string }>('POST', `${path}/accounts/by-webhook`, {
    networkId: networkId ?? (await describeNetwork()),
    handle: 'our own door',
    address,
    secret: SECRET,
    slots: SLOTS,
  })

const cards = async (): Promise<Card[]> =>
  (await nell.want<ScheduleView>('GET', `${path}/schedule?from=2027-03-02&days=7`)).cards
const only = async (): Promise<DeliveryView> =>
  nell.want('GET', `${path}/deliveries/${(await cards()).find(({ deliveryId }) => deliveryId)!.deliveryId}`)
const act = (id: string, deed: DeliveryAction, more: object = {}) =>
  nell.ask<DeliveryView & { type?: string }>('POST', `${path}/deliveries/${id}/do`, { deed, ...more })
const open = async (): Promise<NoticeView[]> =>
  (await nell.want<NoticeView[]>('GET', `${path}/notices`)).filter(({ settledAt }) => settledAt === null)

describe('an account posted to by hand', () => {
  it('is told of at its slot, with what is to be copied, and sent when somebody says so', async () => {
    await byHand()
    const doc = await draftOf(nell, path, 'Dark nights & owls: 100 % worth it', {
      link: 'https://lowlamp.example/x',
    })
    await lineUpSaved(nell, path, await saveNew(nell, path, doc))
    await playHours(nell, 2)
    const shown = await only()
    expect(shown).toMatchObject({ state: 'by-hand', sentAt: null, nextAt: null })
    expect(shown.deeds).toEqual(['posted', 'put-off', 'back-in-line', 'give-up'])
    const opens = new URL(shown.opensAt!)
    expect([opens.origin, opens.searchParams.get('text'), opens.searchParams.get('about')]).toEqual([
      'https://wall.example',
      shown.text,
      shown.link,
    ])
    expect(await open()).toMatchObject([
      { kind: 'by-hand', link: `/delivery/${shown.id}`, message: expect.stringContaining('Dark nights') },
    ])
    // It stays so, however long nobody says anything: it is never called sent.
    await playHours(nell, 30)
    expect((await only()).state).toBe('by-hand')
    expect((await act(shown.id, 'posted', { url: 'not an address' })).body.type).toBe(
      'urn:clear-quill:noAddress',
    )
    const { body } = await act(shown.id, 'posted', { url: 'wall.example/posts/4' })
    expect(body).toMatchObject({
      state: 'sent',
      remoteUrl: 'https://wall.example/posts/4',
      deeds: ['take-back'],
    })
    expect(body.events.at(-1)).toMatchObject({ message: 'Posted by hand.', personName: 'Nell' })
    expect(await open()).toEqual([])
    expect((await act(shown.id, 'posted')).body.type).toBe('urn:clear-quill:cantDo')
    // What a person posted a person takes down, and says so.
    expect((await act(shown.id, 'take-back')).body).toMatchObject({
      state: 'taken-back',
      message: 'Someone says: it is not there.',
    })
  })

  it('is put off, told again then, or goes back into the line', async () => {
    await byHand()
    await lineUpText(nell, path, 'Later')
    await playHours(nell, 2)
    const { id } = await only()
    const past = { until: '2027-03-02T09:00:00.000Z' }
    expect((await act(id, 'put-off', past)).body.type).toBe('urn:clear-quill:putOff')
    expect((await act(id, 'put-off')).body.type).toBe('urn:clear-quill:putOff')
    await act(id, 'put-off', { until: '2027-03-02T13:30:00.000Z' })
    expect(await open()).toEqual([])
    await playHours(nell, 1)
    expect(await only()).toMatchObject({ state: 'put-off', nextAt: '2027-03-02T13:30:00.000Z' })
    await playHours(nell, 2)
    expect([(await only()).state, (await open()).map(({ kind }) => kind)]).toEqual(['by-hand', ['by-hand']])
    await act(id, 'back-in-line')
    expect((await cards()).map(({ state, at }) => [state, at])).toContainEqual([
      'lined-up',
      '2027-03-02T15:00:00.000Z',
    ])
    expect(await open()).toEqual([])
  })

  it('counts for repeats as soon as it is told of, and no more when it is given up', async () => {
    const accountId = await byHand({ repeatDays: 30 })
    await lineUpText(nell, path, 'The same words')
    await playHours(nell, 2)
    const { id } = await only()
    const again = await saveNew(nell, path, await draftOf(nell, path, 'The same words'))
    const lineUp = () => lineUpSaved(nell, path, again, [accountId]).then(() => 'lined up', String)
    expect(await lineUp()).not.toBe('lined up')
    await act(id, 'give-up')
    expect(await lineUp()).toBe('lined up')
  })

  it('goes out of date where nobody posted it in time', async () => {
    await byHand()
    const doc = await draftOf(nell, path, 'Tonight', { goodUntil: '2027-03-02T12:00:00.000Z' })
    await lineUpSaved(nell, path, await saveNew(nell, path, doc))
    await playHours(nell, 4)
    expect(await only()).toMatchObject({ state: 'not-sent', message: expect.stringMatching(/good until/) })
    expect((await open()).map(({ kind }) => kind)).toEqual(['not-sent'])
  })

  it('is told at once to the chat, whatever was told just before, with the way there', async () => {
    await nell.want('PUT', `${path}/telling`, {
      hook: 'https://hook.example/room',
      mail: [],
      quietFrom: null,
      quietUntil: null,
    })
    const accountId = await byHand()
    const lineUpNow = async (text: string) => {
      const post = await saveNew(nell, path, await draftOf(nell, path, text))
      await lineUpSaved(nell, path, post, [accountId], [{ accountId, kind: 'now', at: null }])
      await until('told on screen', async () => (await open()).some(({ message }) => message.includes(text)))
      await world.rounds(3)
    }
    await lineUpNow('The first')
    await lineUpNow('The second')
    const told = (await world.told()).filter(({ way }) => way === 'hook')
    expect(told.map(({ text }) => /The (first|second)/.exec(text)?.[1])).toEqual(['first', 'second'])
  })

  it('comes back with an undo without a sign-in; its network goes only without it', async () => {
    const id = await byHand()
    const network = (await nell.want<DescribedNetwork[]>('GET', `${path}/networks`))[0]!
    const gone = await nell.ask<{ type: string }>('DELETE', `${path}/networks/${network.id}`)
    expect(gone.body.type).toBe('urn:clear-quill:networkUsed')
    const { historyId } = await nell.want<{ historyId: string }>('DELETE', `${path}/accounts/${id}`)
    await nell.want('POST', `${path}/undo`, { historyId })
    const { accounts } = await nell.want<BrandView>('GET', path)
    expect(accounts).toMatchObject([
      { id, protocol: 'hand', hold: null, trouble: null, networkId: network.id },
    ])
    expect((await nell.want<AccountPage>('GET', `${path}/accounts/${id}`)).refusedAt).toBeNull()
  })

  it('takes posts as its network is described: a change sends back what no longer suits', async () => {
    const accountId = await byHand()
    await lineUpText(nell, path, 'A line of some forty characters, or a few')
    const network = (await nell.want<DescribedNetwork[]>('GET', `${path}/networks`))[0]!
    const edit = (more: object) =>
      nell.ask<{ type?: string; errors?: object }>('PUT', `${path}/networks/${network.id}`, {
        ...WALL,
        version: network.version,
        ...more,
      })
    expect((await edit({ picturesMin: 3, picturesMax: 1 })).body).toMatchObject({
      errors: [{ field: 'picturesMax' }],
    })
    expect((await edit({ opensAt: 'javascript:alert(1)' })).status).toBe(422)
    expect((await edit({ limit: 20, name: 'The wall' })).status).toBe(200)
    expect((await edit({ limit: 30 })).body.type).toBe('urn:clear-quill:stale')
    const { accounts } = await nell.want<BrandView>('GET', path)
    expect(accounts[0]).toMatchObject({
      id: accountId,
      name: 'The wall',
      rules: { limit: 20, name: 'The wall' },
    })
    expect((await cards()).filter(({ state }) => state === 'lined-up')).toEqual([])
  })
})

describe('an account by webhook', () => {
  it('gets signed JSON and is sent when its answer says so', async () => {
    expect((await webhookAt('https://doorway.example/posts')).status).toBe(200)
    await lineUpText(nell, path, 'Through the door')
    await playHours(nell, 2)
    expect(await only()).toMatchObject({
      state: 'sent',
      remoteUrl: 'https://doorway.example/wall/1',
      deeds: ['take-back'],
    })
    const messages = await world.webhooks()
    expect(messages.map(({ body }) => (JSON.parse(body) as { type: string }).type)).toEqual([
      'trial',
      'post.publish',
    ])
    // standardwebhooks 1.1 (the reference library): signature, id and timestamp, by its own clock.
    const library = new Webhook(SECRET)
    for (const { body, headers } of messages) library.verify(body, headers as Record<string, string>)
    const [, { body, headers }] = messages as [unknown, (typeof messages)[0]]
    expect(() => library.verify(body.replace('door', 'wall'), headers as Record<string, string>)).toThrow()
    expect((JSON.parse(body) as { data: object }).data).toMatchObject({
      text: 'Through the door',
      pictures: [],
    })
    expect((await act((await only()).id, 'take-back')).body.state).toBe('taken-back')
  })

  it('that only takes it is asked until it says; nothing is called sent before', async () => {
    await webhookAt('https://doorway.example/queue')
    await lineUpText(nell, path, 'In the queue')
    await playHours(nell, 3)
    expect(await only()).toMatchObject({ state: 'taken', sentAt: null, deeds: ['it-arrived', 'give-up'] })
    await world.control('webhook', { state: 'posted', id: '9', url: 'https://doorway.example/wall/9' })
    await playHours(nell, 2)
    expect(await only()).toMatchObject({ state: 'sent', remoteUrl: 'https://doorway.example/wall/9' })
    expect((await world.webhooks()).filter(({ body }) => body.includes('"post.publish"'))).toHaveLength(1)
  })

  it.each([
    [{ state: 'refused', reason: 'Too late in the day.' }, 'not-sent', /Too late in the day/],
    [{ state: 'taken' }, 'undecided', /has not said for a day/],
  ])('that took it and then says %j', async (said, state, message) => {
    await webhookAt('https://doorway.example/queue')
    await lineUpText(nell, path, 'In the queue')
    await playHours(nell, 2)
    await world.control('webhook', said)
    await playHours(nell, 27)
    expect(await only()).toMatchObject({ state, message: expect.stringMatching(message) })
  })

  it('that says nothing of the post: a person decides', async () => {
    await webhookAt('https://doorway.example/plain')
    await lineUpText(nell, path, 'Into the dark')
    await playHours(nell, 3)
    const { id, state, message } = await only()
    expect([state, message]).toEqual(['undecided', expect.stringMatching(/does not say what became/)])
    expect((await open()).map(({ kind }) => kind)).toEqual(['decide'])
    expect((await act(id, 'it-arrived')).body.state).toBe('sent')
  })

  it('whose answer is lost is asked, and gets the post once', async () => {
    await webhookAt('https://doorway.example/posts')
    await lineUpText(nell, path, 'Once')
    await world.trouble('doorway.example', { loseAnswer: true, times: 1 })
    await playHours(nell, 3)
    expect((await only()).state).toBe('sent')
    const types = (await world.webhooks()).map(({ body }) => (JSON.parse(body) as { type: string }).type)
    expect(types).toEqual(['trial', 'post.publish', 'post.find'])
  })

  it('is told what stands on the button that the link is behind', async () => {
    await webhookAt('https://doorway.example/posts', await describeNetwork({ links: 'button' }))
    const [account] = (await nell.want<BrandView>('GET', path)).accounts
    const { id, name, version } = account!
    await nell.want('PATCH', `${path}/accounts/${id}`, { name, version, buttonLabel: 'Read on' })
    const doc = await draftOf(nell, path, 'Behind a button', { link: 'https://lowlamp.example/x' })
    await lineUpSaved(nell, path, await saveNew(nell, path, doc), [id])
    await playHours(nell, 3)
    const sent = (await world.webhooks()).map(({ body }) => JSON.parse(body) as { data: { link?: object } })
    expect(sent.at(-1)!.data.link).toMatchObject({ place: 'button', label: 'Read on' })
    expect(await only()).toMatchObject({ linkPlace: 'button', linkLabel: 'Read on' })
  })

  it('states limits of its own, or is refused with what it answered', async () => {
    await webhookAt('https://doorway.example/strict')
    const { accounts } = await nell.want<BrandView>('GET', path)
    const own = { protocol: 'webhook', rules: { limit: 90, media: { max: 1 } } }
    expect(accounts[0]).toMatchObject(own)
    // They stay where its network is described anew.
    const id = accounts[0]!.networkId
    await nell.want('PUT', `${path}/networks/${id}`, { ...WALL, limit: 40, version: 1 })
    expect((await nell.want<BrandView>('GET', path)).accounts[0]).toMatchObject(own)
    expect((await webhookAt('https://doorway.example/nowhere')).body).toMatchObject({
      type: 'urn:clear-quill:webhookRefused',
      errors: [{ field: 'address' }],
    })
    expect((await webhookAt('http://127.0.0.1:8080/')).body.type).toBe('urn:clear-quill:privateAddress')
    expect((await webhookAt('https://doorway.example/posts', path.split('/').at(-1))).body.type).toBe(
      'urn:clear-quill:notFound',
    )
  })
})
