// Posts from a file, over a whole server: looked through, mended, lined up, taken back, written out again.
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import type { BatchRow, BatchRows, BatchView } from '#shared/batches/types'
import type { BrandView } from '#shared/people/types'
import type { Problem } from '#shared/platform/types'
import type { DeskView, PictureView, PostView } from '#shared/posts/types'
import {
  CHATTERBROOK,
  COMMONFIRE,
  draftOf,
  fourAccounts,
  lineUpText,
  makeBrand,
  playHours,
  saveNew,
  scheduleOf,
  World,
} from '../support/world'
import { until, type Person } from '../support/person'

/** Posts are lined up one after another, beside other tests. */
const PATIENCE_MS = 40_000

let world: World
let nell: Person
let path: string

beforeEach(async () => {
  world = await World.again(world)
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, [CHATTERBROOK, COMMONFIRE]))
})
afterAll(() => world.stop())

const HEADS = 'text,account,time,pillar,link'
const start = (text: string, more: Record<string, unknown> = {}): Promise<BatchView> =>
  nell.want('POST', `${path}/batches`, { name: 'posts.csv', text, pictures: [], ...more })
const viewOf = (id: string): Promise<BatchView> => nell.want('GET', `${path}/batches/${id}`)
const rowsOf = async (id: string, only = ''): Promise<BatchRow[]> =>
  (await nell.want<BatchRows>('GET', `${path}/batches/${id}/rows?only=${only}`)).rows
const edit = (id: string, position: number, change: Record<string, unknown>): Promise<BatchRow> =>
  nell.want('PATCH', `${path}/batches/${id}/rows`, { position, ...change })
async function settled(id: string): Promise<BatchView> {
  return until(
    'nothing is done with the file any more',
    async () => {
      const view = await viewOf(id)
      return view.state === 'ready' && view.counts.unchecked === 0 ? view : null
    },
    PATIENCE_MS,
  )
}
async function take(id: string): Promise<BatchView> {
  await nell.want('POST', `${path}/batches/${id}/take`, { version: (await viewOf(id)).version })
  return settled(id)
}
const lined = async (): Promise<string[]> =>
  (await scheduleOf(nell, path)).cards.map(({ at, text }) => `${at.slice(5, 16)} ${text}`)
const faults = (rows: BatchRow[]): string[] =>
  rows.flatMap(({ line, problems }) => problems.map(({ field, message }) => `${line} ${field}: ${message}`))

