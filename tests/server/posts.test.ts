import { join } from 'node:path'
import Database from 'better-sqlite3'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { v7 as uuid } from 'uuid'
import type { Problem, Undoable } from '#shared/platform/types'
import type { WirePage } from '#shared/reading/types'
import { USUAL_WRITING } from '#shared/posts/docs'
import type { DeskContext, DeskView, LinkPreview, PostView, WritingHelp } from '#shared/posts/types'
import { until, type Person } from '../support/person'
import {
  CHATTERBROOK,
  COMMONFIRE,
  draftOf,
  GUILDHALL,
  LANTERNWAY,
  lineUpSaved,
  makeBrand,
  playHours,
  saveNew,
  scheduleOf,
  World,
} from '../support/world'

let world: World
let nell: Person
let bento: Person
let ottilie: Person
let path: string

beforeAll(async () => {
  world = await World.start()
  ;[nell, bento, ottilie] = await Promise.all([world.nell(), world.bento(), world.ottilie()])
})
afterAll(() => world.stop())
beforeEach(async () => {
  ;({ path } = await makeBrand(nell))
  await nell.want('POST', `${path}/members`, { personId: world.ids.bento, role: 'curator' })
  await nell.want('POST', `${path}/members`, { personId: world.ids.ottilie, role: 'client' })
})

const open = (id: string, person = nell): Promise<PostView> =>
  person.want<PostView>('GET', `${path}/posts/${id}`)
const desk = async (): Promise<DeskView['rows']> => (await nell.want<DeskView>('GET', `${path}/posts`)).rows
const wishFor = async (name: string, wish: Record<string, unknown>): Promise<void> => {
  const { accounts } = await nell.want<{ accounts: { id: string; name: string; version: number }[] }>(
    'GET',
    path,
  )
  const { id, version } = accounts.find((account) => account.name === name)!
  await nell.want('PATCH', `${path}/accounts/${id}`, { name, token: '', version, ...wish })
}

