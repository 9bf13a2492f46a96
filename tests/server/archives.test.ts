// A whole brand out and in again: into an installation that knows nothing of it, and beside itself. What comes
// out of the copy is what came out of the brand, but for ids; nothing of it goes out by itself.
import { Ajv2020 } from 'ajv/dist/2020.js'
import {
  TextReader,
  TextWriter,
  Uint8ArrayReader,
  Uint8ArrayWriter,
  ZipReader,
  ZipWriter,
} from '@zip.js/zip.js'
import sharp from 'sharp'
import { v7 as uuid } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { ArchiveView } from '#shared/archives/types'
import type { Manifest } from '#shared/archives/format'
import { KINDS } from '#shared/networks/described'
import type { BrandView, Me } from '#shared/people/types'
import type { PictureView } from '#shared/posts/types'
import { USUAL_WRITING } from '#shared/posts/docs'
import type { WirePage } from '#shared/reading/types'
import schema from '../../docs/archive.schema.json'
import { FIREFOX } from '../support/browsers'
import {
  CHATTERBROOK,
  COMMONFIRE,
  draftOf,
  lineUpSaved,
  lineUpText,
  makeBrand,
  playHours,
  saveNew,
  scheduleOf,
  World,
} from '../support/world'
import { until, type Person } from '../support/person'

let world: World
let nell: Person
let path: string
let archive: Uint8Array<ArrayBuffer>

type Row = Record<string, unknown>
interface Contents {
  manifest: Manifest
  /** Rows of each table. */
  tables: Map<string, Row[]>
  /** Contents of pictures, by their file. */
  pictures: Map<string, Buffer>
}

async function taken(person: Person, brand: string): Promise<Uint8Array<ArrayBuffer>> {
  const answer = await fetch(`${person.url}${brand}/archive`, { headers: { cookie: person.cookie } })
  expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/zip'])
  return new Uint8Array(await answer.arrayBuffer())
}
async function contentsOf(bytes: Uint8Array): Promise<Contents> {
  const files = new Map<string, Uint8Array>()
  for (const entry of await new ZipReader(new Uint8ArrayReader(bytes)).getEntries())
    if (!entry.directory) files.set(entry.filename, await entry.getData(new Uint8ArrayWriter()))
  const json = (name: string): unknown => JSON.parse(Buffer.from(files.get(name)!).toString('utf8'))
  const manifest = json('archive.json') as Manifest
  const tables = new Map<string, Row[]>()
  for (const { table, file, rows } of manifest.parts) {
    const part = json(file) as Row[]
    expect(part).toHaveLength(rows)
    tables.set(table, [...(tables.get(table) ?? []), ...part])
  }
  const pictures = [...files].filter(([name]) => name.startsWith('pictures/'))
  return {
    manifest,
    tables,
    pictures: new Map(pictures.map(([name, content]) => [name, Buffer.from(content)])),
  }
}
/** The same files with some of them in another way. */
async function changed(bytes: Uint8Array, change: (name: string, text: string) => string | null) {
  const zip = new ZipWriter(new Uint8ArrayWriter())
  for (const entry of await new ZipReader(new Uint8ArrayReader(bytes)).getEntries()) {
    if (entry.directory) continue
    const isText = entry.filename.endsWith('.json')
    const text = isText ? change(entry.filename, await entry.getData(new TextWriter())) : ''
    if (text === null) continue
    if (isText) await zip.add(entry.filename, new TextReader(text))
    else await zip.add(entry.filename, new Uint8ArrayReader(await entry.getData(new Uint8ArrayWriter())))
  }
  return zip.close()
}

async function bring(person: Person, bytes: Uint8Array, name = 'brand.zip') {
  const answer = await fetch(`${person.url}/api/archives?name=${encodeURIComponent(name)}`, {
    method: 'POST',
    headers: { cookie: person.cookie, 'content-type': 'application/zip' },
    body: new Uint8Array(bytes),
  })
  return { status: answer.status, body: (await answer.json()) as ArchiveView & { type?: string } }
}
const settled = (person: Person, id: string): Promise<ArchiveView> =>
  until(
    'the archive is read',
    async () => {
      const known = await person.want<ArchiveView[]>('GET', '/api/archives')
      return known.find((one) => one.id === id && one.state !== 'reading')
    },
    40_000,
  )
async function brought(person: Person, bytes: Uint8Array): Promise<ArchiveView> {
  const { status, body } = await bring(person, bytes)
  expect([status, body.type]).toEqual([200, undefined])
  return settled(person, body.id)
}

