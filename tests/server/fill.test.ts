// Open slots filled in one step, over a whole server: what is proposed, what one changes, what is taken.
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import type { Clipping, ClippingsView } from '#shared/clippings/types'
import type { EvergreensView } from '#shared/evergreens/types'
import type { BrandView } from '#shared/people/types'
import type { Problem } from '#shared/platform/types'
import type { DeskView, PostView } from '#shared/posts/types'
import type { WirePage } from '#shared/reading/types'
import type { FillDone, FillSlotView, FillView } from '#shared/schedule/types'
import { CHATTERBROOK, draftOf, makeBrand, playHours, saveNew, scheduleOf, World } from '../support/world'
import { until, type Person } from '../support/person'

let world: World
let nell: Person
let path: string
let accountId: string

beforeEach(async () => {
  world = await World.again(world)
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, [CHATTERBROOK]))
  accountId = (await nell.want<BrandView>('GET', path)).accounts[0]!.id
})
afterAll(() => world.stop())

async function approved(text: string): Promise<PostView> {
  const post = await saveNew(nell, path, await draftOf(nell, path, text))
  await nell.want('POST', `${path}/posts/${post.id}/approve`, { version: post.version, note: '' })
  return post
}
async function evergreen(text: string, times: number | null = null): Promise<PostView> {
  const post = await saveNew(nell, path, {
    ...(await draftOf(nell, path, text)),
    wordings: [text, `${text}, said otherwise.`].map((one) => ({ text: one, pictureId: null })),
  })
  await nell.want('PUT', `${path}/evergreens/${post.id}`, {
    ...{ accountIds: [accountId], minDays: 30, until: null, times, version: post.version },
  })
  return post
}
async function playDays(days: number): Promise<void> {
  for (let left = days; left > 0; left -= 14) await playHours(nell, Math.min(left, 14) * 24)
}
/** An article kept, with a note of one's own. */
async function clip(note: string): Promise<Clipping> {
  await nell.want('POST', `${path}/sources`, {
    ...{ feedUrl: 'https://lowlamp.example/feed.xml', label: 'The Low Lamp', folder: null, own: false },
  })
  const [article] = await until('articles are there', async () => {
    const { articles } = await nell.want<WirePage>('GET', `${path}/articles?show=all`)
    return articles.length > 0 ? articles : undefined
  })
  await nell.want('PUT', `${path}/articles/${article!.id}/state`, { state: 'clipped' })
  const [{ id, version }] = (await nell.want<ClippingsView>('GET', `${path}/clippings`)).clippings as [
    Clipping,
  ]
  await nell.want('PATCH', `${path}/clippings/${id}`, { note, version })
  return (await nell.want<ClippingsView>('GET', `${path}/clippings`)).clippings[0]!
}

const ASK = { days: 3, kinds: ['draft', 'clipping', 'evergreen'], texts: [], choices: [] }
const propose = (more: Record<string, unknown> = {}): Promise<FillView> =>
  nell.want('POST', `${path}/open-slots/proposal`, { ...ASK, ...more })
const shown = ({ slots, candidates }: FillView): string[] =>
  slots.map(({ at, candidateId, isLeft, message }) => {
    const text = candidates.find(({ id }) => id === candidateId)?.text
    return `${at.slice(8, 13)} ${text ?? (isLeft ? 'left' : message)}`
  })
const picksOf = ({ slots }: FillView) =>
  slots
    .filter((slot): slot is FillSlotView & { candidateId: string } => slot.candidateId !== null)
    .map(({ accountId: account, at, candidateId }) => ({ accountId: account, at, candidateId }))
const bodyOf = (view: FillView, more: Record<string, unknown> = {}) => ({
  ...{ days: ASK.days, kinds: ASK.kinds, picks: picksOf(view), version: view.version },
  ...more,
})
const lined = async (): Promise<string[]> =>
  (await scheduleOf(nell, path)).cards.map(({ at, text }) => `${at.slice(8, 13)} ${text}`)

