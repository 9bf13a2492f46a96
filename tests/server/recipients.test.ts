// Articles handed on: by webhook, whose messages are checked with the reference library of Standard Webhooks,
// by mail, into a feed and a notes store; what goes wrong on the way.
import { Webhook } from 'standardwebhooks'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import { emptyRule } from '#shared/orders/empty'
import type { LogPage } from '#shared/orders/types'
import type { NoticeView } from '#shared/notices/types'
import type { Undoable } from '#shared/platform/types'
import type { ClippingsView } from '#shared/clippings/types'
import type { WirePage } from '#shared/reading/types'
import type { DispatchView, HandedOn, RecipientsView, RecipientView } from '#shared/recipients/types'
import { until, type Person } from '../support/person'
import { CHATTERBROOK, lineUpText, makeBrand, playHours, World } from '../support/world'

const DAY = 86_400_000
let world: World
let nell: Person
let path: string
let articles: WirePage['articles']
beforeEach(async () => {
  world = await World.again(world, Date.now())
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, []))
  const { url } = await nell.want<{ url: string }>('POST', `${path}/sources/look`, {
    address: 'lowlamp.example',
  })
  await nell.want('POST', `${path}/sources`, { feedUrl: url, label: 'The Low Lamp' })
  articles = (await nell.want<WirePage>('GET', `${path}/articles?show=all`)).articles
})
afterAll(() => world.stop())

const HOOK = 'https://doorway.example/plain'
const add = (more: object) =>
  nell.want<Undoable & { id: string; secret: string | null }>('POST', `${path}/recipients`, {
    ...{ name: 'Ours', kind: 'webhook' },
    ...more,
  })
const hook = (address = HOOK) => add({ address })
const handOn = (recipientId: string, more: object = {}) =>
  nell.ask<Undoable & { type?: string }>('POST', `${path}/dispatches`, {
    ...{ recipientId, articleId: articles[0]!.id },
    ...more,
  })
const view = async (): Promise<RecipientView[]> =>
  (await nell.want<RecipientsView>('GET', `${path}/recipients`)).recipients
const rows = async (query = ''): Promise<DispatchView[]> =>
  (await nell.want<{ rows: DispatchView[] }>('GET', `${path}/dispatches${query}`)).rows
const ended = (count = 1): Promise<DispatchView[]> =>
  until('it has gone', async () => {
    const all = await rows()
    return all.filter(({ state }) => state !== 'waiting').length >= count && all
  })
/** Lets the time pass within which it may be taken back, and waits until it was tried. */
async function tried(): Promise<DispatchView> {
  world.change('UPDATE dispatches SET due_at = 0')
  return until('it was tried', async () => (await rows()).find(({ attempts }) => attempts > 0))
}
const again = (): void => world.change('UPDATE recipients SET retry_at = 0')
const messages = async () =>
  (await world.webhooks()).map(({ body, headers }) => ({
    ...{ body, headers: headers as Record<string, string> },
    message: JSON.parse(body) as { type: string; data: HandedOn },
  }))
const notices = async (): Promise<NoticeView[]> =>
  (await nell.want<NoticeView[]>('GET', `${path}/notices`)).filter(({ kind }) => kind === 'hand-on')