describe('a post on the Desk', () => {
  it('is saved as it is written, keeps its version where nothing changed, and comes back as it was', async () => {
    const doc = await draftOf(nell, path, 'Zwei Zeilen\n\n👩‍🚀 עברית\u200b e\u0301', {
      hashtags: ['sky'],
      link: 'https://lowlamp.example/x',
      language: 'de',
    })
    const post = await saveNew(nell, path, doc)
    expect([post.version, post.approval, post.savedBy]).toEqual([1, 'draft', 'Nell'])
    expect(post.doc).toEqual(doc)
    expect((await nell.want<PostView>('PUT', `${path}/posts/${post.id}`, { version: 1, doc })).version).toBe(
      1,
    )
    const changed = { ...doc, wordings: [...doc.wordings, { text: 'Said otherwise', pictureId: null }] }
    expect(
      (await nell.want<PostView>('PUT', `${path}/posts/${post.id}`, { version: 1, doc: changed })).version,
    ).toBe(2)
    expect((await open(post.id)).doc).toEqual(changed)
    expect(
      (await nell.want<PostView>('PUT', `${path}/posts/${post.id}`, { version: 2, doc })).doc.wordings,
    ).toHaveLength(1)
  })

  it('survives a killed server: what was answered is stored', async () => {
    const post = await saveNew(nell, path, await draftOf(nell, path, 'Stored before the cut'))
    await world.kill()
    await world.restart()
    ;[nell, bento, ottilie] = await Promise.all([world.nell(), world.bento(), world.ottilie()])
    expect((await open(post.id)).doc.wordings[0]!.text).toBe('Stored before the cut')
  })

  it('meets a second window in a 409 with both texts, and overwrites nothing', async () => {
    const doc = await draftOf(nell, path, 'First')
    const post = await saveNew(nell, path, doc)
    const theirs = { ...doc, wordings: [{ text: 'Bento’s', pictureId: null }] }
    await bento.want('PUT', `${path}/posts/${post.id}`, { version: 1, doc: theirs })
    const answer = await nell.ask<Problem & { current: PostView }>('PUT', `${path}/posts/${post.id}`, { version: 1, doc: { ...doc, wordings: [{ text: 'Nell’s', pictureId: null }] } }) // prettier-ignore
    expect([answer.status, answer.body.type]).toEqual([409, 'urn:clear-quill:postChanged'])
    expect([
      answer.body.current.doc.wordings[0]!.text,
      answer.body.current.savedBy,
      answer.body.current.version,
    ]).toEqual(['Bento’s', 'Bento', 2])
    // A repeat of what is stored already, whose answer was lost, is none.
    expect(
      (await bento.want<PostView>('PUT', `${path}/posts/${post.id}`, { version: 1, doc: theirs })).version,
    ).toBe(2)
  })

  it('belongs to its brand alone', async () => {
    const post = await saveNew(nell, path, await draftOf(nell, path, 'Ours'))
    const other = await makeBrand(bento)
    for (const [method, tail, body] of [
      ['GET', '', undefined],
      ['PUT', '', { version: 1, doc: await draftOf(bento, other.path, 'Theirs') }],
      ['DELETE', '', undefined],
      ['POST', '/approve', { version: 1 }],
      ['POST', '/review', { version: 1 }],
    ] as const) {
      expect((await bento.ask(method, `${other.path}/posts/${post.id}${tail}`, body)).status).toBe(404)
    }
    const theirs = await other.view()
    const stolen = await draftOf(nell, path, 'x', { pillarId: theirs.pillars[0]!.id })
    expect((await nell.ask('PUT', `${path}/posts/${uuid()}`, { version: 0, doc: stolen })).status).toBe(404)
  })

  it('is thrown away, and back with an undo', async () => {
    const post = await saveNew(nell, path, await draftOf(nell, path, 'Away'))
    const { historyId } = await nell.want<Undoable>('DELETE', `${path}/posts/${post.id}`)
    expect(await desk()).toEqual([])
    await nell.want('POST', `${path}/undo`, { historyId })
    expect((await desk()).map(({ text }) => text)).toEqual(['Away'])
  })

  it('loses the part of an account that is removed while one writes, and no more', async () => {
    const doc = await draftOf(nell, path, 'Written meanwhile')
    const post = await saveNew(nell, path, doc)
    await nell.want('DELETE', `${path}/accounts/${doc.accounts[0]!.accountId}`)
    const saved = await nell.want<PostView>('PUT', `${path}/posts/${post.id}`, {
      version: 1,
      doc: { ...doc, hashtags: ['later'] },
    })
    expect(saved.doc.accounts.map(({ accountId }) => accountId)).toEqual([doc.accounts[1]!.accountId])
    expect((await lineUpSaved(nell, path, saved)).places).toHaveLength(1)
  })

  it('comes with its article while it is being written', async () => {
    await nell.want('POST', `${path}/sources`, {
      feedUrl: 'https://lowlamp.example/feed.xml',
      label: 'L',
      folder: null,
      own: false,
    })
    const { articles } = await nell.want<WirePage>('GET', `${path}/articles`)
    const articleId = articles[0]!.id
    const post = await saveNew(nell, path, await draftOf(nell, path, 'About it', { articleId }))
    const draft = async (): Promise<string | undefined> =>
      (await nell.want<{ draft: PostView | null }>('GET', `${path}/articles/${articleId}`)).draft?.id
    expect(await draft()).toBe(post.id)
    const { historyId } = await lineUpSaved(nell, path, post)
    expect(await draft()).toBeUndefined()
    await nell.want('POST', `${path}/undo`, { historyId })
    expect(await draft()).toBe(post.id)
    const help = await nell.want<WritingHelp>('POST', `${path}/writing-help`, { articleId, text: '' })
    expect(
      help.hashtags.every(({ tag, reason }) => /^[\p{L}\p{N}_]+$/u.test(tag) && reason.endsWith('.')),
    ).toBe(true)
  })
})