describe('filling open slots', () => {
  it('gives the post of a clipping the hashtags that its source’s folder lends', async () => {
    const { id: clippingId } = await clip('A note of one’s own.')
    const [source] = world.rows('SELECT id FROM sources') as { id: string }[]
    world.change(`INSERT INTO folders (id, brand_id, name, hashtags_json) VALUES ('f1', '${path.split('/').at(-1)}', 'Lamps', '["darksky"]');
      INSERT INTO source_folders (source_id, folder_id) VALUES ('${source!.id}', 'f1')`)
    const texts = [{ clippingId, text: 'A note of one’s own.' }]
    await nell.want('POST', `${path}/open-slots`, bodyOf(await propose(), { texts }))
    const [card] = (await scheduleOf(nell, path)).cards
    const { doc } = await nell.want<PostView>('GET', `${path}/posts/${card!.postId}`)
    expect(doc.hashtags).toEqual(['darksky'])
  })

  it('proposes approved posts, clippings with a note, then evergreens; as it was shown it is lined up, and undone as one', async () => {
    await evergreen('It comes round.')
    const { id: clippingId } = await clip('What the lamp says of us.')
    const draft = await approved('An approved one.')
    // Neither is approved.
    await saveNew(nell, path, await draftOf(nell, path, 'Still being written.'))

    const view = await propose()
    expect(shown(view).slice(0, 4)).toEqual([
      '02T10 An approved one.',
      '02T15 What the lamp says of us.',
      '03T10 It comes round.',
      '03T15 Nothing that may go here is waiting in line.',
    ])
    expect(view.candidates.map(({ kind, postId, clippingId: of }) => [kind, postId ?? of])).toEqual([
      ['draft', draft.id],
      ['clipping', clippingId],
      ['evergreen', expect.any(String)],
    ])
    const done = await nell.want<FillDone>('POST', `${path}/open-slots`, bodyOf(view, { texts: [{ clippingId, text: 'What the lamp says of us.' }] })) // prettier-ignore
    expect(done).toMatchObject({ count: 3, inReview: 0 })
    expect(await lined()).toEqual([
      '02T10 An approved one.',
      expect.stringMatching(/^02T15 What the lamp says of us\./),
      '03T10 It comes round.',
    ])
    // The note waits no longer, the evergreen stands in line, and nothing is left to propose.
    expect((await nell.want<ClippingsView>('GET', `${path}/clippings`)).clippings).toEqual([])
    expect((await propose()).candidates).toEqual([])
    const [pooled] = (await nell.want<EvergreensView>('GET', `${path}/evergreens`)).evergreens
    expect(pooled!.accounts[0]!.waits).toBe('in-line')

    await nell.want('POST', `${path}/undo`, { historyId: done.historyId })
    expect(await lined()).toEqual([])
    expect(shown(await propose())).toEqual(shown(view))
    const { rows } = await nell.want<DeskView>('GET', `${path}/posts`)
    expect(rows.map(({ text }) => text).toSorted()).toEqual(['An approved one.', 'Still being written.'])
  })

  it('is changed: a slot left open, another one in it, other words for a note, kinds left out', async () => {
    await approved('First.')
    const second = await approved('Second.')
    const { id: clippingId } = await clip('A note.')
    const view = await propose({
      texts: [{ clippingId, text: 'Written anew.' }],
      choices: [
        { accountId, at: '2027-03-02T10:00:00.000Z', candidateId: null },
        { accountId, at: '2027-03-02T15:00:00.000Z', candidateId: `draft:${second.id}:${accountId}` },
      ],
    })
    expect(shown(view).slice(0, 4)).toEqual([
      '02T10 left',
      '02T15 Second.',
      '03T10 First.',
      '03T15 Written anew.',
    ])
    await nell.want(
      'POST',
      `${path}/open-slots`,
      bodyOf(view, { texts: [{ clippingId, text: 'Written anew.' }] }),
    )
    expect(await lined()).toEqual([
      '02T15 Second.',
      '03T10 First.',
      expect.stringMatching(/^03T15 Written anew\./),
    ])
    expect((await propose({ kinds: ['draft'] })).candidates).toEqual([])
  })

  it('counts an evergreen lined up so as its showing: its next wording, one of its times, its rest', async () => {
    const post = await evergreen('Twice and no more.', 2)
    await nell.want('POST', `${path}/open-slots`, bodyOf(await propose()))
    await playDays(1)
    expect((await propose({ days: 14 })).slots.every(({ candidateId }) => candidateId === null)).toBe(true)
    await playDays(30)
    const again = await propose()
    expect(again.candidates.map(({ text, postId }) => [text, postId])).toEqual([
      ['Twice and no more., said otherwise.', post.id],
    ])
    await nell.want('POST', `${path}/open-slots`, bodyOf(again))
    await playDays(3)
    expect((await world.posted('chatterbrook.example')).map(({ text }) => text).toReversed()).toEqual([
      'Twice and no more.',
      'Twice and no more., said otherwise.',
    ])
    await playDays(31)
    expect((await propose()).candidates).toEqual([])
  })

  it('takes nothing that is no longer as it was shown', async () => {
    const post = await approved('Here for now.')
    const view = await propose()
    const taken = (body: unknown) => nell.ask<Problem>('POST', `${path}/open-slots`, body)
    const [pick] = picksOf(view)
    // Twice; into a slot there is none at; one that is nobody's.
    const wrong = [[pick, { ...pick!, at: '2027-03-03T10:00:00.000Z' }], [{ ...pick!, at: '2027-03-03T11:11:00.000Z' }], [{ ...pick!, candidateId: 'draft:nobody:nowhere' }]] // prettier-ignore
    for (const picks of wrong)
      expect((await taken(bodyOf(view, { picks }))).body.type).toBe('urn:clear-quill:planChanged')
    expect((await taken(bodyOf(view, { picks: [] }))).body.errors![0]!.message).toBe(
      'Choose at least one post.',
    )

    // It is written on meanwhile: nobody has approved that.
    await nell.want('PUT', `${path}/posts/${post.id}`, {
      version: post.version,
      doc: { ...post.doc, wordings: [{ text: 'Other words.', pictureId: null }] },
    })
    expect((await taken(bodyOf(view))).body.type).toBe('urn:clear-quill:planChanged')
    expect(await lined()).toEqual([])
  })

  it('proposes nothing that does not suit its account, and says why; what is too long is refused by name', async () => {
    const { id: clippingId } = await clip('Too long. '.repeat(60).trim())
    const view = await propose()
    expect(view.slots.every(({ candidateId }) => candidateId === null)).toBe(true)
    expect(view.candidates[0]!.problem).toMatch(/^Chatterbrook: 383 too many/)
    const short = await propose({ texts: [{ clippingId, text: 'Short.' }] })
    expect(picksOf(short)).toHaveLength(1)
    const { status } = await nell.ask('POST', `${path}/open-slots`, bodyOf(short))
    expect(status).toBe(409)
    expect(await lined()).toEqual([])
  })

  it('asks whoever must approve', async () => {
    const { pillars, accounts } = await nell.want<BrandView>('GET', path)
    const { version, name } = accounts[0]!
    await clip('Somebody else looks at it.')
    await nell.want('PATCH', `${path}/accounts/${accountId}`, {
      name,
      approver: 'someone-else',
      token: '',
      version,
    })
    expect(pillars.length).toBeGreaterThan(0)
    const done = await nell.want<FillDone>('POST', `${path}/open-slots`, bodyOf(await propose()))
    expect(done).toMatchObject({ count: 1, inReview: 1 })
    const [card] = (await scheduleOf(nell, path)).cards
    expect(card!.approval).toBe('in-review')
  })
})