describe('a webhook', () => {
  it('gets what was handed on as signed JSON, which the reference library accepts', async () => {
    const { id, secret } = await hook()
    expect((await handOn(id, { note: 'For the board' })).status).toBe(200)
    expect(await tried()).toMatchObject({ state: 'done', status: 200, by: 'Nell', recipientName: 'Ours' })
    const [sent] = await messages()
    expect(sent!.message).toMatchObject({
      type: 'article.handed-on',
      data: {
        ...{ key: `article:${articles[0]!.id}`, title: articles[0]!.title, note: 'For the board' },
        ...{ source: 'The Low Lamp', brand: 'A brand', by: 'Nell', order: null },
      },
    })
    expect(sent!.message.data.url).toMatch(/^https:\/\/lowlamp\.example/)
    expect(sent!.message.data.text.length).toBeGreaterThan(50)
    // standardwebhooks 1.1 (the reference library): signature, id and timestamp, by its own clock.
    const library = new Webhook(secret!)
    library.verify(sent!.body, sent!.headers)
    expect(() => library.verify(sent!.body.replace('board', 'bored'), sent!.headers)).toThrow()
    expect(await view()).toMatchObject([{ host: 'doorway.example', waiting: 0, message: '' }])
    // Neither its address nor its secret is ever given out again.
    expect(JSON.stringify(await view())).not.toMatch(/plain|whsec/)
  })

  it('is taken back within ten seconds, and not after', async () => {
    const { id } = await hook()
    const first = (await handOn(id)).body
    expect((await handOn(id)).body.type).toBe('urn:clear-quill:handedOnAlready')
    await nell.want('POST', `${path}/undo`, { historyId: first.historyId })
    expect(await rows()).toEqual([])
    const second = (await handOn(id)).body
    await tried()
    expect((await nell.ask('POST', `${path}/undo`, { historyId: second.historyId })).status).toBe(409)
    expect(await messages()).toHaveLength(1)
  })

  it('is changed, sent to meanwhile, and the change undone all the same', async () => {
    const { id } = await hook()
    const [row] = await view()
    const { historyId } = await nell.want<Undoable>('PATCH', `${path}/recipients/${id}`, {
      ...{ name: 'Another name', kind: 'webhook', version: row!.version },
    })
    await handOn(id)
    await tried()
    expect((await view())[0]!.lastAt).not.toBeNull()
    await nell.want('POST', `${path}/undo`, { historyId })
    expect(await view()).toMatchObject([{ name: 'Ours', lastAt: expect.any(String) as string }])
  })

  it('that fails is tried again with the same id, told of, and gets all of it in its order', async () => {
    const { id, secret } = await hook()
    await world.trouble('doorway.example', { refuse: { status: 500, message: 'Down.' } })
    for (const { id: articleId } of articles.slice(0, 2)) await handOn(id, { articleId })
    expect(await tried()).toMatchObject({ state: 'waiting', status: 500 })
    for (let times = 2; times <= 3; times++) {
      again()
      await until('it was tried again', async () => (await rows()).some(({ attempts }) => attempts >= times))
    }
    expect(await view()).toMatchObject([
      { waiting: 2, message: 'It answered 500: something is wrong there.' },
    ])
    expect(await notices()).toMatchObject([{ settledAt: null, title: 'Nothing gets to Ours any more' }])
    await world.trouble('doorway.example', null)
    again()
    await ended(2)
    expect((await notices())[0]!.settledAt).not.toBeNull()
    const sent = await messages()
    expect(sent.map(({ message }) => message.data.title)).toEqual(
      articles.slice(0, 2).map(({ title }) => title),
    )
    for (const { body, headers } of sent) new Webhook(secret!).verify(body, headers)
  })

  it('whose answer is lost gets it twice under one id, also over a kill', async () => {
    const { id } = await hook()
    await world.trouble('doorway.example', { loseAnswer: true, times: 1 })
    await handOn(id)
    expect(await tried()).toMatchObject({ state: 'waiting', status: null })
    await world.kill()
    await world.restart()
    again()
    await ended()
    const ids = (await messages()).map(({ headers }) => headers['webhook-id'])
    expect(ids).toHaveLength(2)
    expect(new Set(ids).size).toBe(1)
  })

  it('that never answers makes no other wait', async () => {
    await world.trouble('doorway.example', { slowMs: 60_000 })
    const { id: slow } = await hook()
    await handOn(slow)
    const { id: feed } = await add({
      name: 'Shelf',
      kind: 'notes',
      address: 'https://guildhall.example/@spare',
      token: 'guildhall-spare-d0b3',
    })
    await handOn(feed)
    world.change('UPDATE dispatches SET due_at = 0')
    const began = Date.now()
    await until('the other got it', async () =>
      (await rows()).some(({ recipientId, state }) => recipientId === feed && state === 'done'),
    )
    expect(Date.now() - began).toBeLessThan(5_000)
  })

  it('refuses one message for good, and the next gets through', async () => {
    const { id } = await hook()
    await world.trouble('doorway.example', { refuse: { status: 413, message: 'Too large.' }, times: 1 })
    for (const { id: articleId } of articles.slice(0, 2)) await handOn(id, { articleId })
    world.change('UPDATE dispatches SET due_at = 0')
    const all = await ended(2)
    expect(all.map(({ state }) => state)).toEqual(['done', 'failed'])
    expect(all[1]!.message).toBe('It answered 413: it is too large for it.')
    await nell.want('POST', `${path}/dispatches/${all[1]!.id}/again`)
    await until('it has gone', async () => (await rows()).every(({ state }) => state === 'done'))
    expect((await nell.ask('POST', `${path}/dispatches/${all[1]!.id}/again`)).status).toBe(409)
  })

  it('is given up after three days, and nothing of it is lost', async () => {
    const { id } = await hook()
    await world.trouble('doorway.example', { refuse: { status: 404, message: 'Moved.' } })
    for (const { id: articleId } of articles.slice(0, 2)) await handOn(id, { articleId })
    await tried()
    await playHours(nell, 3 * 24)
    again()
    // What waited behind it as long goes with it.
    expect(await ended(2)).toMatchObject([{ state: 'failed' }, { state: 'failed', status: 404 }])
    await world.trouble('doorway.example', null)
    await nell.want('POST', `${path}/dispatches/${(await rows())[0]!.id}/again`)
    await until('it has gone', async () => (await rows())[0]!.state === 'done')
  })

  it('that points elsewhere is not followed, and none on a private address is taken', async () => {
    const { id } = await hook('https://doorway.example/away')
    await handOn(id)
    expect(await tried()).toMatchObject({ state: 'waiting', status: 302 })
    expect((await view())[0]!.message).toContain('which is not followed')
    for (const address of ['http://127.0.0.1:80/x', 'http://[::1]/', 'ftp://doorway.example/', 'no address'])
      expect(
        (await nell.ask('POST', `${path}/recipients`, { name: 'X', kind: 'webhook', address })).status,
      ).toBe(422)
  })

  it('is sent a trial, and given another secret', async () => {
    const { id, secret } = await hook()
    expect(await nell.want('POST', `${path}/recipients/${id}/test`)).toMatchObject({ status: 200 })
    const [row] = await view()
    const edit = (more: object) =>
      nell.want<{ secret: string | null }>('PATCH', `${path}/recipients/${id}`, {
        ...{ name: 'Ours', kind: 'webhook', version: row!.version },
        ...more,
      })
    const { secret: other } = await edit({ newSecret: true })
    expect(other).toMatch(/^whsec_/)
    expect(other).not.toBe(secret)
    await nell.want('POST', `${path}/recipients/${id}/test`)
    const [first, second] = await messages()
    new Webhook(secret!).verify(first!.body, first!.headers)
    new Webhook(other!).verify(second!.body, second!.headers)
    expect(() => new Webhook(secret!).verify(second!.body, second!.headers)).toThrow()
    await world.trouble('doorway.example', { refuse: { status: 410, message: 'Gone.' } })
    expect((await nell.ask('POST', `${path}/recipients/${id}/test`)).status).toBeGreaterThanOrEqual(400)
  })
})