describe('approval', () => {
  it('is of one version: an edit withdraws it, and it goes out only once approved again', async () => {
    const doc = await draftOf(nell, path, 'To be approved')
    const post = await saveNew(nell, path, doc)
    await nell.want('POST', `${path}/posts/${post.id}/review`, { version: 1 })
    await bento.want('POST', `${path}/posts/${post.id}/approve`, { version: 1, note: 'Good' })
    await lineUpSaved(nell, path, await open(post.id))
    const edited = await nell.want<PostView>('PUT', `${path}/posts/${post.id}`, {
      version: 1,
      doc: { ...doc, hashtags: ['more'] },
    })
    expect(edited.approval).toBe('draft')
    expect(edited.events.map(({ what, who }) => [what, who])).toEqual([['asked', 'Nell'], ['approved', 'Bento'], ['withdrawn', 'Nell']]) // prettier-ignore
    await playHours(nell, 30)
    expect(await world.posted('chatterbrook.example')).toEqual([])
    expect((await bento.ask('POST', `${path}/posts/${post.id}/approve`, { version: 1 })).status).toBe(409)
    await bento.want('POST', `${path}/posts/${post.id}/approve`, { version: 2 })
    await playHours(nell, 30)
    expect((await world.posted('chatterbrook.example')).map(({ text }) => text)).toEqual([
      'To be approved #more',
    ])
  })

  it('is somebody else’s where an account wants it so: lined up, it waits in review', async () => {
    await wishFor('Commonfire', { approver: 'someone-else' })
    const post = await saveNew(nell, path, await draftOf(nell, path, 'For other eyes'))
    expect(post.mayApprove).toBe(false)
    const { approval } = await lineUpSaved(nell, path, post)
    expect(approval).toBe('in-review')
    const refused = await nell.ask('POST', `${path}/posts/${post.id}/approve`, { version: 1 })
    expect([refused.status, refused.body.type]).toEqual([403, 'urn:clear-quill:someoneElse'])
    const [card] = (await scheduleOf(nell, path)).cards
    expect((await nell.ask('POST', `${path}/lines/${card!.queueItemId}/send`)).body.type).toBe(
      'urn:clear-quill:notApproved',
    )
    const sentBack = await ottilie.want<Undoable>('POST', `${path}/posts/${post.id}/send-back`, {
      version: 1,
      note: 'Softer, please',
    })
    expect((await desk())[0]).toMatchObject({
      approval: 'sent-back',
      lined: 2,
      last: { who: 'Ottilie', note: 'Softer, please' },
    })
    await ottilie.want('POST', `${path}/undo`, { historyId: sentBack.historyId })
    await ottilie.want('POST', `${path}/posts/${post.id}/approve`, { version: 1 })
    expect(await desk()).toEqual([])
  })

  it('lists what waits for it first, the longest waiting before the others', async () => {
    const texts = ['One', 'Two', 'Three']
    const posts: PostView[] = []
    for (const text of texts) posts.push(await saveNew(nell, path, await draftOf(nell, path, text)))
    for (const post of [posts[1]!, posts[0]!]) {
      await nell.want('POST', `${path}/posts/${post.id}/review`, { version: 1 })
      await playHours(nell, 1)
    }
    expect((await desk()).map(({ text, approval }) => `${text} ${approval}`)).toEqual([
      'Two in-review',
      'One in-review',
      'Three draft',
    ])
    expect(
      (await nell.ask('POST', `${path}/posts/${posts[0]!.id}/send-back`, { version: 1, note: ' ' })).status,
    ).toBe(422)
  })
})

