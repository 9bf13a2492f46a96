import { describe, expect, it } from 'vitest'
import { findFeeds, FeedError, parseFeedDate, readFeed, safeHtml } from '../../core/feed'

const at = { url: 'https://paper.example/feeds/main.xml' }
const rss = (items: string, head = ''): string =>
  `<?xml version="1.0"?><rss version="2.0" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:content="http://purl.org/rss/1.0/modules/content/"><channel><title>A paper</title><link>https://paper.example/</link>${head}${items}</channel></rss>`

describe('readFeed', () => {
  it('reads an Atom feed with its base addresses and text constructs (RFC 4287 §2, §3.1, §4)', () => {
    const feed = readFeed(
      `<feed xmlns="http://www.w3.org/2005/Atom" xml:base="/news/" xml:lang="en"><title type="html">Tides &amp;amp; winds</title><link href="."/><link rel="self" href="feed"/>
      <entry xml:base="2026/"><id>urn:x:1</id><title>Spring tide</title><link href="tide"/><updated>2026-03-01T10:00:00+01:00</updated><author><name>Ada Merrow</name></author>
      <content type="xhtml"><div xmlns="http://www.w3.org/1999/xhtml"><p>High at <a href="noon">noon</a></p></div></content></entry></feed>`,
      at,
    )
    expect(feed).toMatchObject({
      format: 'atom',
      title: 'Tides & winds',
      homeUrl: 'https://paper.example/news/',
      selfUrl: 'https://paper.example/news/feed',
      language: 'en',
    })
    expect(feed.items[0]).toMatchObject({
      id: 'urn:x:1',
      title: 'Spring tide',
      url: 'https://paper.example/news/2026/tide',
      author: 'Ada Merrow',
      publishedAt: null,
      updatedAt: '2026-03-01T09:00:00.000Z',
    })
    expect(feed.items[0]!.contentHtml).toContain('href="https://paper.example/news/2026/noon"')
  })

  it('reads RSS 2.0 with its common companions', () => {
    const feed = readFeed(
      rss(
        '<item><title>One &lt;b&gt;bold&lt;/b&gt; claim</title><guid>https://paper.example/1</guid><author>mail@paper.example (Bo Lind)</author><pubDate>Tue, 03 Mar 2026 08:00:00 EST</pubDate><description>short</description><content:encoded><![CDATA[<p>long</p>]]></content:encoded><category>Sea</category></item>',
        '<ttl>90</ttl>',
      ),
      at,
    )
    expect(feed).toMatchObject({ format: 'rss', ttlMinutes: 90 })
    expect(feed.items[0]).toMatchObject({
      title: 'One bold claim',
      url: 'https://paper.example/1',
      author: 'Bo Lind',
      publishedAt: '2026-03-03T13:00:00.000Z',
      summaryHtml: 'short',
      contentHtml: '<p>long</p>',
      categories: ['Sea'],
    })
  })

  it('takes no guid that is not a permalink as an address', () => {
    const [item] = readFeed(rss('<item><title>t</title><guid isPermaLink="false">https://paper.example/not-a-page</guid></item>'), at).items
    expect(item).toMatchObject({ id: 'https://paper.example/not-a-page', url: null })
  })

  it('reads RDF, whose items stand beside the channel (RSS 1.0)', () => {
    const feed = readFeed(
      '<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns="http://purl.org/rss/1.0/"><channel><title>Old</title><link>https://old.example/</link></channel><item rdf:about="https://old.example/1"><title>First</title><link>https://old.example/1</link></item></rdf:RDF>',
      at,
    )
    expect(feed).toMatchObject({ format: 'rdf', title: 'Old' })
    expect(feed.items).toMatchObject([{ id: 'https://old.example/1', title: 'First' }])
  })

  it('reads a JSON Feed (JSON Feed 1.1)', () => {
    const feed = readFeed(
      JSON.stringify({
        version: 'https://jsonfeed.org/version/1.1',
        title: 'J',
        items: [{ id: 7, content_text: 'two\n\nparts', date_published: '2026-03-01T10:00:00Z', authors: [{ name: 'Cy' }], tags: ['a'] }],
      }),
      at,
    )
    expect(feed.items[0]).toMatchObject({ id: '7', title: null, url: null, author: 'Cy', contentHtml: '<p>two</p><p>parts</p>', categories: ['a'] })
  })

  it('invents neither date nor author, and gives an item without id the same one each time', () => {
    const text = rss('<item><title>Bare</title></item>')
    const [first] = readFeed(text, at).items
    expect(first).toMatchObject({ title: 'Bare', author: null, publishedAt: null, updatedAt: null })
    expect(readFeed(text, at).items[0]!.id).toBe(first!.id)
    expect(readFeed(text.replace('Bare', 'Other'), at).items[0]!.id).not.toBe(first!.id)
  })

  it.each(['</item></channel></rss>', '</channel></rss>', 'e>Two</title></item></channel></rss>'])('reads what stands before a cut (%s missing)', (tail) => {
    const whole = rss('<item><title>One</title></item><item><title>Two</title></item>')
    const feed = readFeed(whole.slice(0, whole.lastIndexOf(tail)), at)
    expect(feed.items[0]!.title).toBe('One')
    expect(feed.repairs).toHaveLength(1)
  })

  it.each([
    ['windows-1252', [0x93, 0x80, 0x94], '“€”'],
    ['iso-8859-2', [0xb1], 'ą'],
    ['koi8-r', [0xc1], 'а'],
  ])('reads %s by the declaration', (charset, bytes, text) => {
    const [before, after] = rss('<item><title>|</title></item>').replace('?>', ` encoding="${charset}"?>`).split('|') as [string, string]
    const body = Buffer.concat([Buffer.from(before), Buffer.from(bytes), Buffer.from(after)])
    expect(readFeed(body, at).items[0]!.title).toBe(text)
  })

  it('lets the HTTP header win over the declaration', () => {
    const body = Buffer.from(rss('<item><title>é</title></item>').replace('?>', ' encoding="utf-8"?>'), 'latin1')
    expect(readFeed(body, { ...at, contentType: 'text/xml; charset=iso-8859-1' }).items[0]!.title).toBe('é')
  })

  it.each([
    ['', 'empty'],
    ['  \n ', 'empty'],
    ['<!doctype html><title>x</title>', 'not-a-feed'],
    ['<inventory/>', 'not-a-feed'],
    ['hello', 'not-a-feed'],
    ['{"a":1}', 'not-a-feed'],
    ['{"a":', 'malformed'],
    ['<rss>'.repeat(5000), 'too-deep'],
  ])('refuses %j as %s', (text, code) => {
    expect(() => readFeed(text, at)).toThrow(expect.objectContaining({ name: 'FeedError', code }))
  })

  it('reads a feed with an element named __proto__ and changes no prototype', () => {
    const feed = readFeed(rss('<item><__proto__><polluted>1</polluted></__proto__><title>Fine</title></item>'), at)
    expect(feed.items[0]!.title).toBe('Fine')
    expect(({} as Record<string, unknown>)['polluted']).toBeUndefined()
  })

  it('is plain data', () => {
    const feed = readFeed(rss('<item><title>One</title></item>'), at)
    expect(structuredClone(feed)).toEqual(feed)
    expect(FeedError).toBeTypeOf('function')
  })
})