describe('other ways', () => {
  it('a notes store keeps a bookmark with its text and tags', async () => {
    await nell.want('PUT', `${path}/tags/articles`, { ids: [articles[0]!.id], add: ['lamps'], remove: [] })
    const store = {
      kind: 'notes',
      address: 'https://guildhall.example/@spare',
      token: 'guildhall-spare-d0b3',
    }
    const { id } = await add(store)
    expect(
      (await nell.ask('POST', `${path}/recipients`, { ...store, name: 'X', token: 'wrong' })).status,
    ).toBe(422)
    expect(
      (
        await nell.ask('POST', `${path}/recipients`, {
          ...store,
          name: 'X',
          address: 'https://plainpage.example',
        })
      ).status,
    ).toBe(422)
    await handOn(id, { note: 'Look at this' })
    await tried()
    const [kept] = await world.posted('guildhall.example')
    expect(kept).toMatchObject({ categories: ['lamps'] })
    expect(kept!.text).toMatch(/^Look at this\n\n/)
  })

  it('mail goes to who said yes, each alone', async () => {
    const { id } = await add({ kind: 'mail', mail: ['one@board.example', 'two@board.example'] })
    await handOn(id)
    expect(await tried()).toMatchObject({
      state: 'waiting',
      message: 'Nobody has confirmed an address of it yet.',
    })
    world.change('UPDATE mail_addresses SET confirmed_at = 1')
    again()
    await ended()
    const letters = (await world.told()).filter(({ text }) => text.includes('Handed on by Nell for A brand.'))
    expect(letters.map(({ to }) => to).sort()).toEqual(['one@board.example', 'two@board.example'])
    expect(letters[0]!.text).toContain(articles[0]!.title)
  })

  it('a feed has it at its secret address alone, until that is made anew', async () => {
    const { id } = await add({ kind: 'feed' })
    await handOn(id, { note: 'Look & see' })
    const [row] = await view()
    const read = (kind: string, at = row!.feed!): Promise<Response> =>
      fetch(`${world.server.url}${new URL(at, 'http://x').pathname}.${kind}`)
    const json = (await (await read('json')).json()) as {
      title: string
      items: { title: string; content_html: string }[]
    }
    expect(json).toMatchObject({ title: 'Ours', items: [{ title: articles[0]!.title }] })
    expect(json.items[0]!.content_html).toContain('<p>Look &amp; see</p>')
    for (const kind of ['rss', 'atom']) expect((await read(kind)).status).toBe(200)
    expect((await read('json', row!.feed!.replace(/\w{24}$/, '0'.repeat(24)))).status).toBe(404)
    await nell.want('PATCH', `${path}/recipients/${id}`, {
      ...{ name: 'Ours', kind: 'feed', newSecret: true, version: row!.version },
    })
    expect((await read('json')).status).toBe(404)
  })

  it('a clipping goes with its kept words and note', async () => {
    await nell.want('PUT', `${path}/articles/states`, { ids: [articles[1]!.id], state: 'clipped' })
    const { clippings } = await nell.want<ClippingsView>('GET', `${path}/clippings?show=waiting`)
    const { id } = await hook()
    await handOn(id, { articleId: null, clippingId: clippings[0]!.id, note: 'From the pile' })
    expect(await tried()).toMatchObject({ state: 'done', articleId: articles[1]!.id })
    expect((await messages())[0]!.message.data).toMatchObject({
      ...{ key: `clipping:${clippings[0]!.id}`, title: articles[1]!.title, note: 'From the pile' },
    })
  })
})

