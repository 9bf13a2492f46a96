// Standing orders in a running server: articles come as the stand-in outlets bring them out.
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import { emptyAccount, emptyRule } from '#shared/orders/empty'
import type {
  DryRun,
  DryRunStep,
  LogPage,
  OrderRule,
  OrdersView,
  OrderView,
  UnseenView,
} from '#shared/orders/types'
import type { NoticeView } from '#shared/notices/types'
import type { BrandView } from '#shared/people/types'
import type { Problem, Undoable } from '#shared/platform/types'
import type { DeskView, PostView } from '#shared/posts/types'
import type { WirePage } from '#shared/reading/types'
import { until, type Person } from '../support/person'
import { draftOf, lineUpSaved, makeBrand, playHours, saveNew, scheduleOf, World } from '../support/world'

const HOUR = 3_600_000
const DAY = 24 * HOUR
/** Nine in the morning a week ago: outlets bring out their articles in the days up to now. */
const BEGIN = Math.floor((Date.now() - 7 * DAY) / DAY) * DAY + 9 * HOUR
/** Outlets that bring out something every day or two. */
const OUTLETS = ['zenithminute.example', 'corrente.example']

let world: World
let nell: Person
let path: string
let accounts: BrandView['accounts']
beforeEach(async () => {
  world = await World.again(world, BEGIN)
  nell = await world.nell()
  ;({ path } = await makeBrand(nell))
  accounts = (await nell.want<BrandView>('GET', path)).accounts
})
afterAll(() => world.stop())

type Patch = { [K in keyof OrderRule]?: OrderRule[K] extends object ? Partial<OrderRule[K]> : OrderRule[K] }
const ruleOf = (patch: Patch): OrderRule => {
  const rule = emptyRule()
  return {
    ...rule,
    ...(patch as object),
    from: { ...rule.from, ...patch.from },
    only: { ...rule.only, maxAgeHours: null, ...patch.only },
    post: { ...rule.post, withPicture: false, texts: ['{title}'], ...patch.post },
    when: { ...rule.when, perDay: null, ...patch.when },
    hand: { ...rule.hand, ...patch.hand },
    accounts: (patch.accounts as OrderRule['accounts'] | undefined) ?? [emptyAccount(accounts[0]!.id)],
  }
}
const addSources = async (hosts = OUTLETS): Promise<void> => {
  for (const host of hosts) {
    const { url } = await nell.want<{ url: string }>('POST', `${path}/sources/look`, { address: host })
    await nell.want('POST', `${path}/sources`, { feedUrl: url, label: host })
  }
}
const add = async (name: string, patch: Patch): Promise<string> =>
  (await nell.want<{ id: string }>('POST', `${path}/orders`, { name, rule: ruleOf(patch) })).id
const turn = (id: string, isOn = true): Promise<Undoable> =>
  nell.want('PUT', `${path}/orders/${id}/state`, { isOn })
const view = (): Promise<OrdersView> => nell.want('GET', `${path}/orders`)
const order = async (id: string): Promise<OrderView> => (await view()).orders.find((one) => one.id === id)!
const log = async (query = ''): Promise<LogPage['rows']> =>
  (await nell.want<LogPage>('GET', `${path}/orders/log${query}`)).rows
const unseen = (): Promise<UnseenView> => nell.want('GET', `${path}/orders/unseen`)
const desk = async (): Promise<DeskView['rows']> => (await nell.want<DeskView>('GET', `${path}/posts`)).rows
const titles = async (): Promise<string[]> => (await articles()).map(({ title }) => title)
/** Waits until nothing that came waits for an order. */
async function settled(): Promise<void> {
  await until('what came was looked at', () => {
    const [row] = world.rows(
      `SELECT (SELECT count(*) FROM to_match) + (SELECT count(*) FROM order_todo) AS n`,
    ) as { n: number }[]
    return Promise.resolve(row!.n === 0)
  })
  await world.rounds(2)
}
async function play(hours: number): Promise<void> {
  await playHours(nell, hours)
  await settled()
}
const articles = async (): Promise<WirePage['articles']> =>
  (await nell.want<WirePage>('GET', `${path}/articles?show=all`)).articles
