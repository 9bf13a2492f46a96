import { v7 as uuid } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { CapturedClipping, CaptureView } from '#shared/capture/types'
import type { ClippingsView } from '#shared/clippings/types'
import type { PictureView } from '#shared/posts/types'
import { makeBrand, World } from '../support/world'
import type { Person } from '../support/person'

const HOST = 'https://bellhaven.example'
let world: World
let nell: Person
let bento: Person
let path: string

beforeAll(async () => {
  world = await World.start({ QUILL_PATIENCE_SECONDS: '3' })
  ;[nell, bento] = await Promise.all([world.nell(), world.bento()])
  ;({ path } = await makeBrand(nell, []))
})
afterAll(() => world.stop())

async function capture(given: object): Promise<CaptureView> {
  const id = uuid()
  await nell.want('PUT', `/api/capture/${id}`, { way: 'address', ...given })
  return nell.want('GET', `${path}/captures/${id}`)
}
const look = ({ id }: CaptureView): Promise<CaptureView> => nell.want('POST', `${path}/captures/${id}/look`)
const clip = ({ id }: CaptureView, body: object = {}): Promise<CapturedClipping> =>
  nell.want('POST', `${path}/captures/${id}/clip`, body)
const clippings = async (query = ''): Promise<ClippingsView['clippings']> =>
  (await nell.want<ClippingsView>('GET', `${path}/clippings${query}`)).clippings

describe('an address', () => {
  it('is looked at once, whoever asks, and says what the page says', async () => {
    const bare = await capture({ url: `${HOST}/lamps-off?utm_source=letter` })
    expect(bare).toMatchObject({ waits: true, captured: { title: '', site: 'bellhaven.example' } })
    const [seen] = await Promise.all([look(bare), look(bare)])
    expect(seen).toMatchObject({
      waits: false,
      message: null,
      captured: {
        url: `${HOST}/lamps-off`,
        title: 'The village that switched its lamps off at eleven',
        author: 'Inês Faria',
        site: 'Bellhaven',
        textFrom: 'server',
        feeds: [{ url: 'https://lowlamp.example/feed.xml', title: 'Bellhaven, all news' }],
      },
    })
    expect(seen!.captured.text).toContain('The owls are back in the church tower.')
    expect(seen!.captured.pictures).toHaveLength(7)
    const asks = (await world.asks('bellhaven.example')).filter((ask) => ask.path.startsWith('/lamps-off'))
    expect(asks).toHaveLength(1)
  })

  it.each([
    [`${HOST}/gone`, /nothing at this address/],
    [`${HOST}/members`, /does not let us in/],
    ['http://127.0.0.1:1/', /private network/],
    ['https://no-such-site.example/', /no such site|not found|does not exist|answer/i],
  ])('%s: says what is wrong, and is kept all the same', async (url, sentence) => {
    const seen = await look(await capture({ url }))
    expect(seen.message).toMatch(sentence)
    const { clippingId } = await clip(seen, { title: 'By hand' })
    expect(await clippings()).toContainEqual(expect.objectContaining({ id: clippingId, title: 'By hand' }))
  })

  it('of a page that lies is believed in nothing that could do harm', async () => {
    const { captured } = await look(await capture({ url: `${HOST}/lies` }))
    expect(captured.url).toBe(`${HOST}/lies`)
    expect(captured.title).toBe('<script>window.hurt=1</script>Half price')
    expect(captured.author).toBe('<img src=x onerror=window.hurt=1>')
    expect(captured.pictures.map(({ url }) => url)).toEqual([`${HOST}/no-picture.png`])
  })

  it('of a page with four hundred pictures gives a hundred, the largest first', async () => {
    const { captured } = await look(await capture({ url: `${HOST}/many` }))
    expect(captured.pictures).toHaveLength(100)
    expect(captured.pictures[0]!.width).toBe(499)
  })

  it('of a video that only its data names (oEmbed) says the same, and takes no markup of it', async () => {
    const { captured } = await look(await capture({ url: `${HOST}/reel` }))
    expect(captured).toMatchObject({
      author: 'Tomé Vale',
      video: { url: `${HOST}/reel`, seconds: 184, still: `${HOST}/pictures/readers.png` },
      pictures: [{ url: `${HOST}/pictures/readers.png` }],
    })
    expect(JSON.stringify(captured)).not.toContain('hurt')
  })

  it('of a video says its length and still', async () => {
    const { captured } = await look(await capture({ url: `${HOST}/film` }))
    expect(captured.video).toEqual({
      url: `${HOST}/films/street.mp4`,
      seconds: 421,
      still: `${HOST}/pictures/after.png`,
    })
  })
})

