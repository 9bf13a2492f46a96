import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readOEmbed, readPage } from '#core/page'

const URL_OF = 'https://news.bellhaven.example/lamps?from=home'
const page = (head: string, body = '') =>
  readPage(`<html><head>${head}</head><body>${body}</body></html>`, URL_OF)
const meta = (property: string, content: string): string =>
  `<meta property="${property}" content="${content}">`
const data = (value: unknown): string =>
  `<script type="application/ld+json">${JSON.stringify(value)}</script>`

// The first example of https://ogp.me and its lists of pictures and videos, from memory, with invented hosts.
describe('card tags', () => {
  it('say the title, kind, address and picture', () => {
    const facts = page(
      meta('og:title', 'The Rock') +
        meta('og:type', 'video.movie') +
        meta('og:url', 'https://bellhaven.example/title/117500/') +
        meta('og:image', 'https://pictures.bellhaven.example/rock.jpg'),
    )
    expect(facts).toMatchObject({
      title: 'The Rock',
      canonicalUrl: 'https://bellhaven.example/title/117500/',
      pictures: [{ url: 'https://pictures.bellhaven.example/rock.jpg', width: null, height: null }],
    })
  })

  it('say sizes and descriptions of a picture, and more than one of them in order', () => {
    const { pictures } = page(
      meta('og:image', 'https://bellhaven.example/a.jpg') +
        meta('og:image:width', '400') +
        meta('og:image:height', '300') +
        meta('og:image:alt', 'A rock') +
        meta('og:image', '/b.jpg'),
    )
    expect(pictures).toEqual([
      { url: 'https://bellhaven.example/a.jpg', width: 400, height: 300, description: 'A rock' },
      { url: 'https://news.bellhaven.example/b.jpg', width: null, height: null, description: null },
    ])
  })

  it('say a video with its length and a still of it', () => {
    const { video } = page(
      meta('og:video', 'https://bellhaven.example/film.mp4') +
        meta('video:duration', '421') +
        meta('og:image', 'https://bellhaven.example/still.jpg'),
    )
    expect(video).toEqual({
      url: 'https://bellhaven.example/film.mp4',
      seconds: 421,
      still: 'https://bellhaven.example/still.jpg',
    })
  })
})

it('takes for each field the first that says it: card, JSON-LD, microdata, meta, plain elements', () => {
  const plain = '<title>plain title</title>'
  const named = '<meta name="dc.title" content="meta title">' + plain
  const micro = '<span itemprop="headline">microdata title</span>'
  const linked = data({ '@type': 'NewsArticle', headline: 'linked title' })
  expect(page(plain).title).toBe('plain title')
  expect(page(named).title).toBe('meta title')
  expect(page(named, micro).title).toBe('microdata title')
  expect(page(named + linked, micro).title).toBe('linked title')
  expect(page(named + linked + meta('og:title', 'card title'), micro).title).toBe('card title')
  expect(page('', '<h1>A heading</h1>').title).toBe('A heading')
  expect(page('').title).toBeNull()
})

it('reads JSON-LD in a graph, with authors, publisher, date, pictures and a video', () => {
  const facts = page(
    data({
      '@context': 'https://schema.org',
      '@graph': [
        { '@type': 'WebSite', name: 'Not this' },
        {
          '@type': ['BlogPosting', 'TechArticle'],
          headline: 'Lamps off',
          author: [
            { '@type': 'Person', name: 'Inês Faria' },
            { '@type': 'Person', name: 'Otto Lind' },
          ],
          publisher: { '@type': 'Organization', name: 'Bellhaven' },
          datePublished: '2026-11-20T18:30:00+01:00',
          inLanguage: 'pt-PT',
          image: [{ '@type': 'ImageObject', url: '/square.png', width: 960, height: '540' }, '/tower.png'],
          video: {
            '@type': 'VideoObject',
            embedUrl: 'https://bellhaven.example/player/7',
            duration: 'PT1H2M3S',
            thumbnailUrl: '/still.png',
          },
        },
      ],
    }),
  )
  expect(facts).toMatchObject({
    title: 'Lamps off',
    author: 'Inês Faria, Otto Lind',
    siteName: 'Bellhaven',
    publishedAt: '2026-11-20T17:30:00.000Z',
    language: 'pt-PT',
    video: {
      url: 'https://bellhaven.example/player/7',
      seconds: 3723,
      still: 'https://news.bellhaven.example/still.png',
    },
  })
  expect(facts.pictures.map(({ url, width }) => [url, width])).toEqual([
    ['https://news.bellhaven.example/square.png', 960],
    ['https://news.bellhaven.example/tower.png', null],
  ])
})

it('puts what the page names as its picture first, then the largest it shows; no signs, each once', () => {
  const { pictures } = page(
    meta('og:image', 'http://news.bellhaven.example/card.png?utm_source=x'),
    `<img src="/small.png" width="100" height="80" alt="Small"><img src="/large.png" width="900" height="600">
     <img src="/button.png" width="32" height="32"><img src="data:image/gif;base64,R0lGODlhAQABAAAAACw="><img src="/late.gif" data-src="/true.png" width="500" height="500">
     <img src="/card.png" alt="The card" width="640"><img src="/unknown.png">`,
  )
  expect(pictures.map(({ url }) => url)).toEqual([
    'http://news.bellhaven.example/card.png?utm_source=x',
    'https://news.bellhaven.example/large.png',
    'https://news.bellhaven.example/true.png',
    'https://news.bellhaven.example/small.png',
    'https://news.bellhaven.example/unknown.png',
  ])
  expect(pictures[0]).toMatchObject({ width: 640, description: 'The card' })
})