describe('a standing order', () => {
  const order = async (recipients: string[]): Promise<string> => {
    const [tag] = (await nell.want<{ id: string; name: string }[]>('GET', `${path}/tags`)) as { id: string }[]
    const rule = emptyRule()
    const { id } = await nell.want<{ id: string }>('POST', `${path}/orders`, {
      name: 'Pass it on',
      rule: {
        ...{ ...rule, act: 'hand', hand: { folderId: null, tags: [], recipients } },
        from: { ...rule.from, tagIds: [tag!.id] },
        only: { ...rule.only, maxAgeHours: null },
        when: { ...rule.when, perDay: null },
      },
    })
    await nell.want('PUT', `${path}/orders/${id}/state`, { isOn: true })
    return id
  }
  const tagIt = (ids: string[]): Promise<unknown> =>
    nell.want('PUT', `${path}/tags/articles`, { ids, add: ['pass on'], remove: [] })

  it('hands on what is tagged, once, and stops with all others', async () => {
    const { id, secret } = await hook()
    await tagIt([articles[5]!.id])
    await order([id])
    await tagIt([articles[0]!.id])
    await ended()
    const [sent] = await messages()
    expect(sent!.message.data).toMatchObject({
      order: 'Pass it on',
      tags: ['pass on'],
      title: articles[0]!.title,
    })
    new Webhook(secret!).verify(sent!.body, sent!.headers)
    await tagIt([articles[0]!.id])

    await world.trouble('doorway.example', { refuse: { status: 500, message: 'Down.' } })
    await tagIt([articles[1]!.id])
    await until('it waits', async () =>
      (await rows()).some(({ state, attempts }) => state === 'waiting' && attempts > 0),
    )
    const stop = (): Promise<Undoable> => nell.want('PUT', `${path}/orders/stop`, { isStopped: true })
    const { historyId } = await stop()
    // That a notice was told meanwhile keeps nobody from taking it back.
    world.change('UPDATE brands SET tell_next_at = tell_next_at + 1')
    await nell.want('POST', `${path}/undo`, { historyId })
    await stop()
    await world.trouble('doorway.example', null)
    again()
    await world.rounds(3)
    expect((await rows()).map(({ state }) => state)).toEqual(['waiting', 'done'])
    // What has not gone yet is taken back from the log.
    const log = (await nell.want<LogPage>('GET', `${path}/orders/log`)).rows
    expect(log.map(({ mayUndo }) => mayUndo)).toEqual([true, false])
    await nell.want('POST', `${path}/orders/log/undo`, { ids: [log[0]!.id] })
    expect((await rows()).map(({ state }) => state)).toEqual(['done'])
    expect(await messages()).toHaveLength(1)
  })

  it('rests where its recipient was removed', async () => {
    const { id } = await hook()
    await tagIt([articles[5]!.id])
    const orderId = await order([id])
    await nell.want('DELETE', `${path}/recipients/${id}`)
    await tagIt([articles[0]!.id])
    const found = await until('it rests', async () => {
      const { orders } = await nell.want<{ orders: { id: string; state: string; message: string }[] }>(
        'GET',
        `${path}/orders`,
      )
      return orders.find((one) => one.id === orderId && one.state === 'resting')
    })
    expect(found.message).toContain('A recipient that it names was removed.')
    expect(await rows()).toEqual([])
  })
})