describe('what a browser gives along', () => {
  it('is used as it was shown, and the page is not asked for again', async () => {
    const html =
      '<title>Only for members</title><article><p>' +
      'Words that members read, and nobody else does, of lamps and of owls. '.repeat(30)
    const seen = await capture({
      way: 'extension',
      url: `${HOST}/members`,
      html,
      words: ' Words  that\nmembers read. ',
    })
    expect(seen).toMatchObject({
      waits: false,
      captured: { title: 'Only for members', textFrom: 'browser', words: 'Words  that\nmembers read.' },
    })
    expect((await world.asks('bellhaven.example')).filter((ask) => ask.path === '/members')).toHaveLength(1)
  })

  it('by the button says what the page says of itself; its text is fetched, where it lets us in', async () => {
    const html = '<html lang="en"><meta property="og:title" content="As the browser shows it">'
    const bare = await capture({ way: 'button', url: `${HOST}/lamps-off`, html })
    expect(bare).toMatchObject({ waits: true, captured: { title: 'As the browser shows it', text: '' } })
    const seen = await look(bare)
    expect(seen.captured).toMatchObject({ title: 'As the browser shows it', textFrom: 'server' })
    expect(seen.captured.text).toContain('The owls are back')
    const shut = await look(await capture({ way: 'button', url: `${HOST}/members`, html }))
    expect(shut).toMatchObject({ waits: false, message: null, captured: { text: '', textFrom: null } })
  })

  it('is cut where it is longer than anything of use, and the rest kept', async () => {
    const seen = await capture({ url: `${HOST}/x`, title: 'a'.repeat(5_000_00), words: 'b '.repeat(100_000) })
    expect(seen.captured.title).toHaveLength(300)
    expect(seen.captured.words.length).toBeLessThanOrEqual(5_000)
  })

  it('may be words alone; neither words nor address of the web is refused with its reason', async () => {
    expect((await capture({ words: 'Own words' })).captured).toMatchObject({ url: null, words: 'Own words' })
    for (const url of ['about:blank', 'file:///etc/passwd', 'javascript:alert(1)', 'data:text/html,x']) {
      const answer = await nell.ask('PUT', `/api/capture/${uuid()}`, { way: 'button', url })
      expect(answer.status).toBe(422)
      expect(answer.body.title).toBe('This can’t be captured')
    }
    const nothing = await nell.ask('PUT', `/api/capture/${uuid()}`, { way: 'share' })
    expect(nothing.body.title).toBe('Nothing to capture')
    const large = await nell.ask('PUT', `/api/capture/${uuid()}`, {
      way: 'button',
      url: HOST,
      html: 'x'.repeat(5_000_000),
    })
    expect(large.status).toBe(413)
  })

  it('comes under an id of the browser’s: the same once more changes nothing, another’s is not there', async () => {
    const id = uuid()
    const body = { way: 'button', url: `${HOST}/lamps-off`, title: 'First' }
    await nell.want('PUT', `/api/capture/${id}`, body)
    await nell.want('PUT', `/api/capture/${id}`, { ...body, title: 'Second' })
    expect((await nell.want<CaptureView>('GET', `${path}/captures/${id}`)).captured.title).toBe('First')
    expect((await bento.ask('PUT', `/api/capture/${id}`, body)).status).toBe(404)
    const theirs = await makeBrand(bento, [])
    expect((await bento.ask('GET', `${theirs.path}/captures/${id}`)).status).toBe(404)
    expect(
      (await nell.ask('PUT', `/api/capture/${id}`, body, { origin: 'https://bellhaven.example' })).status,
    ).toBe(403)
  })
})

