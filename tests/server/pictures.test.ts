import sharp, { type Sharp } from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { WirePage } from '#shared/reading/types'
import type { PictureView } from '#shared/posts/types'
import { cropToRatio } from '#core/post'
import type { Person } from '../support/person'
import {
  draftOf,
  lineUpSaved,
  makeBrand,
  MANTEL,
  playHours,
  saveNew,
  scheduleOf,
  World,
} from '../support/world'

let world: World
let nell: Person
let path: string

beforeAll(async () => {
  world = await World.start({}, true, Date.now())
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, [MANTEL]))
})
afterAll(() => world.stop())

const plain = (width: number, height: number): Sharp =>
  sharp({ create: { width, height, channels: 3, background: '#24365e' } })
const upload = (content: Uint8Array, name = 'picture.jpg') =>
  nell.upload<PictureView & { type: string }>(`${path}/pictures`, content, name)
const content = async (id: string, query = ''): Promise<Buffer> => {
  const answer = await fetch(`${nell.url}${path}/pictures/${id}${query}`, {
    headers: { cookie: nell.cookie },
  })
  expect(answer.headers.get('content-security-policy')).toBe("default-src 'none'")
  return Buffer.from(await answer.arrayBuffer())
}

describe('a picture from outside', () => {
  it('of 40 megapixels is taken and made smaller, and says so; one of 60 is refused with its size', async () => {
    const { status, body } = await upload(await plain(8000, 5000).jpeg().toBuffer())
    expect([status, body.width, body.height]).toEqual([200, 3000, 1875])
    expect(body.message).toBe('It was made smaller, to 3000 × 1875.')
    const refused = await upload(await plain(10_000, 6000).jpeg().toBuffer())
    expect([refused.status, refused.body.type]).toEqual([422, 'urn:clear-quill:pictureTooLarge'])
    expect(refused.text).toContain('60 megapixels')
  }, 60_000)

  it.each([
    ['a script named .jpg', Buffer.from('#!/bin/sh\necho hello\n'), 'noPicture'],
    ['a page named .png', Buffer.from('<!doctype html><script>alert(1)</script>'), 'noPicture'],
    [
      'an SVG',
      Buffer.from(
        '<?xml version="1.0"?>\n<!-- x --><svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>',
      ),
      'pictureSvg',
    ],
    ['nothing', Buffer.alloc(0), 'noPicture'],
  ])('that is %s is refused by its content', async (_, bytes, code) => {
    const answer = await upload(bytes, 'harmless.jpg')
    expect([answer.status, answer.body.type]).toEqual([422, `urn:clear-quill:${code}`])
  })

  it('that is cut off is refused as damaged', async () => {
    const whole = await sharp({ create: { width: 900, height: 900, channels: 3, background: '#888', noise: { type: 'gaussian', mean: 120, sigma: 40 } } }).jpeg().toBuffer() // prettier-ignore
    expect((await upload(whole)).status).toBe(200)
    const answer = await upload(whole.subarray(0, whole.length / 2))
    expect([answer.status, answer.body.type]).toEqual([422, 'urn:clear-quill:pictureBroken'])
  })

  it('that moves keeps its first one, and says so', async () => {
    const frames = await Promise.all(
      ['#f00', '#0f0'].map((background) =>
        sharp({ create: { width: 60, height: 40, channels: 3, background } })
          .png()
          .toBuffer(),
      ),
    )
    const { status, body } = await upload(
      await sharp(frames, { join: { animated: true } })
        .gif()
        .toBuffer(),
      'a.gif',
    )
    expect([status, body.width, body.height, body.message]).toEqual([
      200,
      60,
      40,
      'Of the moving picture, the first one is kept.',
    ])
    const { dominant } = await sharp(await content(body.id)).stats()
    expect(dominant.r).toBeGreaterThan(200)
  })

  it('loses where and with what it was taken, and is turned upright', async () => {
    const taken = await plain(400, 300).withExif({ IFD0: { Copyright: 'Somebody', Orientation: '6' }, IFD3: { GPSLatitude: '38/1 42/1 0/1', GPSLatitudeRef: 'N' } }).jpeg().toBuffer() // prettier-ignore
    expect((await sharp(taken).metadata()).exif).toBeDefined()
    const { body } = await upload(taken)
    const kept = await sharp(await content(body.id)).metadata()
    expect([kept.exif, kept.xmp, kept.iptc, kept.orientation ?? 1]).toEqual([
      undefined,
      undefined,
      undefined,
      1,
    ])
  })

  it('is the brand’s alone', async () => {
    const { body } = await upload(await plain(50, 50).png().toBuffer())
    const bento = await world.bento()
    const other = await makeBrand(bento, [])
    expect((await bento.ask('GET', `${path}/pictures/${body.id}`)).status).toBe(404)
    expect((await bento.ask('GET', `${other.path}/pictures/${body.id}`)).status).toBe(404)
    const stolen = await draftOf(bento, other.path, 'x', {
      pictures: [{ id: body.id, description: '', focus: { x: 0, y: 0 } }],
    })
    await expect(saveNew(bento, other.path, stolen)).rejects.toThrow(/404/)
  })

  it('of an article is taken once, and only where it stands in one the brand sees', async () => {
    await nell.want('POST', `${path}/sources`, {
      feedUrl: 'https://lowlamp.example/feed.xml',
      label: 'L',
      folder: null,
      own: false,
    })
    const { articles } = await nell.want<WirePage>('GET', `${path}/articles`)
    const one = articles.find(({ image }) => image !== null)!
    const first = await nell.want<PictureView>('POST', `${path}/pictures/from-article`, {
      articleId: one.id,
      url: one.image,
    })
    const again = await nell.want<PictureView>('POST', `${path}/pictures/from-article`, {
      articleId: one.id,
      url: one.image,
    })
    expect(again).toEqual(first)
    expect(
      (
        await nell.ask('POST', `${path}/pictures/from-article`, {
          articleId: one.id,
          url: 'https://lowlamp.example/other.png',
        })
      ).status,
    ).toBe(404)
  })
})