/** Puts a tag on articles by hand, which lets every order look at them. */
async function come(ids: string[], names = ['go']): Promise<void> {
  await nell.want('PUT', `${path}/tags/articles`, { ids, add: names, remove: [] })
  await settled()
}

describe('an order', () => {
  it('makes drafts of what comes, once each, says why it left the others, and is taken back', async () => {
    await addSources()
    const before = await titles()
    const id = await add('Short news', {
      post: { texts: ['{title:120}\n{source}', 'Again: {title}'], hashtags: ['sky'], withTitle: true },
      when: { perDay: 1 },
    })
    const picky = await add('Picky', { only: { query: 'title:moon', notTaken: false } })
    expect(await order(id)).toMatchObject({ state: 'off', done: 0 })
    for (const one of [id, picky]) await turn(one)
    await play(4 * 24)
    await nell.want('DELETE', `${path}/orders/${picky}`)
    // What has not the words is not written down for each article.
    const found = await log(`?order=${picky}`)
    expect(found.every(({ title, outcome }) => /moon/i.test(title) && outcome === 'done')).toBe(true)
    if (found.length > 0)
      await nell.want('POST', `${path}/orders/log/undo`, { ids: found.map((row) => row.id) })
    const fresh = (await titles()).filter((title) => !before.includes(title))
    expect(fresh.length).toBeGreaterThan(3)
    const own = `?order=${id}`
    const rows = await log(own)
    expect(rows.map(({ title }) => title).sort()).toEqual(fresh.toSorted())
    const made = rows.filter(({ outcome }) => outcome === 'done')
    const left = rows.filter(({ outcome }) => outcome === 'left')
    expect(made.length).toBeGreaterThan(0)
    expect(new Set(left.map(({ message }) => message))).toEqual(new Set(['Over its own ceiling of the day.']))

    const drafts = await desk()
    expect(drafts).toHaveLength(made.length)
    expect(drafts.every(({ orderId, approval }) => orderId === id && approval === 'draft')).toBe(true)
    const post = await nell.want<PostView>('GET', `${path}/posts/${made[0]!.postId}`)
    expect(post).toMatchObject({ orderId: id })
    expect(post.doc).toMatchObject({
      wordings: [{ text: `${made[0]!.title}\n${made[0]!.source}` }, { text: `Again: ${made[0]!.title}` }],
      hashtags: ['sky'],
      linkTitle: made[0]!.title,
    })
    expect(post.doc.accounts.filter(({ chosen }) => chosen).map(({ accountId }) => accountId)).toEqual([
      accounts[0]!.id,
    ])
    expect(await unseen()).toMatchObject({ total: made.length })

    // Fetched again, and after a restart, nothing comes twice.
    await world.kill()
    await world.restart()
    nell = await world.nell()
    await play(1)
    expect(await log(own)).toHaveLength(rows.length)

    // Looked over, reworked, taken back one by one and together.
    await nell.want('PUT', `${path}/orders/unseen`, { postIds: [made[0]!.postId] })
    expect((await unseen()).total).toBe(made.length - 1)
    const undone = await nell.want<Undoable>('POST', `${path}/orders/log/undo`, { ids: [made[0]!.id] })
    expect(await desk()).toHaveLength(made.length - 1)
    expect((await log(own))[rows.indexOf(made[0]!)]).toMatchObject({ outcome: 'undone', stands: 'removed' })
    await nell.want('POST', `${path}/undo`, { historyId: undone.historyId })
    expect(await desk()).toHaveLength(made.length)
    for (const runId of new Set(made.map((row) => row.runId)))
      await nell.want('POST', `${path}/orders/log/undo`, { runId })
    expect(await desk()).toEqual([])
    const again = await nell.ask('POST', `${path}/orders/log/undo`, { ids: [made[0]!.id] })
    expect(again.status).toBe(409)
  })

  it('keeps to its ceiling and the brand’s, day by day, in the order of orders', async () => {
    await addSources()
    const ids = (await articles()).map(({ id }) => id)
    const names = ['First', 'Second']
    const orders = [await add(names[0]!, { when: { perDay: 1 } }), await add(names[1]!, {})]
    await nell.want('PUT', `${path}/orders/ceiling`, { perDay: 3 })
    for (const id of orders) await turn(id)
    const didOf = async (wanted: string[]): Promise<string[]> =>
      (await log())
        .filter(({ articleId }) => wanted.includes(articleId!))
        .map(({ orderName, outcome, message }) => `${orderName}: ${outcome === 'done' ? 'done' : message}`)
        .sort()
    for (const day of [0, 1]) {
      const now = ids.slice(day * 5, day * 5 + 5)
      await come(now)
      expect(await didOf(now)).toEqual(
        [
          ...['First: done', 'Second: Taken by another order.', 'Second: done', 'Second: done'],
          ...Array<string>(4).fill('First: Over its own ceiling of the day.'),
          ...Array<string>(2).fill('Second: Over the brand’s ceiling of the day.'),
        ].sort(),
      )
      // What comes by itself meanwhile is none of theirs.
      for (const id of orders) await turn(id, false)
      if (day === 0) await play(24)
      for (const id of orders) await turn(id)
    }
    await nell.want('PUT', `${path}/orders/places`, { ids: orders.toReversed() })
    expect((await view()).orders.map(({ name }) => name)).toEqual(names.toReversed())
  })

  it('lines up spread out and in review, behind what people line up, and goes out once looked over', async () => {
    await addSources()
    const id = await add('Reviewed', {
      act: 'review',
      when: { perDay: 3, minGapMinutes: 60, between: { from: '12:00', to: '20:00' } },
    })
    await turn(id)
    await play(4 * 24)
    const made = (await log('?outcome=done')).filter(({ stands }) => stands === 'in-review')
    expect(made.length).toBeGreaterThan(0)
    const waiting = await unseen()
    expect(waiting.posts.every(({ approval }) => approval === 'in-review')).toBe(true)
    const slots = waiting.posts.flatMap(({ places }) => places.map(({ at }) => at!.slice(11, 16)))
    expect(slots.every((time) => ['10:00', '15:00'].includes(time))).toBe(true)
    const from: number[] = []
    for (const { postId, places } of waiting.posts) {
      const { doc } = await nell.want<PostView>('GET', `${path}/posts/${postId}`)
      expect(places[0]!.at! >= doc.notBefore!).toBe(true)
      expect(doc.notBefore!.slice(11, 16) >= '12:00' && doc.notBefore!.slice(11, 16) < '20:00').toBe(true)
      from.push(Date.parse(doc.notBefore!))
    }
    from.sort((one, other) => one - other)
    expect(from.every((at, index) => index === 0 || at - from[index - 1]! >= HOUR)).toBe(true)
    // What a curator lines up now goes before.
    const [post] = waiting.posts
    const own = await lineUpOwn('By hand')
    expect(Date.parse(own)).toBeLessThan(Date.parse((await unseen()).posts.at(-1)!.places[0]!.at!))
    await nell.want('POST', `${path}/posts/${post!.postId}/approve`, { version: post!.version, note: '' })
    expect((await unseen()).posts.map(({ postId }) => postId)).not.toContain(post!.postId)
    await play(48)
    const sent = await world.posted('chatterbrook.example')
    expect(sent.map(({ text }) => text).join()).toContain(post!.title)
  })

  it('come behind what people line up, whichever was there before', async () => {
    await addSources()
    await turn(await add('Reviewed', { act: 'review' }))
    await come([(await articles())[0]!.id])
    expect(await log()).toMatchObject([{ stands: 'in-review' }])
    const first = await lineUpOwn('First of all', 'first')
    const next = await lineUpOwn('Behind it')
    const [place] = (await unseen()).posts[0]!.places
    expect([first, next, place!.at]).toEqual([first, next, place!.at].toSorted())
    expect(new Set([first, next, place!.at]).size).toBe(3)
  })

  it('posts unseen only where an owner says so, and waits when that is withdrawn', async () => {
    await addSources()
    const rule = { act: 'lined' as const }
    const id = await add('By itself', rule)
    const refused = await nell.ask<Problem>('PUT', `${path}/orders/${id}/state`, { isOn: true })
    expect(refused.body.detail).toBe('No owner says that orders may post on Chatterbrook unseen.')
    await nell.want('POST', `${path}/members`, { personId: world.ids.ottilie, role: 'curator' })
    const ottilie = await world.ottilie()
    const consent = `${path}/accounts/${accounts[0]!.id}/unseen`
    expect((await ottilie.ask('PUT', consent, { isGiven: true })).status).toBe(403)
    await nell.want('PUT', consent, { isGiven: true })
    expect((await nell.want<BrandView>('GET', path)).accounts[0]!.unseen).toMatchObject({ by: 'Nell' })
    await turn(id)
    await play(60)
    const made = await log('?outcome=done')
    expect(made.length).toBeGreaterThan(1)
    const sent = await world.posted('chatterbrook.example')
    const wentOut = made.filter(({ title }) => sent.some(({ text }) => text.includes(title)))
    expect(wentOut.length).toBeGreaterThan(0)
    expect(wentOut.every(({ mayUndo, stands }) => !mayUndo && stands === 'sent')).toBe(true)

    // One more stands in line as the consent is withdrawn: it waits, and the order rests.
    await until('something more stands in line', async () => {
      await play(12)
      return (await scheduleOf(nell, path)).cards.some(
        ({ orderId, state }) => orderId === id && state === 'lined-up',
      )
    })
    const count = (await world.posted('chatterbrook.example')).length
    await nell.want('PUT', consent, { isGiven: false })
    const card = (await scheduleOf(nell, path)).cards.find(
      ({ orderId, state }) => orderId === id && state === 'lined-up',
    )!
    expect(card.approval).toBe('in-review')
    expect(card.warnings).toContain('It waits until somebody has looked it over.')
    await play(48)
    expect(await world.posted('chatterbrook.example')).toHaveLength(count)
    expect(await order(id)).toMatchObject({ state: 'resting' })
    const notices = await nell.want<NoticeView[]>('GET', `${path}/notices`)
    expect(notices.map(({ title }) => title)).toContain('The order “By itself” rests')
    // Looked over, it goes out all the same.
    await nell.want('PUT', `${path}/orders/unseen`, { postIds: [card.postId] })
    await play(24)
    expect((await world.posted('chatterbrook.example')).length).toBeGreaterThan(count)
  })

  it('stops with all others at once, and takes nothing of what came meanwhile', async () => {
    await addSources()
    const ids = (await articles()).map(({ id }) => id)
    await nell.want('PUT', `${path}/accounts/${accounts[0]!.id}/unseen`, { isGiven: true })
    await turn(await add('By itself', { act: 'lined' }))
    await come(ids.slice(0, 2))
    expect((await log()).map(({ stands }) => stands)).toEqual(['lined-up', 'lined-up'])
    const at = performance.now()
    await nell.want('PUT', `${path}/orders/stop`, { isStopped: true })
    const cards = (await scheduleOf(nell, path)).cards.filter(({ state }) => state === 'lined-up')
    expect(performance.now() - at).toBeLessThan(1000)
    expect(cards.map(({ approval }) => approval)).toEqual(['in-review', 'in-review'])
    await come(ids.slice(2, 5))
    await play(24)
    expect(await log()).toHaveLength(2)
    expect(await world.posted('chatterbrook.example')).toEqual([])
    expect((await view()).stopped).toMatchObject({ by: 'Nell' })
    await nell.want('PUT', `${path}/orders/stop`, { isStopped: false })
    await world.rounds(3)
    expect(await log()).toHaveLength(2)
    await come(ids.slice(5, 6))
    expect(await log()).toHaveLength(3)
  })

  it('tags, clips and tells; two that set each other off end', async () => {
    await addSources()
    const [first, one] = (await nell.want<WirePage>('GET', `${path}/articles?show=all`)).articles
    const tag = (id: string, names: string[]): Promise<Undoable> =>
      nell.want('PUT', `${path}/tags/articles`, { ids: [id], add: names, remove: [] })
    await tag(first!.id, ['a', 'b'])
    const { tags } = await nell.want<BrandView>('GET', path)
    const idOf = (wanted: string): string => tags.find(({ name }) => name === wanted)!.id
    const from = { tagIds: [idOf('a')] }
    const names = ['Tags a', 'Tags b', 'Clips', 'Tells']
    const ids = [
      await add(names[0]!, { act: 'tag', from: { tagIds: [idOf('b')] }, hand: { tags: ['a'] } }),
      await add(names[1]!, { act: 'tag', from, hand: { tags: ['b'] } }),
      await add(names[2]!, { act: 'clip', from }),
      await add(names[3]!, { act: 'tell', from, when: { perDay: 1 } }),
    ]
    expect((await view()).loops).toEqual([[names[0], names[1]]])
    for (const id of ids) await turn(id)
    // A tag put on by hand sets them off, for what came yesterday too.
    await tag(one!.id, ['b'])
    await play(1)
    const rows = await log()
    expect(rows.map(({ orderName, outcome, articleId }) => [orderName, outcome, articleId]).sort()).toEqual(
      names.map((name) => [name, 'done', one!.id]).sort(),
    )
    const stateNow = async (): Promise<string> =>
      (await nell.want<WirePage>('GET', `${path}/articles?show=all`)).articles.find(
        ({ id }) => id === one!.id,
      )!.state
    expect(await stateNow()).toBe('clipped')
    await nell.want('POST', `${path}/orders/log/undo`, { ids: [rows.find(({ act }) => act === 'clip')!.id] })
    expect(await stateNow()).toBe('new')
    const notices = await nell.want<NoticeView[]>('GET', `${path}/notices`)
    expect(notices.filter(({ kind }) => kind === 'order-found').map(({ message }) => message)).toEqual([
      expect.stringContaining(one!.title),
    ])
  })

  it('makes posts for days of the almanac, each once', async () => {
    const day = new Date(BEGIN + 10 * DAY).toISOString().slice(0, 10)
    const entry = { kind: 'fair', title: 'Open night', prompt: 'What is on show?', from: day }
    const { id: entryId } = await nell.want<{ id: string }>('POST', `${path}/almanac/entries`, entry)
    const id = await add('Before fairs', {
      from: { kind: 'date', entries: [entryId], daysBefore: 3 },
      post: { texts: ['{title} on {date}: {prompt}'] },
    })
    await turn(id)
    for (let days = 0; days < 12; days += 2) await play(48)
    const drafts = await desk()
    const said = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', timeZone: 'UTC' }).format(
      Date.parse(day),
    )
    expect(drafts.map(({ text }) => text)).toEqual([`Open night on ${said}: What is on show?`])
  })
})