const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/
/** Columns whose values are made anew besides ids. */
const ANEW = new Set(['code', 'key'])
const isAnew = (name: string, value: unknown): value is string =>
  typeof value === 'string' && (UUID.test(value) || ANEW.has(name))

/** A row as text, each id in it said by what `said` makes of it. */
function rowText(row: unknown, said: (id: string) => string): string {
  const inner = (name: string, value: unknown): unknown => {
    if (isAnew(name, value)) return said(value)
    if (Array.isArray(value)) return value.map((one) => inner('', one))
    if (typeof value !== 'object' || value === null) return value
    return Object.fromEntries(
      Object.entries(value).map(([key, one]) => [UUID.test(key) ? said(key) : key, inner(key, one)]),
    )
  }
  return JSON.stringify(inner('', row))
}

/**
 * An archive's rows with each id in it told by where it stands and beside what (colour refinement), so that
 * two archives can be compared whatever their ids are.
 */
function canonical({ tables }: Contents): Record<string, string[]> {
  let colours = new Map<string, string>()
  const said = (id: string): string => `<${colours.get(id) ?? 'id'}>`
  for (let round = 0; round < 5; round++) {
    const seen = new Map<string, string[]>()
    for (const [table, rows] of tables)
      for (const row of rows) {
        const text = rowText(row, said)
        for (const [name, value] of Object.entries(row))
          if (isAnew(name, value)) seen.set(value, [...(seen.get(value) ?? []), `${table}.${name} ${text}`])
      }
    const numbers = new Map(
      [...new Set([...seen.values()].map((all) => all.toSorted().join('\n')))]
        .toSorted()
        .map((text, at) => [text, String(at)]),
    )
    colours = new Map([...seen].map(([id, all]) => [id, numbers.get(all.toSorted().join('\n'))!]))
  }
  return Object.fromEntries(
    [...tables].map(([table, rows]) => [table, rows.map((row) => rowText(row, said)).toSorted()]),
  )
}

async function fillBrand(): Promise<void> {
  const first = await nell.want<BrandView>('GET', path)
  const pillarId = first.pillars[0]!.id
  await nell.want('PUT', `${path}/writing`, {
    version: 1,
    writing: { ...USUAL_WRITING, linkRule: { ...USUAL_WRITING.linkRule, kind: 'short' } },
  })
  const source = {
    feedUrl: 'https://lowlamp.example/feed.xml',
    label: 'The Low Lamp',
    folder: 'Papers',
    own: false,
  }
  await nell.want('POST', `${path}/sources`, source)
  const { articles } = await until('articles are there', async () => {
    const page = await nell.want<WirePage>('GET', `${path}/articles`)
    return page.articles.length > 3 ? page : null
  })
  const [clipped, read] = articles
  await nell.want('PUT', `${path}/tags/articles`, { ids: [read!.id], add: ['Law'], remove: [] })
  await nell.want('POST', `${path}/watches`, { name: 'Lamps', query: 'lamp*', tags: ['Light'] })
  await nell.want('PUT', `${path}/articles/states`, { ids: [clipped!.id], state: 'clipped' })
  const captured = uuid()
  await nell.want('PUT', `/api/capture/${captured}`, {
    way: 'extension',
    url: 'https://bellhaven.example/owls',
    html: `<title>Owls</title><article><h1>Owls</h1><p>${'Of owls at night. '.repeat(30)}</p></article>`,
  })
  await nell.want('POST', `${path}/captures/${captured}/clip`, {
    folder: 'Night',
    tags: ['Birds'],
    note: 'later',
  })
  const content = await sharp({ create: { width: 640, height: 400, channels: 3, background: '#345' } })
    .jpeg()
    .toBuffer()
  const { body: picture } = await nell.upload<PictureView>(`${path}/pictures`, content, 'lamp.jpg')
  const pictures = [{ id: picture.id, description: 'A lamp', focus: { x: 0.5, y: 0.5 } }]
  const post = await saveNew(nell, path, {
    ...(await draftOf(nell, path, 'A lamp by the lane')),
    pictures: pictures as never,
    pillarId,
  })
  await lineUpSaved(nell, path, post)
  await lineUpText(nell, path, 'Read this of lamps', {
    link: 'https://lowlamp.example/lamps',
    articleId: clipped!.id,
  } as never)
  await saveNew(
    nell,
    path,
    await draftOf(nell, path, 'Only a draft', {
      tags: ['Spring'],
      wordings: [
        { text: 'One way', pictureId: null },
        { text: 'Another way', pictureId: null },
      ],
    }),
  )
  const evergreen = await saveNew(nell, path, { ...(await draftOf(nell, path, 'It comes again')), pillarId })
  await nell.want('PUT', `${path}/evergreens/${evergreen.id}`, {
    ...{
      accountIds: [first.accounts[0]!.id],
      minDays: 7,
      until: null,
      times: null,
      version: evergreen.version,
    },
  })
  await playHours(nell, 5 * 24)
  const { cards } = await nell.want<{ cards: { deliveryId: string | null }[] }>(
    'GET',
    `${path}/schedule?from=2027-03-02&days=9`,
  )
  for (const { deliveryId } of cards) {
    if (!deliveryId) continue
    const { body } = await nell.ask<{ code?: string } | null>('GET', `${path}/deliveries/${deliveryId}/link`)
    if (body?.code) await world.nobody().ask('GET', `/r/${body.code}`, undefined, { 'user-agent': FIREFOX })
  }
  await until('the click is stored', async () =>
    Promise.resolve(world.rows('SELECT * FROM short_clicks').length > 0),
  )
  await nell
    .want('POST', `${path}/networks`, { ...KINDS.notes, name: 'The village wall', opensAt: '' })
    .then(async (network) =>
      nell.want('POST', `${path}/accounts/by-hand`, {
        ...{ networkId: (network as { id: string }).id, handle: '@hollow', pageUrl: '', slots: [] },
      }),
    )
  await nell.want('POST', `${path}/reports`, {
    ...{ title: 'March', from: '2027-03-01', to: '2027-03-31', opening: 'Dear council', parts: ['posts'] },
  })
  const campaign = {
    name: 'Lamps out',
    from: '2027-03-01',
    words: 'lamps',
    ink: 2,
    accountIds: [first.accounts[0]!.id],
  }
  const { id: campaignId } = await nell.want<{ id: string }>('POST', `${path}/campaigns`, campaign)
  await lineUpText(nell, path, 'Still in line', { campaignId })
}