describe('what happens', () => {
  /** Nine in the morning a week ago: outlets bring out their articles in the days up to now. */
  const BEGIN = Math.floor((Date.now() - 7 * DAY) / DAY) * DAY + 9 * 3_600_000
  const types = async (): Promise<string[]> => (await messages()).map(({ message }) => message.type)
  const dataOf = async (type: string) =>
    (await messages()).find(({ message }) => message.type === type)!.message.data as unknown as Record<
      string,
      unknown
    >

  it('is heard by a webhook that wants to: of articles', async () => {
    world = await World.again(world, BEGIN)
    nell = await world.nell()
    ;({ path } = await makeBrand(nell, []))
    await nell.want('POST', `${path}/watches`, {
      name: 'Sky',
      query: 'sky OR moon OR star* OR comet OR night',
    })
    const { url } = await nell.want<{ url: string }>('POST', `${path}/sources/look`, {
      address: 'zenithminute.example',
    })
    await nell.want('POST', `${path}/sources`, { feedUrl: url, label: 'Zenith' })
    const events = ['article.marked', 'article.tagged', 'article.clipped']
    const { secret } = await add({ address: HOOK, events })
    await playHours(nell, 4 * 24)
    await until('a marked article was told of', async () => (await types()).includes('article.marked'))
    expect(await dataOf('article.marked')).toMatchObject({ watches: ['Sky'], source: 'Zenith' })
    expect(await dataOf('article.marked')).not.toHaveProperty('text')
    const [first] = (await nell.want<WirePage>('GET', `${path}/articles?show=all`)).articles
    await nell.want('PUT', `${path}/tags/articles`, { ids: [first!.id], add: ['now'], remove: [] })
    await nell.want('PUT', `${path}/articles/states`, { ids: [first!.id], state: 'clipped' })
    await until('all of it was told of', async () => {
      const told = await types()
      return events.every((event) => told.includes(event))
    })
    expect(await dataOf('article.tagged')).toMatchObject({ key: `article:${first!.id}`, tags: ['now'] })
    for (const { body, headers } of await messages()) new Webhook(secret!).verify(body, headers)
  })

  it('is heard by a webhook that wants to: of posts and lines', async () => {
    world = await World.again(world)
    nell = await world.nell()
    ;({ path } = await makeBrand(nell, [CHATTERBROOK]))
    await add({ address: HOOK, events: ['post.approved', 'post.sent', 'post.failed', 'line.ends'] })
    await add({ name: 'Deaf', address: 'https://doorway.example/posts' })
    await lineUpText(nell, path, 'This goes out')
    await playHours(nell, 3)
    await until('it was sent', async () => (await types()).includes('post.sent'))
    expect(await dataOf('post.approved')).toMatchObject({
      text: 'This goes out',
      accounts: [{ account: 'Chatterbrook' }],
    })
    expect(await dataOf('post.sent')).toMatchObject({ text: 'This goes out', account: 'Chatterbrook' })
    expect(String((await dataOf('post.sent'))['url'])).toMatch(/^https:\/\/chatterbrook\.example/)
    await world.trouble('chatterbrook.example', { refuse: { status: 400, message: 'No.' }, postsOnly: true })
    await lineUpText(nell, path, 'This does not')
    await playHours(nell, 24)
    await until('it was refused', async () => (await types()).includes('post.failed'))
    expect(await dataOf('post.failed')).toMatchObject({
      text: 'This does not',
      message: expect.stringContaining('No.') as string,
    })
    await world.trouble('chatterbrook.example', null)
    await lineUpText(nell, path, 'The last one')
    await playHours(nell, 1)
    await until('the line was told of', async () => (await types()).includes('line.ends'))
    expect((await types()).toSorted()).toEqual([
      'line.ends',
      'post.approved',
      'post.approved',
      'post.approved',
      'post.failed',
      'post.sent',
    ])
    // Nobody else hears of it.
    expect((await world.webhooks()).every(({ path: at }) => at === '/plain')).toBe(true)
  })
})