describe('a dry run', () => {
  const tryRule = async (rule: OrderRule): Promise<{ run: DryRun; steps: DryRunStep[] }> => {
    const { text } = await nell.ask('POST', `${path}/orders/dry-run`, { rule })
    const steps = text
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as DryRunStep)
    const last = steps.at(-1)!
    if (!('run' in last)) throw new Error(JSON.stringify(last))
    return { run: last.run, steps }
  }

  it('says what would have been made and where, and why the rest was left', async () => {
    await addSources(['lowlamp.example', ...OUTLETS])
    const rule = ruleOf({ only: { needsPicture: true }, when: { perDay: 1, goodForHours: 72 } })
    const { run, steps } = await tryRule(rule)
    expect(steps.length).toBeGreaterThan(1)
    expect(run.articles).toBeGreaterThan(run.taken)
    const left = run.left.reduce((sum, { count }) => sum + count, 0)
    expect(run.taken + left).toBe(run.articles)
    expect(run.perDay.reduce((sum, { count }) => sum + count, 0)).toBe(run.taken)
    expect(Math.max(...run.perDay.map(({ count }) => count))).toBeLessThanOrEqual(1)
    expect(run.left.map(({ why }) => why)).toContain('picture')
    expect(run.made.length).toBeGreaterThan(0)
    for (const one of run.made) {
      expect(one.text).toBe(one.title)
      const [place] = one.places
      // A slot of its timetable, at or after it came.
      expect(['10:00', '15:00']).toContain(place!.at!.slice(11, 16))
      expect(Date.parse(place!.at!)).toBeGreaterThanOrEqual(Date.parse(one.at))
    }
    const places = run.made.map(({ places: [place] }) => place!.at)
    expect(new Set(places).size).toBe(places.length)
    // Nothing of it is kept.
    expect([await desk(), await log(), (await view()).orders]).toEqual([[], [], []])
    const long = await tryRule({ ...rule, post: { ...rule.post, texts: ['{text}{text}{text}'] } })
    expect(long.run.made[0]!.places[0]).toMatchObject({
      isStop: true,
      message: expect.stringMatching(/^Too long by \d+\.$/) as string,
    })
  })
})