it('a picture goes out as it was cropped, described, without metadata, on the board that was named', async () => {
  const halves = await sharp({ create: { width: 1200, height: 628, channels: 3, background: '#fff' } })
    .composite([{ input: await plain(600, 628).png().toBuffer(), left: 0, top: 0 }])
    .jpeg()
    .toBuffer()
  const { body: picture } = await upload(halves)
  const doc = await draftOf(nell, path, 'With a picture', {
    pictures: [{ id: picture.id, description: 'A dark half.', focus: { x: 0.2, y: 0.5 } }],
  })
  Object.assign(doc.accounts[0]!, { chosen: true })
  await expect(lineUpSaved(nell, path, await saveNew(nell, path, doc))).rejects.toThrow(
    /The picture is 1200 × 628; Mantel shows 2:3/,
  )
  doc.accounts[0]!.crops = { [picture.id]: cropToRatio(picture, 2 / 3, { x: 0.2, y: 0.5 }) }
  await expect(lineUpSaved(nell, path, await saveNew(nell, path, doc))).rejects.toThrow(/board/)
  Object.assign(doc.accounts[0]!, { board: 'A new board' })
  await lineUpSaved(nell, path, await saveNew(nell, path, doc))
  await playHours(nell, 30)
  const [posted] = await world.posted('mantel.example')
  expect(posted).toMatchObject({ text: 'With a picture', board: 'A new board' })
  expect(
    posted!.pictures.map(({ alt, width, height, hasMetadata }) => [alt, width, height, hasMetadata]),
  ).toEqual([['A dark half.', 419, 628, false]])
  const sent = await fetch(`${world.standins.url}/sites/mantel.example/media/${posted!.pictures[0]!.id}`)
  const { dominant } = await sharp(Buffer.from(await sent.arrayBuffer())).stats()
  expect(dominant.b).toBeLessThan(140)

  // A crop that reaches beyond the picture is cut where the picture ends: the network has the last word, and
  // nothing hangs.
  const beyond = await draftOf(nell, path, 'Beyond its edge', { pictures: doc.pictures })
  Object.assign(beyond.accounts[0]!, {
    chosen: true,
    board: 'Odds',
    crops: { [picture.id]: { x: 900, y: 0, width: 418, height: 627 } },
  })
  await lineUpSaved(nell, path, await saveNew(nell, path, beyond))
  await playHours(nell, 30)
  const { troubled: cards } = await scheduleOf(nell, path)
  expect(
    cards.map(({ state, message }) => [state, message.includes('that shape is not shown here')]),
  ).toEqual([['not-sent', true]])
})