describe('lining up from the Desk', () => {
  it('is refused by name for whatever a check stops, and stores nothing', async () => {
    const long = await saveNew(nell, path, await draftOf(nell, path, 'x'.repeat(400)))
    await expect(lineUpSaved(nell, path, long)).rejects.toThrow(/Chatterbrook: 120 too many/)
    const bare = await saveNew(nell, path, await draftOf(nell, path, 'https://lowlamp.example/x'))
    await expect(lineUpSaved(nell, path, bare)).rejects.toThrow(/No line of your own/)
    const late = await saveNew(
      nell,
      path,
      await draftOf(nell, path, 'Late', { goodUntil: '2027-03-01T00:00:00.000Z' }),
    )
    await expect(lineUpSaved(nell, path, late)).rejects.toThrow(/good-until/)
    expect((await scheduleOf(nell, path)).cards).toEqual([])
  })

  it('takes some of the accounts; the post stays on the Desk for the others', async () => {
    const post = await saveNew(nell, path, await draftOf(nell, path, 'Short for one'))
    await lineUpSaved(nell, path, post, [post.doc.accounts[1]!.accountId])
    expect((await desk()).map(({ lined }) => lined)).toEqual([1])
    const again = await open(post.id)
    expect((await lineUpSaved(nell, path, again, [post.doc.accounts[0]!.accountId])).approval).toBe(
      'approved',
    )
    expect(await desk()).toEqual([])
    await expect(lineUpSaved(nell, path, await open(post.id))).rejects.toThrow(/Nowhere new/)
    await playHours(nell, 30)
    const sent = await open(post.id)
    expect(sent.sent).toHaveLength(2)
    expect((await nell.ask('PUT', `${path}/posts/${post.id}`, { version: sent.version, doc: { ...sent.doc, hashtags: ['no'] } })).body.type).toBe('urn:clear-quill:postSent') // prettier-ignore
  })

  it('refuses equal texts where the network does, until one has its own wording', async () => {
    const twice = await makeBrand(nell, [
      CHATTERBROOK,
      {
        ...CHATTERBROOK,
        address: 'https://chatterbrook.example/@hollowhill',
        token: 'chatter-hollow-hill-5b1d',
      },
    ])
    path = twice.path
    const doc = await draftOf(nell, path, 'The same twice')
    const post = await saveNew(nell, path, doc)
    await expect(lineUpSaved(nell, path, post)).rejects.toThrow(/own wording/)
    doc.accounts[1]!.ownText = 'Not the same'
    const mended = await nell.want<PostView>('PUT', `${path}/posts/${post.id}`, { version: 1, doc })
    expect((await lineUpSaved(nell, path, mended)).places).toHaveLength(2)
  })

  it('returns to the Desk, with the reason, when a network’s rules changed after approval', async () => {
    const post = await saveNew(nell, path, await draftOf(nell, path, 'y'.repeat(250)))
    await lineUpSaved(nell, path, post)
    const { accounts } = await nell.want<{ accounts: { id: string; name: string }[] }>('GET', path)
    const chatterbrook = accounts.find(({ name }) => name === 'Chatterbrook')!.id
    await world.control('rules', { host: 'chatterbrook.example', rules: { limit: 200 } })
    const { returned } = await nell.want<{ returned: number }>(
      'POST',
      `${path}/accounts/${chatterbrook}/check`,
    )
    await world.control('rules', { host: 'chatterbrook.example', rules: { limit: 280 } })
    expect(returned).toBe(1)
    const [row] = await desk()
    expect(row).toMatchObject({
      approval: 'sent-back',
      lined: 1,
      last: { what: 'returned', who: null, note: 'Chatterbrook: 50 too many: 250 of 200.' },
    })
  })

  it('adds an account of the AT Protocol with its lexicon’s rules, and sends by it', async () => {
    const lantern = await makeBrand(nell, [LANTERNWAY])
    path = lantern.path
    const [account] = (await lantern.view()).accounts
    expect(account).toMatchObject({
      protocol: 'atproto',
      name: 'Lanternway',
      rules: { limit: 300, counting: 'graphemes', maxTextBytes: 3000 },
    })
    await lineUpSaved(nell, path, await saveNew(nell, path, await draftOf(nell, path, 'By lantern light')))
    await playHours(nell, 24)
    expect((await world.posted('lanternway.example')).map(({ text }) => text)).toEqual(['By lantern light'])
    expect((await nell.ask('POST', `${path}/accounts`, { ...LANTERNWAY, token: 'wrong' })).body.type).toBe(
      'urn:clear-quill:tokenRefused',
    )
  })
})