describe('safeHtml', () => {
  it.each([
    '<img src=x onerror=alert(1)>',
    '<a href="jav&#x09;ascript:alert(1)">x</a>',
    '<svg><script>alert(1)</script></svg>',
    '<iframe src="https://x.example"></iframe>',
    '<form action="/x"><input name=a></form>',
    '<p style="position:fixed">x</p>',
    '<base href="https://x.example/">',
    '<math><mtext><style><img src=x onerror=alert(1)></style></mtext></math>',
  ])('takes the harm out of %s', (html) => {
    expect(safeHtml(html, 'https://a.example/')).not.toMatch(/script|onerror|iframe|form|style|base|javascript:/i)
  })

  it('makes addresses absolute and keeps the words', () => {
    expect(safeHtml('<p>See <a href="../b?x=1&amp;y=2">there</a></p>', 'https://a.example/c/d')).toContain('href="https://a.example/b?x=1&amp;y=2"')
  })
})

describe('parseFeedDate', () => {
  it.each([
    ['Sat, 07 Sep 2002 00:00:01 GMT', '2002-09-07T00:00:01.000Z'],
    ['2003-12-13T18:30:02.25+01:00', '2003-12-13T17:30:02.250Z'],
    ['1 Jan 26 09:05 PST', '2026-01-01T17:05:00.000Z'],
    ['2026-02-30', null],
    ['soon', null],
    ['31 Jun 2026', null],
  ])('%s is %s', (text, instant) => {
    expect(parseFeedDate(text)).toBe(instant)
  })
})

describe('findFeeds', () => {
  it('gives the feeds a page names, absolute and each once, guesses last', () => {
    const html =
      '<base href="/blog/"><a href="feed.xml">feed</a><link rel="alternate" type="application/atom+xml" title="All" href="atom"><link rel=alternate type="text/css" href="x"><link rel="alternate" type="application/atom+xml" href="atom">'
    expect(findFeeds(html, 'https://p.example/x')).toEqual([
      { url: 'https://p.example/blog/atom', title: 'All', type: 'application/atom+xml' },
      { url: 'https://p.example/blog/feed.xml', title: null, type: null },
    ])
  })
})