beforeAll(async () => {
  world = await World.start({ QUILL_RESPONSES: 'on' })
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, [CHATTERBROOK, COMMONFIRE]))
  await fillBrand()
  archive = await taken(nell, path)
}, 120_000)
afterAll(async () => {
  await world?.stop()
})

describe('an archive of a brand', () => {
  it('holds all that is the brand’s, as its schema says, and no secret', async () => {
    const { manifest, tables, pictures } = await contentsOf(archive)
    const ajv = new Ajv2020({ strict: false, validateFormats: false })
    const isManifest = ajv.compile(schema)
    expect([isManifest(manifest), isManifest.errors]).toEqual([true, null])
    for (const [table, rows] of tables) {
      const isRow = ajv.compile({ $ref: `#/$defs/${table}`, $defs: schema.$defs })
      for (const row of rows) expect([table, isRow(row), isRow.errors]).toEqual([table, true, null])
    }
    expect([...tables.keys()]).toEqual(
      expect.arrayContaining([
        ...['brands', 'pillars', 'accounts', 'slots', 'tags', 'folders', 'feeds', 'sources', 'watches'],
        ...['articles', 'article_states', 'article_tags', 'watch_marks', 'clippings', 'clipping_contents'],
        ...['pictures', 'posts', 'wordings', 'proofs', 'post_pictures', 'evergreens', 'lines', 'short_links'],
        ...[
          'short_clicks',
          'deliveries',
          'delivery_events',
          'sent_posts',
          'reports',
          'described_networks',
          'campaigns',
        ],
      ]),
    )
    expect(tables.get('brands')).toEqual([expect.objectContaining({ name: 'A brand', zone: 'UTC' })])
    const picture = tables.get('pictures')![0]!
    expect(pictures.get(`pictures/pictures/${String(picture['id'])}`)!.length).toBe(picture['bytes'])
    const text = JSON.stringify([...tables])
    expect(text).not.toContain(CHATTERBROOK.token)
    for (const column of ['token_sealed', 'session_sealed', 'feed_nonce', 'nonce', 'telling_json'])
      expect(text).not.toContain(`"${column}"`)
  })

  it('is the same after it went into an installation that knows nothing of it, and out again', async () => {
    const elsewhere = await World.start({ QUILL_RESPONSES: 'on' })
    try {
      const person = await elsewhere.nell()
      const read = await brought(person, archive)
      expect(read).toMatchObject({
        state: 'ended',
        brandName: 'A brand',
        leftOut: 0,
        faults: [],
        message: '',
      })
      expect(read.stored).toBe(read.total)
      const again = await contentsOf(await taken(person, `/api/brands/${read.brandId}`))
      const first = await contentsOf(archive)
      expect(canonical(again)).toEqual(canonical(first))
      // It tells what hangs together with what: one post in another's pillar is another brand.
      const [post, ...posts] = again.tables.get('posts')!
      const other = posts.find((one) => one['pillar_id'] !== post!['pillar_id'])!
      ;[post!['pillar_id'], other['pillar_id']] = [other['pillar_id'], post!['pillar_id']]
      expect(canonical(again)).not.toEqual(canonical(first))
      const bytes = ({ pictures }: Contents) =>
        [...pictures.values()].map((one) => one.toString('base64')).toSorted()
      expect(bytes(again)).toEqual(bytes(first))
      const ids = [...first.tables.values()].flat().flatMap(({ id }) => (id ? String(id) : []))
      const anew = JSON.stringify([...again.tables])
      expect(ids.filter((id) => anew.includes(id))).toEqual([])
    } finally {
      await elsewhere.stop()
    }
  }, 90_000)

  it('comes back beside its brand: on hold, its accounts signed out, its history told, nothing sent', async () => {
    const sent = (await world.posted('chatterbrook.example')).length
    const read = await brought(nell, archive)
    expect(read).toMatchObject({ state: 'ended', brandName: 'A brand (2)', leftOut: 0 })
    const copy = `/api/brands/${read.brandId}`
    const view = await nell.want<BrandView>('GET', copy)
    expect(view.role).toBe('owner')
    expect(view.brand.name).toBe('A brand (2)')
    expect(view.brand.hold?.reason).toContain('It came from an archive.')
    expect(view.accounts.map(({ name, trouble }) => [name, trouble])).toEqual([
      ['Chatterbrook', 'Archives hold no sign-ins. Connect it again to post there.'],
      ['Commonfire', 'Archives hold no sign-ins. Connect it again to post there.'],
      ['The village wall', null],
    ])
    const { brands } = await nell.want<Me>('GET', '/api/me')
    // Behind those there were, so that it is not what opens first.
    expect(brands.at(-1)!.id).toBe(read.brandId)
    await playHours(nell, 3 * 24)
    const before = await scheduleOf(nell, copy)
    expect(before.cards.filter(({ text }) => text === 'Still in line')).not.toHaveLength(0)
    const all = await world.posted('chatterbrook.example')
    // The brand itself goes on; its copy sent nothing.
    expect(all.length - sent).toBeLessThanOrEqual(2)
    expect(
      world.rows(
        `SELECT state FROM deliveries WHERE brand_id = '${read.brandId}' AND state IN ('planned', 'sending', 'waiting')`,
      ),
    ).toEqual([])
    // What its short links lead to is found by their new codes.
    const codes = world.rows(`SELECT code, target FROM short_links WHERE brand_id = '${read.brandId}'`)
    const { code, target } = codes.find((row) => (row as { target: string | null }).target !== null) as {
      code: string
      target: string
    }
    const led = await world.nobody().ask('GET', `/r/${code}`, undefined, { 'user-agent': FIREFOX })
    expect([led.status, led.headers.get('location')]).toEqual([302, target])
    await nell.want('GET', `${copy}/desk`)
    await nell.want('GET', `${copy}/results`)
    const { reports } = await nell.want<{ reports: { address: string | null }[] }>('GET', `${copy}/reports`)
    expect((await fetch(`${world.server.url}${reports[0]!.address}`)).status).toBe(200)
    expect(canonical(await contentsOf(await taken(nell, copy))).clippings).toHaveLength(2)
  }, 60_000)
})