describe('links', () => {
  const writing = (kind: string) => ({
    ...USUAL_WRITING,
    linkRule: { kind, marks: { source: '{network}', medium: 'social', campaign: '', term: '', content: '' } },
  })
  const link = 'https://lowlamp.example/lamps?x=1'

  it('carry campaign marks by the brand’s rule, or an account’s own', async () => {
    await nell.want('PUT', `${path}/writing`, { version: 1, writing: writing('marks') })
    await wishFor('Commonfire', { linkRule: { kind: 'plain', marks: writing('plain').linkRule.marks } })
    await lineUpSaved(nell, path, await saveNew(nell, path, await draftOf(nell, path, 'Marked', { link })))
    await playHours(nell, 30)
    expect((await world.posted('chatterbrook.example'))[0]!.text).toContain(
      `${link}&utm_source=chatterbrook&utm_medium=social`,
    )
    expect((await world.posted('commonfire.example'))[0]!.text.endsWith(link)).toBe(true)
    expect((await nell.ask('PUT', `${path}/writing`, { version: 1, writing: writing('plain') })).status).toBe(
      409,
    )
  })

  it('are short where wanted: they lead on, tell where, and count people only', async () => {
    await nell.want('PUT', `${path}/writing`, { version: 1, writing: writing('short') })
    const post = await saveNew(nell, path, await draftOf(nell, path, 'Short', { link }))
    const codes = Object.values(post.codes)
    expect(new Set(codes).size).toBe(2)
    for (const code of codes) expect(code).toMatch(/^[34679acdefghjkmnpqrtwxy]{6}$/)
    const { shortBase } = await nell.want<DeskContext>('GET', `${path}/desk`)
    const code = post.codes[post.doc.accounts[0]!.accountId]!
    // Nothing was sent with it yet, so it leads nowhere yet.
    expect((await world.nobody().ask('GET', `/r/${code}`)).status).toBe(404)
    await lineUpSaved(nell, path, post)
    await playHours(nell, 30)
    expect((await world.posted('chatterbrook.example'))[0]!.text).toContain(`${shortBase}${code}`)
    const target = `${link}&utm_source=chatterbrook&utm_medium=social`
    const visit = (headers: Record<string, string>) =>
      world.nobody().ask('GET', `/r/${code}`, undefined, headers)
    const person = { 'user-agent': 'Mozilla/5.0 (X11; Linux x86_64; rv:128.0) Gecko/20100101 Firefox/128.0' }
    const answer = await visit(person)
    expect([answer.status, answer.headers.get('location'), answer.headers.get('set-cookie')]).toEqual([
      302,
      target,
      null,
    ])
    await visit({ ...person, 'sec-purpose': 'prefetch' })
    await visit({ 'user-agent': 'Examplebot/1.0 (+https://bot.example)' })
    await visit(person)
    expect((await world.nobody().ask('GET', `/r/${code}/about`)).text).toContain(
      target.replace(/&/g, '&amp;'),
    )
    // Looks are stored in the order of their coming: with the last person's all of them are.
    const clicks = (): unknown =>
      (
        world.rows(`SELECT sum(clicks + repeats) AS n FROM short_clicks WHERE code = '${code}'`)[0] as {
          n: number
        }
      ).n
    await until('looks are stored', () => Promise.resolve((clicks() as number) >= 2))
    expect(clicks()).toBe(2)
    expect((await world.nobody().ask('GET', '/r/OOOOOO')).status).toBe(404)
  })

  it('are short for each sending by itself, and lead where they led after their post is gone', async () => {
    await nell.want('PUT', `${path}/writing`, { version: 1, writing: writing('short') })
    const wordings = [{ text: 'Said once', pictureId: null }, { text: 'Said again', pictureId: null }] // prettier-ignore
    const post = await saveNew(nell, path, { ...(await draftOf(nell, path, '', { link })), wordings })
    const { shortBase } = await nell.want<DeskContext>('GET', `${path}/desk`)
    const [chatterbrook] = post.doc.accounts
    await lineUpSaved(nell, path, post, [chatterbrook!.accountId], [], [{ after: { hours: 5 }, wording: 1 }])
    await playHours(nell, 30)
    const texts = (await world.posted('chatterbrook.example'))
      .map(({ text }) => text)
      .filter((text) => /^Said/.test(text))
    const codeIn = (message: string): string =>
      texts
        .find((text) => text.startsWith(message))!
        .split(shortBase!)[1]!
        .slice(0, 6)
    expect(codeIn('Said once')).toBe(post.codes[chatterbrook!.accountId])
    expect(codeIn('Said again')).not.toBe(codeIn('Said once'))
    const data = new Database(join(world.dataDir, 'quill.sqlite'))
    data.pragma('foreign_keys = ON')
    for (const table of ['deliveries', 'posts'])
      data.prepare(`DELETE FROM ${table} WHERE ${table === 'posts' ? 'id' : 'post_id'} = ?`).run(post.id)
    data.close()
    for (const message of ['Said once', 'Said again']) {
      const answer = await world.nobody().ask('GET', `/r/${codeIn(message)}`)
      expect([answer.status, answer.headers.get('location')]).toEqual([
        302,
        `${link}&utm_source=chatterbrook&utm_medium=social`,
      ])
    }
  })

  it('are looked at in the background: what answers, what moved, what is dead, and the page’s card', async () => {
    const look = (url: string): Promise<LinkPreview> =>
      nell.want<LinkPreview>('POST', `${path}/link-look`, { url })
    const { articles } = await (async () => {
      await nell.want('POST', `${path}/sources`, {
        feedUrl: 'https://lowlamp.example/feed.xml',
        label: 'L',
        folder: null,
        own: false,
      })
      return nell.want<WirePage>('GET', `${path}/articles`)
    })()
    const { url } = await nell.want<{ url: string }>('GET', `${path}/articles/${articles[0]!.id}`)
    const found = await look(url)
    expect([found.kind, (found.card?.title.length ?? 0) > 3]).toEqual(['ok', true])
    expect(await look('https://lowlamp.example/nothing-here')).toMatchObject({
      kind: 'dead',
      detail: expect.stringContaining('404') as string,
    })
    expect((await look('https://nowhere.invalid/')).kind).toBe('dead')
    expect((await look('http://127.0.0.1:1/private')).kind).not.toBe('ok')
  })
})