describe('what can’t be', () => {
  it('is refused, with its place', async () => {
    const ask = (patch: Patch) =>
      nell.ask<Problem>('POST', `${path}/orders`, { name: 'One', rule: ruleOf(patch) })
    const pattern = await ask({ post: { texts: ['{title} {outlet}'] } })
    expect(pattern.status).toBe(422)
    expect(pattern.body.errors![0]).toMatchObject({ field: 'rule.post.texts[0]' })
    expect(pattern.body.errors![0]!.message).toContain('At character 10: there is no field “outlet”')
    const query = await ask({ only: { query: 'comet OR (' } })
    expect(query.status).toBe(422)
    expect((await ask({ post: { texts: [''] } })).body.errors![0]!.field).toBe('rule.post.texts[0]')
    expect((await ask({ act: 'tag' })).body.errors![0]!.field).toBe('rule.hand.tags')
    expect((await ask({ when: { perDay: 0 } })).status).toBe(422)
    const dry = await nell.ask<Problem>('POST', `${path}/orders/dry-run`, {
      rule: ruleOf({ only: { query: '(' } }),
    })
    expect(dry.status).toBe(422)
    // Another brand's watch says nothing here, and its order is not there.
    const foreign = await makeBrand(nell, [])
    const { id: watchId } = await nell.want<{ id: string }>('POST', `${foreign.path}/watches`, {
      name: 'Sky',
      query: 'sky',
    })
    const rule = ruleOf({ from: { watches: [watchId] } })
    expect((await nell.ask('POST', `${path}/orders/dry-run`, { rule })).status).toBe(409)
    const id = await add('Mine', {})
    const { path: other } = await makeBrand(nell, [])
    expect((await nell.ask('PUT', `${other}/orders/${id}/state`, { isOn: true })).status).toBe(404)
    expect(
      (await nell.ask('PATCH', `${other}/orders/${id}`, { name: 'x', rule: emptyRule(), version: 1 })).status,
    ).toBe(404)
  })

  it('rests: an account or a pillar is gone; it names a source that is', async () => {
    await addSources()
    const { pillars } = await nell.want<BrandView>('GET', path)
    const id = await add('Filed', { post: { pillarId: pillars[0]!.id } })
    await turn(id)
    await nell.want('DELETE', `${path}/pillars/${pillars[0]!.id}`)
    const [one, another] = (await articles()).map((article) => article.id)
    await come([one!])
    expect(await order(id)).toMatchObject({
      state: 'resting',
      message: 'The pillar that it names was removed.',
    })
    expect(await desk()).toEqual([])
    const again = await nell.ask<Problem>('PUT', `${path}/orders/${id}/state`, { isOn: true })
    expect(again).toMatchObject({ status: 409, body: { detail: 'The pillar that it names was removed.' } })
    const [first] = accounts
    const other = await add('To an account', { accounts: [emptyAccount(first!.id)] as never })
    await turn(other)
    await nell.want('DELETE', `${path}/accounts/${first!.id}`)
    await come([another!])
    expect(await order(other)).toMatchObject({
      state: 'resting',
      message: 'An account that it names was removed.',
    })
  })

  it('keeps as a draft what no check lets out, and says why', async () => {
    await addSources()
    const id = await add('Too long', { act: 'review', post: { texts: ['{text}'.repeat(40)] } })
    await turn(id)
    await come([(await articles())[0]!.id])
    const [row] = await log('?outcome=done')
    expect(row).toMatchObject({ stands: 'draft' })
    expect(row!.message).toMatch(/^Kept as a draft: /)
  })
})

/** Lines a post of one's own up at the next slot; gives when it goes out. */
async function lineUpOwn(text: string, kind: 'next' | 'first' = 'next'): Promise<string> {
  const doc = await draftOf(nell, path, text)
  const one = accounts[0]!.id
  const post = await saveNew(nell, path, {
    ...doc,
    accounts: doc.accounts.map((part) => ({ ...part, chosen: part.accountId === one })),
  })
  const { places } = await lineUpSaved(nell, path, post, [one], [{ accountId: one, kind, at: null }])
  return places[0]!.at!
}