describe('what is no archive, or not whole', () => {
  const zipOf = async (files: Record<string, string>): Promise<Uint8Array> => {
    const zip = new ZipWriter(new Uint8ArrayWriter())
    for (const [name, text] of Object.entries(files)) await zip.add(name, new TextReader(text))
    return zip.close()
  }

  it('is refused at once, with why', async () => {
    const { manifest } = await contentsOf(archive)
    const refused = async (bytes: Uint8Array): Promise<string> => (await bring(nell, bytes)).body.type!
    expect(await refused(Buffer.from('no zip'))).toBe('urn:clear-quill:noArchive')
    expect(await refused(archive.subarray(0, archive.length / 2))).toBe('urn:clear-quill:noArchive')
    expect(await refused(await zipOf({ 'a.txt': 'x' }))).toBe('urn:clear-quill:noArchive')
    expect(await refused(await zipOf({ 'archive.json': '{"format":"other"}' }))).toBe(
      'urn:clear-quill:noArchive',
    )
    const newer = JSON.stringify({ ...manifest, version: manifest.version + 1 })
    expect(await refused(await zipOf({ 'archive.json': newer }))).toBe('urn:clear-quill:newerArchive')
    const bento = await world.bento()
    world.change(`UPDATE people SET founds = 0 WHERE id = '${world.ids.bento}'`)
    expect((await bring(bento, archive)).body.type).toBe('urn:clear-quill:mayNotFound')
    await nell.want('POST', `${path}/members`, { personId: world.ids.bento, role: 'curator' })
    expect((await bento.ask('GET', `${path}/archive`)).status).toBe(403)
  })

  it('makes no brand where the brand itself is wrong, or nothing of it is there', async () => {
    const { brands } = await nell.want<Me>('GET', '/api/me')
    const zoneless = await changed(archive, (name, text) =>
      name.startsWith('rows/brands') ? text.replace('"zone":"UTC"', '"zone":"Nowhere/At_all"') : text,
    )
    const read = await brought(nell, zoneless)
    expect(read).toMatchObject({ state: 'failed', stored: 0 })
    expect(read.message).toContain('What it says of the brand itself can’t be read')
    const { manifest } = await contentsOf(archive)
    const empty = await brought(
      nell,
      await zipOf({ 'archive.json': JSON.stringify({ ...manifest, parts: [] }) }),
    )
    expect(empty.state).toBe('failed')
    expect((await nell.want<Me>('GET', '/api/me')).brands).toHaveLength(brands.length)
  })

  it('is read as far as it goes: rows that are wrong, name nothing or are there twice are told', async () => {
    const evil = await changed(archive, (name, text) => {
      if (name.startsWith('rows/slots')) return text.replace('"weekday":1', '"weekday":9')
      if (name.startsWith('rows/tags'))
        return text.replace('[\n', `[\n${text.split('\n')[1]!.replace(/,$/, '')},\n`)
      if (name.startsWith('rows/clipping_contents')) return '[{'
      if (name.startsWith('rows/pictures')) return text.replace(/"id":"[^"]*"/, `"id":"${uuid()}"`)
      if (name.startsWith('rows/articles')) return text.replace(/"guid":"/g, '"guid":"forged-')
      return name.startsWith('rows/proofs') ? null : text
    })
    const articles = (): number => world.rows('SELECT id FROM articles').length
    const { tables } = await contentsOf(archive)
    const before = articles()
    const read = await brought(nell, evil)
    expect(read.state).toBe('ended')
    const told = read.faults.map(
      ({ file, row, column }) => `${file.replace(/-\d+\.json/, '')} ${row} ${column}`,
    )
    expect(told).toEqual(
      expect.arrayContaining([
        'rows/slots 1 weekday',
        expect.stringMatching(/^rows\/tags \d /),
        'rows/clipping_contents 1 ',
        'rows/pictures 1 content',
        'rows/articles 1 feed_id',
        'rows/post_pictures 1 picture_id',
        'rows/proofs 1 ',
      ]),
    )
    expect(read.stored + read.leftOut).toBe(read.total + 1)
    // A feed that others read too holds what it brought, whatever an archive says of it.
    expect(articles()).toBe(before)
    const pages = world.rows(`SELECT title FROM clipping_contents WHERE brand_id = '${read.brandId}'`)
    const clipped = tables.get('articles')!.map(({ title }) => ({ title }))
    expect(pages).toHaveLength(1)
    expect(clipped).toContainEqual(pages[0])
    await nell.want('GET', `/api/brands/${read.brandId}/desk`)
    await scheduleOf(nell, `/api/brands/${read.brandId}`)
  })

  it('goes on where it was after a kill, and is seen by nobody once it is stopped', async () => {
    const { body } = await bring(nell, archive)
    await world.kill()
    await world.restart()
    const read = await settled(nell, body.id)
    expect(read).toMatchObject({ state: 'ended', leftOut: 0 })
    expect(read.stored).toBe(read.total)
    world.change(
      `UPDATE archives SET state = 'reading', ended_at = NULL, done = 3, brand_id = '${uuid()}' WHERE id = '${body.id}'`,
    )
    const gone = await settled(nell, body.id)
    expect([gone.state, gone.message]).toEqual(['failed', 'Its file is no longer on the server.'])
    const { brands } = await nell.want<Me>('GET', '/api/me')
    const second = await bring(nell, archive)
    const stopped = await nell.want<ArchiveView>('POST', `/api/archives/${second.body.id}/stop`)
    if (stopped.state === 'stopped')
      expect((await nell.want<Me>('GET', '/api/me')).brands).toHaveLength(brands.length)
    const bento = await world.bento()
    expect((await bento.ask('POST', `/api/archives/${second.body.id}/stop`)).status).toBe(404)
  })
})