it('networks take what the proofs show: texts, boards, audiences, places of links', async () => {
  const four = await makeBrand(nell, [CHATTERBROOK, COMMONFIRE, GUILDHALL])
  path = four.path
  const doc = await draftOf(nell, path, 'In four places', {
    link: 'https://lowlamp.example/y',
    linkTitle: null,
  })
  const of = (name: string) => doc.accounts[['Chatterbrook', 'Commonfire', 'Guildhall'].indexOf(name)]!
  Object.assign(of('Commonfire'), { linkPlace: 'reply', audience: 'unlisted' })
  await lineUpSaved(nell, path, await saveNew(nell, path, doc))
  await playHours(nell, 30)
  const [, first] = await world.posted('commonfire.example')
  const [reply] = await world.posted('commonfire.example')
  expect([first!.text, first!.audience, reply!.text, reply!.replyTo]).toEqual([
    'In four places',
    'unlisted',
    'https://lowlamp.example/y',
    first!.id,
  ])
  const [guild] = await world.posted('guildhall.example')
  expect([guild!.text, guild!.link]).toEqual(['In four places', 'https://lowlamp.example/y'])
  expect((await world.posted('chatterbrook.example'))[0]!.text).toBe(
    'In four places\n\nhttps://lowlamp.example/y',
  )
})