describe('a file of posts', () => {
  it('says of sixty rows where each goes and what is wrong with eight; mended, all are lined up', async () => {
    const rows = Array.from({ length: 60 }, (_, at) => [`Post ${at + 1}`, 'Chatterbrook', '', '', ''])
    rows[3]![1] = 'Chatterbrok'
    rows[7]![0] = ''
    rows[12]![2] = '2027-02-30 10:00'
    rows[18]![2] = '2027-03-01 10:00'
    rows[23]![3] = 'Weather'
    rows[31]![0] = 'so '.repeat(400)
    rows[40]![4] = 'paper dot example'
    rows[55]![2] = '4/3/2027 10:00'
    const view = await start([HEADS, ...rows.map((cells) => cells.join(','))].join('\n'))
    expect(view).toMatchObject({
      state: 'ready',
      counts: { total: 60, ready: 52, faulty: 8 },
      hasSlashes: true,
    })
    const wrong = await rowsOf(view.id, 'faulty')
    expect(faults(wrong).map((fault) => fault.replace(/: \d+ too many.*/, ': too long'))).toEqual([
      '5 account: There is no account “Chatterbrok”.',
      '9 text: It has no text.',
      '14 at: “2027-02-30 10:00” is no day of the calendar.',
      '20 at: Its time has passed.',
      '25 pillar: There is no pillar “Weather”.',
      '33 text: too long',
      '42 link: “paper dot example” is not a web address.',
      '57 at: “4/3/2027 10:00” may be read two ways; say whether the day or the month is first.',
    ])
    const mended = await edit(view.id, 3, { cells: { account: 'chatterbrook' } })
    expect(mended).toMatchObject({ state: 'ready', problems: [] })
    expect(mended.places[0]!.at).not.toBeNull()
    await edit(view.id, 7, { cells: { text: 'Post 8' } })
    await edit(view.id, 12, { cells: { at: '2027-03-03 12:30' } })
    await edit(view.id, 18, { cells: { at: '' } })
    await edit(view.id, 23, { cells: { pillar: '' } })
    await edit(view.id, 31, { isLeftOut: true })
    await edit(view.id, 40, { cells: { link: '' } })
    const { version, columns, usual } = await viewOf(view.id)
    await nell.want('PUT', `${path}/batches/${view.id}/reading`, {
      columns,
      usual,
      order: 'day-first',
      version,
    })
    const ready = await viewOf(view.id)
    expect(ready.counts).toMatchObject({ total: 60, ready: 59, faulty: 0, leftOut: 1 })
    const shown = (await rowsOf(view.id)).map(({ places }) => places[0]?.at)

    expect((await take(view.id)).counts).toMatchObject({ ready: 0, faulty: 0, leftOut: 1, taken: 59 })
    // The order of the file is the order of the line, and each stands where it was shown.
    const placed = new Map(
      (
        await nell.want<{ cards: { text: string; at: string }[] }>('GET', `${path}/schedule?days=31`)
      ).cards.map(({ text, at }) => [text, at]),
    )
    expect(placed.size).toBe(59)
    expect(Array.from({ length: 60 }, (_, at) => placed.get(`Post ${at + 1}`))).toEqual(shown)
    expect(placed.get('Post 13')).toBe('2027-03-03T12:30:00.000Z')
    expect(placed.get('Post 56')).toBe('2027-03-04T10:00:00.000Z')
  })

  it('is taken back as one, but for what went out', async () => {
    const { id } = await start(`${HEADS}\nOne,Chatterbrook,,,\nTwo,Chatterbrook,,,\nThree,Chatterbrook,,,`)
    await take(id)
    expect(await lined()).toEqual(['03-02T10:00 One', '03-02T15:00 Two', '03-03T10:00 Three'])
    await playHours(nell, 3)
    await until('the first went out', async () => (await world.posted('chatterbrook.example')).length > 0)
    await nell.want('POST', `${path}/batches/${id}/take-back`)
    const view = await settled(id)
    expect(view.counts).toMatchObject({ taken: 1, ready: 2 })
    expect((await rowsOf(id)).map(({ state }) => state)).toEqual(['gone-out', 'ready', 'ready'])
    expect((await lined()).map((one) => one.slice(12))).toEqual(['One'])
    // And once more into the line.
    expect((await take(id)).counts.taken).toBe(3)
    expect((await nell.want<DeskView>('GET', `${path}/posts`)).rows).toEqual([])
  })

  it('takes a row on all its accounts or not at all', async () => {
    // What stands against it is only seen as it is lined up: the network took the words an hour ago.
    const both = 'Chatterbrook; Commonfire'
    const { id } = await start(`text,accounts,time\nFor both,${both},\nAlone,Commonfire,2027-03-02 09:30`)
    world.change(`UPDATE accounts SET removed_at = 1 WHERE name = 'Commonfire'`)
    const view = await take(id)
    expect(view.counts).toMatchObject({ faulty: 2, taken: 0 })
    expect(faults(await rowsOf(id))).toEqual([
      '2 account: There is no account “Commonfire”.',
      '3 account: There is no account “Commonfire”.',
    ])
    expect(await lined()).toEqual([])
  })

  it('remembers how a brand’s file with the same heads was read', async () => {
    const text = 'Words of it;Where;Note\nA line;;x\nAnother;Commonfire;y'
    const first = await start(text)
    expect(first).toMatchObject({ columns: {}, heads: ['Words of it', 'Where', 'Note'], samples: ['A line', 'Commonfire', 'x'] }) // prettier-ignore
    const reading = {
      columns: { text: 0, account: 1 },
      order: null,
      usual: { account: 'Chatterbrook', pillar: '' },
    }
    const set = (body: object) => nell.ask<Problem>('PUT', `${path}/batches/${first.id}/reading`, body)
    expect((await set({ ...reading, version: first.version + 7 })).status).toBe(409)
    const twice = await set({ ...reading, columns: { text: 0, account: 0 }, version: first.version })
    expect(twice.body.title).toBe('One column for two things')
    expect((await set({ ...reading, columns: { words: 0 }, version: first.version })).status).toBe(422)
    expect((await set({ ...reading, version: first.version })).status).toBe(200)
    const names = (await rowsOf(first.id)).map(({ cells, state }) => `${cells.account} ${state}`)
    expect(names).toEqual(['Chatterbrook ready', 'Commonfire ready'])
    const second = await start(text.replace('A line', 'A third'))
    expect(second).toMatchObject({ columns: reading.columns, usual: reading.usual, counts: { ready: 2 } })
  })

  it('has pictures by name and by address; an address that keeps silent holds up its own file alone', async () => {
    const content = await (
      await fetch(`${world.standins.url}/sites/bellhaven.example/pictures/tower.png`)
    ).arrayBuffer()
    const tower = (await nell.upload<PictureView>(`${path}/pictures`, new Uint8Array(content), 'tower.png'))
      .body
    await world.fault('slow.faulty.example', 'silent')
    const heads = 'text,account,picture,picture description'
    const slow = await start(`${heads}\nWaits,Chatterbrook,https://slow.faulty.example/a.png,A`)
    expect(slow).toMatchObject({ state: 'checking', counts: { unchecked: 1 } })
    const { id } = await start(
      [
        heads,
        'By name,Chatterbrook,Tower.png,The tower',
        'By address,Chatterbrook,https://bellhaven.example/pictures/tower.png,The tower',
        'Missing,Chatterbrook,moon.png,The moon',
        'Not there,Chatterbrook,https://nowhere.example/none.png,Nothing',
      ].join('\n'),
      { pictures: [{ name: 'tower.png', id: tower.id }] },
    )
    expect((await settled(id)).counts).toMatchObject({ ready: 2, faulty: 2 })
    expect(faults(await rowsOf(id))).toEqual([
      '4 picture: No picture “moon.png” came with the file.',
      '5 picture: No picture could be fetched from “https://nowhere.example/none.png”.',
    ])
    await nell.want('POST', `${path}/batches/${id}/pictures`, {
      pictures: [{ name: 'moon.png', id: tower.id }],
    })
    expect((await settled(id)).counts).toMatchObject({ ready: 3, faulty: 1 })
    expect((await take(id)).counts.taken).toBe(3)
    const [row] = await rowsOf(id, 'taken')
    const post = await nell.want<PostView>('GET', `${path}/posts/${row!.postId}`)
    expect(post.doc.pictures).toEqual([{ id: tower.id, description: 'The tower', focus: { x: 0.5, y: 0.5 } }])
    expect((await viewOf(slow.id)).counts.unchecked).toBe(1)
  })

  it('goes on after the power was cut, each row lined up once', async () => {
    const rows = Array.from({ length: 50 }, (_, at) => `Post ${at + 1},Chatterbrook,,,`)
    const { id, version } = await start([HEADS, ...rows].join('\n'))
    await nell.want('POST', `${path}/batches/${id}/take`, { version })
    await until('some are lined up', async () => (await viewOf(id)).counts.taken > 0)
    await world.kill()
    await world.restart()
    expect((await settled(id)).counts).toMatchObject({ taken: 50, faulty: 0 })
    const texts = world.rows(
      `SELECT wordings.text FROM lines JOIN wordings ON wordings.post_id = lines.post_id ORDER BY lines.position`,
    ) as { text: string }[]
    expect(texts.map(({ text }) => text)).toEqual(rows.map((row) => row.split(',')[0]))
  })

  it('is stopped; what is lined up by then stays, and the rest can be', async () => {
    const rows = Array.from({ length: 60 }, (_, at) => `Post ${at + 1},Chatterbrook,,,`)
    const { id, version } = await start([HEADS, ...rows].join('\n'))
    await nell.want('POST', `${path}/batches/${id}/take`, { version })
    const during = await nell.ask<Problem>('PATCH', `${path}/batches/${id}/rows`, { position: 0, cells: {} })
    expect(during.body.title).toBe('It is being worked on')
    await until('some are lined up', async () => (await viewOf(id)).counts.taken > 0)
    await nell.want('POST', `${path}/batches/${id}/stop`)
    const { counts } = await settled(id)
    expect(counts.taken + counts.ready).toBe(60)
    const edited = await nell.ask<Problem>('PATCH', `${path}/batches/${id}/rows`, { position: 0, cells: {} })
    expect(edited.body.title).toBe('Lined up already')
    expect((await take(id)).counts.taken).toBe(60)
  })

  it('refuses what is no file of posts, or no longer what was looked at', async () => {
    const none = await nell.ask<Problem>('POST', `${path}/batches`, {
      name: 'x',
      text: 'text,account\n',
      pictures: [],
    })
    expect(none).toMatchObject({ status: 422, body: { title: 'No posts in this file' } })
    const { id, version } = await start(`${HEADS}\nOne,Chatterbrook,,,`)
    await edit(id, 0, { cells: { text: 'Other words' } })
    const stale = await nell.ask<Problem>('POST', `${path}/batches/${id}/take`, { version })
    expect(stale).toMatchObject({ status: 409, body: { title: 'Changed in the meantime' } })
    await edit(id, 0, { isLeftOut: true })
    const nothing = await nell.ask<Problem>('POST', `${path}/batches/${id}/take`, { version: version + 2 })
    expect(nothing.body.title).toBe('Nothing is ready')
    const bento = await world.bento()
    expect((await bento.ask('GET', `${path}/batches/${id}`)).status).toBe(404)
    const { historyId } = await nell.want<{ historyId: string }>('DELETE', `${path}/batches/${id}`)
    expect((await nell.ask('GET', `${path}/batches/${id}`)).status).toBe(404)
    await nell.want('POST', `${path}/undo`, { historyId })
    expect(await viewOf(id)).toMatchObject({ counts: { leftOut: 1 } })
  })

  it('keeps quotes that are never closed, formulas and a mark at the beginning from doing harm', async () => {
    const open = await start(`\ufefftext,account\n"Never closed,Chatterbrook\nMore,Chatterbrook`)
    expect(open.counts).toMatchObject({ total: 1, faulty: 1 })
    const guarded = await start(`text;account\n'=1+1;Chatterbrook\n=1+1;Commonfire`)
    expect((await rowsOf(guarded.id)).map(({ cells }) => cells.text)).toEqual(['=1+1', '=1+1'])
  })

  it('warns of what stands in line already, and of the same twice', async () => {
    await lineUpText(nell, path, 'Known words')
    const { id, counts } = await start(`${HEADS}\nknown  WORDS,Chatterbrook,,,\nNew,Chatterbrook,,,\nNew,Chatterbrook,,,`) // prettier-ignore
    expect(counts.ready).toBe(3)
    expect((await rowsOf(id)).map(({ warnings }) => warnings)).toEqual([
      ['A post with these words is in line for Chatterbrook already.'],
      [],
      ['The same words go to the same account in row 3.'],
    ])
  })

  it('writes what is lined up as a file that brings the same posts', async () => {
    await nell.want(
      'PUT',
      `${path}/posts/${(await saveNew(nell, path, await draftOf(nell, path, 'x'))).id}`,
      {
        ...{ version: 1, doc: await draftOf(nell, path, 'x') },
      },
    )
    const first = await start(
      `${HEADS},hashtags,wording 2\n"One, ""two""\nlines",Chatterbrook,2027-03-05 08:15,,https://paper.example/a,#lamps,Else\nNext,Chatterbrook; Commonfire,,,,,`,
    )
    await take(first.id)
    const file = await nell.ask('GET', `${path}/batches/posts`)
    expect(file.headers.get('content-type')).toBe('text/csv; charset=utf-8')
    const before = (await lined()).toSorted()
    await nell.want('POST', `${path}/batches/${first.id}/take-back`)
    await settled(first.id)
    expect(await lined()).toEqual([])
    const again = await start(file.text)
    expect(again.counts).toMatchObject({ total: 3, ready: 3 })
    await take(again.id)
    expect((await lined()).toSorted()).toEqual(before)
    const [row] = await rowsOf(again.id)
    const { doc } = await nell.want<PostView>('GET', `${path}/posts/${row!.postId}`)
    expect(doc).toMatchObject({ link: 'https://paper.example/a', hashtags: ['lamps'] })
    expect(doc.wordings.map(({ text }) => text)).toEqual(['One, "two"\nlines', 'Else'])
  })

  it('gives a file to begin with, of which every row can be lined up', async () => {
    const { text } = await nell.ask('GET', `${path}/batches/sample`)
    expect((await start(text)).counts).toMatchObject({ total: 3, ready: 3 })
  })
})

it('lines up in review what somebody else must approve', async () => {
  ;({ path } = await fourAccounts(world))
  const names = (await nell.want<BrandView>('GET', path)).accounts.map(({ name }) => name)
  expect(names).toContain('Mantel')
  const { id } = await start('text,account\nOne,Chatterbrook\nTwo,Chatterbrook; Commonfire')
  expect((await take(id)).counts.taken).toBe(2)
  const { cards } = await scheduleOf(nell, path)
  expect(new Set(cards.map(({ approval }) => approval))).toEqual(new Set(['approved']))
})
