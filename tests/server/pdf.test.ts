// PDFs from outside, by file and by address: what is read of them, and that none makes anybody wait.
import { readFileSync } from 'node:fs'
import { deflateSync } from 'node:zlib'
import { v7 as uuid } from 'uuid'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { CapturedClipping, CaptureView, TakenCapture } from '#shared/capture/types'
import type { ClippingDetail, ClippingsView } from '#shared/clippings/types'
import { pdfOf } from '../../standins/pdf'
import type { Person } from '../support/person'
import { CHATTERBROOK, makeBrand, World } from '../support/world'

let world: World
let nell: Person
let path: string
const HOST = 'https://bellhaven.example'

beforeAll(async () => {
  world = await World.start({ QUILL_PATIENCE_SECONDS: '3' })
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, [CHATTERBROOK]))
})
afterAll(() => world.stop())

async function take(bytes: Uint8Array, name = 'Report.pdf'): Promise<CaptureView> {
  const id = uuid()
  const at = `${path}/captures/${id}/pdf?name=${encodeURIComponent(name)}`
  const taken = await nell.upload<TakenCapture>(at, bytes, name, 'PUT')
  expect(taken.status).toBe(200)
  return nell.want('GET', `${path}/captures/${id}`)
}
async function look(url: string): Promise<CaptureView> {
  const id = uuid()
  await nell.want('PUT', `/api/capture/${id}`, { way: 'address', url })
  return nell.want('POST', `${path}/captures/${id}/look`, {})
}
const page = (heading: string, ...lines: string[]) => ({ heading, lines })

it('a file: title, author, day, text, its first page as a picture; clipped with them', async () => {
  const view = await take(
    pdfOf('The count of trees', 'Ida Quist', [
      page('The count of trees', 'Bellhaven counts its trees every five', 'years.'),
      page('Dry ones', 'Of 4,812 trees, 311 stand dry.'),
    ]),
  )
  expect(view).toMatchObject({
    message: null,
    waits: false,
    captured: {
      url: null,
      title: 'The count of trees',
      author: 'Ida Quist',
      language: 'en',
      publishedAt: '2026-11-05T09:00:00.000Z',
      pdf: { pages: 2 },
    },
  })
  expect(view.captured.text).toBe(
    [
      'The count of trees',
      'Bellhaven counts its trees every five years.',
      'Dry ones',
      'Of 4,812 trees, 311 stand dry.',
    ].join('\n\n'),
  )
  const { width, height, id: pictureId } = view.picture!
  expect([width, height]).toEqual([847, 1200])

  const { clippingId } = await nell.want<CapturedClipping>('POST', `${path}/captures/${view.id}/clip`, {
    title: 'The count of trees',
    pictureId,
  })
  const { clipping, pages } = await nell.want<ClippingDetail>('GET', `${path}/clippings/${clippingId}`)
  expect([clipping.kind, clipping.pictureId, pages]).toEqual(['pdf', pictureId, 2])
  const { clippings } = await nell.want<ClippingsView>('GET', `${path}/clippings?kind=pdf`)
  expect(clippings.map(({ id }) => id)).toContain(clippingId)

  // Words of it are kept as passages.
  await nell.want('POST', `${path}/clippings`, { clippingId, quote: 'Of 4,812 trees, 311 stand dry.' })
  const { passages } = await nell.want<ClippingDetail>('GET', `${path}/clippings/${clippingId}`)
  expect(passages).toEqual(['Of 4,812 trees, 311 stand dry.'])
})

it('an address of one is read as one', async () => {
  const { captured, message } = await look(`${HOST}/reports/dark-streets.pdf`)
  expect(message).toBeNull()
  expect(captured).toMatchObject({
    url: `${HOST}/reports/dark-streets.pdf`,
    title: 'A year of dark streets',
    pdf: { pages: 3 },
  })
})

it.each([
  ['locked', /locked with a password/, 'locked'],
  ['none', /can’t be read as one/, 'none'],
])('one that is %s is kept by its name, and says why it can’t be read', async (name, said, title) => {
  const { captured, message } = await look(`${HOST}/reports/${name}.pdf`)
  expect(message).toMatch(said)
  expect(captured).toMatchObject({ title, text: '', pdf: { pages: null, pictureId: null } })
})

it('one without text says so, and has its picture', async () => {
  const view = await take(pdfOf('', '', [page('')]), 'Scan of 1911.pdf')
  expect(view.message).toMatch(/no text/)
  expect(view.captured.title).toBe('Scan of 1911')
  expect(view.picture).not.toBeNull()
})

it('one of 3,000 pages is read as far as it may be, and says how far', async () => {
  const view = await take(
    pdfOf(
      'Long',
      '',
      Array.from({ length: 3_000 }, (_, at) => page(`Part ${at}`, 'A line of it.')),
    ),
  )
  expect(view.message).toMatch(/the first \d+ of its 3,000 pages were read/)
  expect(view.captured.pdf!.pages).toBe(3_000)
  expect(view.captured.text).toContain('Part 1\n')
})

it('a bomb is stopped before it takes the machine’s memory, and nobody waits', async () => {
  const view = take(bomb())
  const began = Date.now()
  await nell.want('GET', `${path}/clippings`)
  expect(Date.now() - began).toBeLessThan(1_500)
  expect((await view).message).toMatch(/more memory|longer to read|can’t be read|no text/)
  expect(peakMegabytes()).toBeLessThan(1_000)
  // The next one is read as if nothing had been.
  expect((await take(pdfOf('After it', '', [page('After it')]))).captured.title).toBe('After it')
})

/** The most memory that the server ever had, as Linux counts it. */
const peakMegabytes = (): number =>
  Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${world.server.child.pid}/status`, 'utf8'))![1]) / 1024

/** A page whose drawing unpacks to two gigabytes. */
function bomb(): Buffer {
  const packed = deflateSync(deflateSync(Buffer.alloc(256 * 1024 * 1024, 0x20), { level: 9 }), { level: 9 })
  const head = Buffer.from(
    '%PDF-1.4\n1 0 obj\n<< /Type /Catalog /Pages 2 0 R >>\nendobj\n' +
      '2 0 obj\n<< /Type /Pages /Kids [3 0 R] /Count 1 >>\nendobj\n3 0 obj\n' +
      `<< /Type /Page /Parent 2 0 R /MediaBox [0 0 9 9] /Contents [${'4 0 R '.repeat(8)}] >>\nendobj\n` +
      `4 0 obj\n<< /Length ${packed.length} /Filter [/FlateDecode /FlateDecode] >>\nstream\n`,
  )
  return Buffer.concat([
    head,
    packed,
    Buffer.from('\nendstream\nendobj\ntrailer\n<< /Root 1 0 R >>\n%%EOF\n'),
  ])
}