it('believes a page about its own site alone, and no address that is not of the web', () => {
  const facts = page(
    '<link rel="canonical" href="https://elsewhere.example/stolen">' +
      meta('og:url', 'https://elsewhere.example/stolen') +
      meta('og:image', 'javascript:alert(1)') +
      meta('og:image', 'data:image/png;base64,AAAA') +
      meta('og:video', 'javascript:alert(1)'),
  )
  expect(facts).toMatchObject({ canonicalUrl: null, pictures: [], video: null })
  expect(page('<link rel="canonical" href="//www.bellhaven.example/lamps">').canonicalUrl).toBe(
    'https://www.bellhaven.example/lamps',
  )
})

it('gives foreign text as one plain line, however long and whatever it holds', () => {
  const facts = page(
    meta('og:title', `&lt;b&gt;Half&lt;/b&gt;\u202e \n price ${'and more '.repeat(1000)}`) +
      meta('author', 'By  Inês\u0007 Faria'),
  )
  expect(facts.title).toMatch(/^<b>Half<\/b> price and more/)
  expect(facts.title!.length).toBeLessThanOrEqual(300)
  expect(facts.author).toBe('Inês Faria')
})

it('takes the name of the site off a title', () => {
  const named = (title: string) => page(meta('og:site_name', 'Bellhaven') + meta('og:title', title)).title
  expect(named('Lamps off | Bellhaven')).toBe('Lamps off')
  expect(named('Lamps off – Bellhaven')).toBe('Lamps off')
  expect(named('A walk through Bellhaven')).toBe('A walk through Bellhaven')
  expect(named('Bellhaven')).toBe('Bellhaven')
})

it('lists the feeds a page names', () => {
  const feed = '<link rel="alternate" type="application/rss+xml" title="News" href="/feed.xml">'
  expect(page(feed).feeds).toEqual([
    { url: 'https://news.bellhaven.example/feed.xml', title: 'News', type: 'application/rss+xml' },
  ])
})

it('never throws, and its time grows with the length alone', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary', maxLength: 400 }), (text) => {
      const facts = page(text, text)
      expect(facts.pictures.every(({ url }) => /^https?:/.test(url))).toBe(true)
    }),
  )
  for (const broken of ['{', '[[[[', '{"@type":"Article","author":{"name":{}}}', 'null', '"text"'])
    expect(page(`<script type="application/ld+json">${broken}</script><title>Still read</title>`).title).toBe(
      'Still read',
    )
  const deep = `${'{"@type":"Article","about":'.repeat(3000)}1${'}'.repeat(3000)}`
  expect(page(`<script type="application/ld+json">${deep}</script><title>x</title>`).title).toBe('x')
  const started = performance.now()
  page(meta('og:image', '/a.png').repeat(50_000), '<img src="/b.png" itemprop="name">'.repeat(50_000))
  expect(performance.now() - started).toBeLessThan(3000)
})

describe('oEmbed', () => {
  // The examples of https://oembed.com §2.3.4.2 (video) and §2.3.4.1 (photo), from memory, with names of ours.
  it('a video says its still; common practice adds its length', () => {
    const answer = {
      version: '1.0',
      type: 'video',
      provider_name: 'Bellhaven',
      width: 425,
      height: 344,
      title: 'A talk',
      author_name: 'Inês Faria',
      thumbnail_url: '/still.png',
      duration: '61.2',
      html: '<object></object>',
    }
    expect(readOEmbed(JSON.stringify(answer), 'https://a.example/talk')).toEqual({
      title: 'A talk',
      author: 'Inês Faria',
      siteName: 'Bellhaven',
      video: { url: 'https://a.example/talk', seconds: 61, still: 'https://a.example/still.png' },
    })
  })
  it('a photo is no video', () => {
    const answer = { version: '1.0', type: 'photo', url: 'https://a.example/p.jpg', title: 'P' }
    expect(readOEmbed(JSON.stringify(answer), 'https://a.example/')).toMatchObject({
      title: 'P',
      video: null,
    })
  })
  it.each(['', '[', 'null', '"x"', '{"type":"video","duration":-1,"thumbnail_url":"javascript:1"}'])(
    'whatever it is, nothing is believed too much: %s',
    (text) => {
      const found = readOEmbed(text, 'https://a.example/')
      expect(found?.video ?? null).toEqual(
        text.startsWith('{') ? { url: 'https://a.example/', seconds: null, still: null } : null,
      )
    },
  )
  it('is discovered by its link alone, and only on the web', () => {
    const link = (href: string): string =>
      `<link rel="alternate" type="application/json+oembed" href="${href}">`
    expect(readPage(link('/oembed?u=1'), 'https://a.example/x').oEmbedUrl).toBe(
      'https://a.example/oembed?u=1',
    )
    expect(readPage(link('javascript:1'), 'https://a.example/x').oEmbedUrl).toBeNull()
  })
})