describe('kept as a clipping', () => {
  it('has its folder, tags, note and picture; once more keeps it once; undone, it is gone', async () => {
    const seen = await look(await capture({ url: `${HOST}/lamps-off` }))
    const picture = `${HOST}/pictures/square.png`
    const made = await clip(seen, {
      title: 'Lamps off',
      note: 'For the talk',
      folder: 'Dark skies',
      tags: ['Outreach'],
      pictureUrl: picture,
    })
    expect(await clip(seen, { title: 'Again' })).toEqual({ clippingId: made.clippingId, historyId: null })
    const find = async () => (await clippings()).find(({ id }) => id === made.clippingId)
    expect(await find()).toMatchObject({
      kind: 'page',
      title: 'Lamps off',
      outlet: 'Bellhaven',
      url: `${HOST}/lamps-off`,
      note: 'For the talk',
      tags: [{ name: 'Outreach', by: 'hand' }],
    })
    // Its picture is fetched behind, and kept.
    await expect.poll(async () => (await find())?.pictureId).toBeTruthy()
    const content = await fetch(`${nell.url}${path}/pictures/${(await find())!.pictureId}`, {
      headers: { cookie: nell.cookie },
    })
    expect(content.headers.get('content-type')).toMatch(/^image\//)
    expect((await look(await capture({ url: `${HOST}/lamps-off` }))).clippings[0]).toMatchObject({
      title: 'Lamps off',
      folder: 'Dark skies',
    })
    await nell.want('POST', `${path}/undo`, { historyId: made.historyId })
    expect(await find()).toBeUndefined()
    expect((await clip(seen)).historyId).not.toBeNull()
  })

  it('a picture that is none is left, and the clipping stays', async () => {
    const seen = await look(await capture({ url: `${HOST}/lies` }))
    const { clippingId } = await clip(seen, { pictureUrl: `${HOST}/no-picture.png` })
    await expect
      .poll(async () =>
        (await world.asks('bellhaven.example')).some(({ path: asked }) => asked === '/no-picture.png'),
      )
      .toBe(true)
    expect((await clippings()).find(({ id }) => id === clippingId)).toMatchObject({ pictureId: null })
  })

  it('goes on the shelf and off it, and its words are looked for', async () => {
    const seen = await capture({ url: `${HOST}/lamps-off`, words: 'People in the square, looking up.' })
    const { clippingId } = await clip(seen, { words: seen.captured.words, shelved: true })
    const shelved = (await clippings('?show=shelved&q=looking')).find(({ id }) => id === clippingId)
    expect(shelved).toMatchObject({ kind: 'quote', quote: 'People in the square, looking up.' })
    await nell.want('PUT', `${path}/clippings/${clippingId}/shelved`, { shelved: false })
    expect((await clippings()).map(({ id }) => id)).toContain(clippingId)
  })

  it('a page that is an article of the brand’s is that article’s clipping', async () => {
    const { url } = await nell.want<{ url: string }>('POST', `${path}/sources/look`, {
      address: 'zenithminute.example',
    })
    await nell.want('POST', `${path}/sources`, { feedUrl: url, label: 'Zenith Minute' })
    const [article] = (
      await nell.want<{ articles: { id: string; title: string }[] }>('GET', `${path}/articles?show=all`)
    ).articles
    const full = await nell.want<{ url: string }>('GET', `${path}/articles/${article!.id}`)
    const seen = await capture({ url: `${full.url}?utm_medium=mail` })
    expect(seen.article).toMatchObject({ id: article!.id, outlet: 'Zenith Minute', state: 'new' })
    const { clippingId } = await clip(seen, { note: 'Seen elsewhere' })
    const kept = (await clippings()).filter(({ articleId }) => articleId === article!.id)
    expect(kept).toEqual([
      expect.objectContaining({ id: clippingId, kind: 'article', note: 'Seen elsewhere' }),
    ])
  })
})

it('a picture alone is kept by the one it was taken as, and no brand’s but one’s own', async () => {
  const taken = await nell.upload<PictureView>(
    `${path}/pictures`,
    new Uint8Array(
      await (await fetch(`${world.standins.url}/sites/bellhaven.example/pictures/tower.png`)).arrayBuffer(),
    ),
    'tower.png',
  )
  const seen = await capture({ way: 'share', title: 'The tower', withPicture: true })
  const theirs = await makeBrand(bento, [])
  const other = uuid()
  await bento.want('PUT', `/api/capture/${other}`, { way: 'share', withPicture: true })
  const foreign = await bento.ask('POST', `${theirs.path}/captures/${other}/clip`, {
    pictureId: taken.body.id,
  })
  expect(foreign.status).toBe(404)
  const { clippingId } = await clip(seen, { title: 'The tower', pictureId: taken.body.id })
  expect((await clippings()).find(({ id }) => id === clippingId)).toMatchObject({
    kind: 'picture',
    pictureId: taken.body.id,
  })
})

describe('its pictures', () => {
  it('are passed on and taken only if the page shows them', async () => {
    const seen = await look(await capture({ url: `${HOST}/lamps-off` }))
    const shown = `${HOST}/pictures/tower.png`
    const ask = (url: string) =>
      nell.ask('GET', `${path}/captures/${seen.id}/picture?url=${encodeURIComponent(url)}`)
    expect((await ask(shown)).headers.get('content-type')).toBe('image/png')
    expect((await ask(`${HOST}/pictures/other.png`)).status).toBe(404)
    expect((await ask('http://127.0.0.1/')).status).toBe(404)
    const taken = await nell.want<PictureView>('POST', `${path}/captures/${seen.id}/picture`, { url: shown })
    expect(taken).toMatchObject({ width: 600, height: 900 })
    expect(
      (await nell.ask('POST', `${path}/captures/${seen.id}/picture`, { url: 'http://127.0.0.1/' })).status,
    ).toBe(404)
  })
})

it('one page that never ends makes nobody else wait', async () => {
  await world.fault('slow.faulty.example', 'trickle')
  const slow = look(await capture({ url: 'https://slow.faulty.example/page' }))
  const started = Date.now()
  const quick = await capture({ url: 'https://plainpage.example/' })
  expect((await look(quick)).captured.title).toBe('A page about a lighthouse')
  expect(Date.now() - started).toBeLessThan(1500)
  expect((await slow).message).toMatch(/within|silent|stopped/)
})