it('is for owners to set up; curators hand on, clients do neither, other brands see nothing', async () => {
  const { id } = await hook()
  const other = await makeBrand(nell, [])
  expect(await nell.want('GET', `${other.path}/recipients`)).toMatchObject({ recipients: [] })
  expect(
    (await nell.ask('POST', `${other.path}/dispatches`, { recipientId: id, articleId: articles[0]!.id }))
      .status,
  ).toBe(404)
  const brandId = path.split('/').at(-1)!
  const ottilie = await world.ottilie()
  world.change(
    `INSERT INTO members (brand_id, person_id, role) VALUES ('${brandId}', '${world.ids.ottilie}', 'curator')`,
  )
  const body = { name: 'X', kind: 'feed' }
  expect((await ottilie.ask('POST', `${path}/recipients`, body)).status).toBe(403)
  expect(
    (await ottilie.ask('POST', `${path}/dispatches`, { recipientId: id, articleId: articles[0]!.id })).status,
  ).toBe(200)
  world.change(`UPDATE members SET role = 'client' WHERE person_id = '${world.ids.ottilie}'`)
  expect((await ottilie.ask('GET', `${path}/recipients`)).status).toBe(403)
  expect(
    (await ottilie.ask('POST', `${path}/dispatches`, { recipientId: id, articleId: articles[1]!.id })).status,
  ).toBe(403)
})
