import { describe, expect, it } from 'vitest'
import { randomFeed } from '../support/randomFeeds'
import { findFeeds, FeedError, parseFeedDate, readFeed, safeHtml, usualPlaces } from '#core/feed'
import { said } from '../support/said'

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
    const [item] = readFeed(
      rss('<item><title>t</title><guid isPermaLink="false">https://paper.example/not-a-page</guid></item>'),
      at,
    ).items
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
        items: [
          {
            id: 7,
            content_text: 'two\n\nparts',
            date_published: '2026-03-01T10:00:00Z',
            authors: [{ name: 'Cy' }],
            tags: ['a'],
          },
        ],
      }),
      at,
    )
    expect(feed.items[0]).toMatchObject({
      id: '7',
      title: null,
      url: null,
      author: 'Cy',
      contentHtml: '<p>two</p><p>parts</p>',
      categories: ['a'],
    })
  })

  it('invents neither date nor author, and gives an item without id the same one each time', () => {
    const text = rss('<item><title>Bare</title></item>')
    const [first] = readFeed(text, at).items
    expect(first).toMatchObject({ title: 'Bare', author: null, publishedAt: null, updatedAt: null })
    expect(readFeed(text, at).items[0]!.id).toBe(first!.id)
    expect(readFeed(text.replace('Bare', 'Other'), at).items[0]!.id).not.toBe(first!.id)
  })

  it.each(['</item></channel></rss>', '</channel></rss>', 'e>Two</title></item></channel></rss>'])(
    'reads what stands before a cut (%s missing)',
    (tail) => {
      const whole = rss('<item><title>One</title></item><item><title>Two</title></item>')
      const feed = readFeed(whole.slice(0, whole.lastIndexOf(tail)), at)
      expect(feed.items[0]!.title).toBe('One')
      expect(feed.repairs).toHaveLength(1)
    },
  )

  it.each([
    ['windows-1252', [0x93, 0x80, 0x94], '“€”'],
    ['iso-8859-2', [0xb1], 'ą'],
    ['koi8-r', [0xc1], 'а'],
  ])('reads %s by the declaration', (charset, bytes, text) => {
    const [before, after] = rss('<item><title>|</title></item>')
      .replace('?>', ` encoding="${charset}"?>`)
      .split('|') as [string, string]
    const body = Buffer.concat([Buffer.from(before), Buffer.from(bytes), Buffer.from(after)])
    expect(readFeed(body, at).items[0]!.title).toBe(text)
  })

  it('lets the HTTP header win over the declaration', () => {
    const body = Buffer.from(
      rss('<item><title>é</title></item>').replace('?>', ' encoding="utf-8"?>'),
      'latin1',
    )
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
    const feed = readFeed(
      rss('<item><__proto__><polluted>1</polluted></__proto__><title>Fine</title></item>'),
      at,
    )
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
    expect(safeHtml(html, 'https://a.example/')).not.toMatch(
      /script|onerror|iframe|form|style|base|javascript:/i,
    )
  })

  it('makes addresses absolute and keeps the words', () => {
    expect(safeHtml('<p>See <a href="../b?x=1&amp;y=2">there</a></p>', 'https://a.example/c/d')).toContain(
      'href="https://a.example/b?x=1&amp;y=2"',
    )
  })
})

describe('what an item says', () => {
  const item = (inside: string) => readFeed(rss(`<item><title>T</title>${inside}</item>`), at).items[0]!

  it.each([
    ['<author>ann@p.example (Ann Merrow)</author>', 'Ann Merrow'],
    ['<author>Ann Merrow (ann@p.example)</author>', 'Ann Merrow'],
    ['<author>ann@p.example</author>', 'ann@p.example'],
    ['<dc:creator>Ann</dc:creator><dc:creator>Ben</dc:creator>', 'Ann, Ben'],
    ['<author>&lt;b&gt;Ann&lt;/b&gt;</author>', 'Ann'],
    ['', null],
  ])('author of %s is %s', (inside, author) => {
    expect(item(inside).author).toBe(author)
  })

  it('keeps markup that was not escaped, and the words beside it', () => {
    const { summaryHtml } = item(
      '<description>Low &lt;em&gt;tide&lt;/em&gt; at <a href="/noon">noon</a></description>',
    )
    expect(summaryHtml).toContain('<em>tide</em>')
    expect(summaryHtml).toContain('href="https://paper.example/noon"')
  })

  it('takes words of other namespaces for what they are, whatever their prefix or none', () => {
    const xml = `<rss version="2.0" xmlns:x="http://purl.org/dc/elements/1.1/"><channel><title>T</title><item><title>A</title><x:creator>Ann</x:creator><encoded xmlns="http://purl.org/rss/1.0/modules/content/">&lt;p&gt;Words&lt;/p&gt;</encoded><link xmlns="http://www.w3.org/2005/Atom" href="/a"/></item></channel></rss>`
    expect(readFeed(xml, at).items[0]).toMatchObject({
      author: 'Ann',
      contentHtml: '<p>Words</p>',
      url: 'https://paper.example/a',
    })
  })

  it('finds nothing to repair in feeds that are whole', () => {
    for (let seed = 0; seed < 30; seed++) {
      for (const kind of ['rss', 'atom', 'rdf'] as const)
        expect([kind, seed, readFeed(randomFeed(kind, seed, 8), at).repairs]).toEqual([kind, seed, []])
    }
  })

  it('names each repair', () => {
    const repairs = (xml: string): string[] => said(readFeed(xml, at).repairs)
    expect(repairs(rss('<item><title>A</title></item>'))).toEqual([])
    expect(repairs(rss('<item><title>Salt & pepper</title></item>'))).toEqual([
      expect.stringMatching(/Ampersands stand bare/),
    ])
    expect(repairs(rss('<item><title><![CDATA[Salt & pepper]]></title></item>'))).toEqual([])
    expect(repairs(rss('<item><title>A</item>'))).toEqual([expect.stringMatching(/not closed/)])
    expect(repairs(rss('<item><title>A\u0001</title></item>'))).toEqual([
      expect.stringMatching(/XML forbids/),
    ])
    expect(repairs('Warning: x\n' + rss('<item><title>A</title></item>'))).toEqual([
      expect.stringMatching(/before or behind/),
    ])
    expect(
      repairs(
        '<html><body>' + rss('<item><title>A</title></item>').replace(/<\?.*?\?>/, '') + '</body></html>',
      ),
    ).toEqual([expect.stringMatching(/inside a web page/)])
  })

  it('tells items apart that share an id but lead elsewhere, and takes a repeat for what it is', () => {
    const one = (id: string, path: string, title: string): string =>
      `<item><guid isPermaLink="false">${id}</guid><link>https://p.example/${path}</link><title>${title}</title></item>`
    const feed = readFeed(
      rss(
        one('x', 'a', 'A') +
          one('x', 'b', 'B') +
          one('x', 'a', 'A again') +
          one('x', 'b', 'B') +
          one('y', 'c', 'C'),
      ),
      at,
    )
    expect(feed.items.map((item) => item.title)).toEqual(['A', 'B', 'C'])
    expect(new Set(feed.items.map((item) => item.id)).size).toBe(3)
    expect(said(feed.repairs)).toEqual([expect.stringMatching(/one id/)])
    expect(readFeed(rss(one('x', 'a', 'A') + one('x', 'b', 'B')), at).items.map((item) => item.id)).toEqual(
      feed.items.slice(0, 2).map((item) => item.id),
    )
  })

  it('cuts a text without end, and says so', () => {
    const feed = readFeed(
      rss(`<item><title>A</title><description>${'word '.repeat(200_000)}</description></item>`),
      at,
    )
    expect(feed.items[0]!.summaryHtml!.length).toBeLessThanOrEqual(500_000)
    expect(said(feed.repairs)).toEqual([expect.stringMatching(/longer than 500000/)])
  })

  it('takes for Base64 only what is', () => {
    const entry = (content: string): string =>
      `<feed xmlns="http://www.w3.org/2005/Atom"><title>F</title><entry><title>A</title><content type="application/octet-stream">${content}</content></entry></feed>`
    expect(readFeed(entry('PHA+V29yZHM8L3A+'), at).items[0]!.contentHtml).toBe('<p>Words</p>')
    expect(readFeed(entry('Words, not coded'), at).items[0]!.contentHtml).toBe('Words, not coded')
    expect(readFeed(entry('iVBORw0KGgo='), at).items[0]!.contentHtml).toBeNull()
  })

  it('keeps both ends of a feed of more items than anyone could read', () => {
    const feed = readFeed(
      rss(
        Array.from(
          { length: 2500 },
          (_, index) => `<item><title>n${index}</title><guid>${index}</guid></item>`,
        ).join(''),
      ),
      at,
    )
    expect(feed.items).toHaveLength(2000)
    expect([
      feed.items[0]!.title,
      feed.items[999]!.title,
      feed.items[1000]!.title,
      feed.items[1999]!.title,
    ]).toEqual(['n0', 'n999', 'n1500', 'n2499'])
    expect(said(feed.repairs)).toEqual([expect.stringMatching(/holds 2500 items/)])
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
    ['Freitag, 3. März 2026, 14:05 Uhr', '2026-03-03T14:05:00.000Z'],
    ['3 de marzo de 2026', '2026-03-03T00:00:00.000Z'],
    ['lun. 3 août 2026 09:00 CEST', '2026-08-03T07:00:00.000Z'],
    ['Mar 3, 2026 2:05 pm', '2026-03-03T14:05:00.000Z'],
    ['2026年3月3日 14:05', '2026-03-03T14:05:00.000Z'],
    ['1772546700', '2026-03-03T14:05:00.000Z'],
    ['13/02/2026', '2026-02-13T00:00:00.000Z'],
    ['04/02/2026', null],
    ['2026-03-03T24:00:00Z', '2026-03-04T00:00:00.000Z'],
    ['2026-03-03T24:00:01Z', null],
    ['2026-03-03T10:00:60Z', '2026-03-03T10:00:59.000Z'],
    ['2026-03-03T10:00:00+25:00', null],
    ['2026-062', '2026-03-03T00:00:00.000Z'],
    ['Tue, 03 Mar 2026 10:00:00 XYZ', '2026-03-03T10:00:00.000Z'],
    ['3 Mar 2026 (yesterday)', '2026-03-03T00:00:00.000Z'],
    ['version 3 of 12 items', null],
    ['9'.repeat(200), null],
  ])('%s is %s', (text, instant) => {
    expect(parseFeedDate(text)).toBe(instant)
  })
})

describe('findFeeds', () => {
  const page = 'https://p.example/blog/today?x=1'
  const urls = (html: string): string[] => findFeeds(html, page).map((feed) => feed.url)

  it('gives the feeds a page names, absolute and each once, guesses last', () => {
    const html =
      '<base href="/blog/"><a href="feed.xml">feed</a><link rel="alternate" type="application/atom+xml" title="All" href="atom"><link rel=alternate type="text/css" href="x"><link rel="alternate" type="application/atom+xml" href="atom">'
    expect(findFeeds(html, 'https://p.example/x')).toEqual([
      { url: 'https://p.example/blog/atom', title: 'All', type: 'application/atom+xml' },
      { url: 'https://p.example/blog/feed.xml', title: null, type: null },
    ])
  })

  it.each([
    ['every type feeds are called by', '<link rel="ALTERNATE" type="application/rss+xml; charset=utf-8" href="a"><link rel="alternate" type="application/feed+json" href="b"><link rel="alternate" type="text/xml" href="c"><link rel="alternate home" type="application/rdf+xml" href="d"><link rel="feed" href="e">', 'abcde'],
    ['no pages, styles or other languages', '<link rel="alternate" hreflang="de" href="a"><link rel="alternate stylesheet" type="text/xml" href="b"><link rel="alternate" type="text/html" href="c"><link rel="icon" type="application/xml" href="d">', ''],
    ['the first base alone', '<base href="/blog/"><base href="https://elsewhere.example/"><link rel="feed" href="a">', 'a'],
    ['comments last', '<link rel="alternate" type="application/rss+xml" title="Comments on it" href="c"><link rel="alternate" type="application/rss+xml" href="comments/feed"><link rel="alternate" type="application/rss+xml" href="a">', ['a', 'c', 'comments/feed']],
    ['nothing that is no web address', '<link rel="feed" href="javascript:1"><link rel="feed" href="ftp://p.example/a"><link rel="feed"><a href="mailto:a@p.example/feed">x</a>', ''],
    ['links of the site alone', '<a href="https://other.example/feed.xml">x</a><a href="/rss">y</a><a href="/about">z</a>', ['../rss']],
    ['broken pages as well', '<p><link rel="feed" href="a"<div><link rel=feed href=b>', 'ab'],
  ])('finds %s', (_, html, wanted) => {
    expect(urls(html)).toEqual([...wanted].map((path) => new URL(path, 'https://p.example/blog/').href))
  }) // prettier-ignore

  it('tries the usual places beside the page and at the root', () => {
    const places = usualPlaces(page)
    expect(places.slice(0, 2)).toEqual(['https://p.example/blog/feed', 'https://p.example/blog/feed.xml'])
    expect(places).toContain('https://p.example/atom.xml')
    expect(new Set(places).size).toBe(places.length)
    expect(usualPlaces('https://p.example/').length).toBe(places.length / 2)
  })
})

describe('entities', () => {
  const titleOf = (title: string, type = ''): string | null | undefined =>
    readFeed(new TextEncoder().encode(`<?xml version="1.0"?>${type}<feed xmlns="http://www.w3.org/2005/Atom"><title>F</title><entry><id>1</id><title type="text">${title}</title></entry></feed>`), { url: 'https://paper.example/feed', contentType: null }).items[0]?.title // prettier-ignore

  it('of HTML are characters in a plain title too, and those of XML stay what they are', () => {
    expect(titleOf('Caf&eacute;&nbsp;bar &amp;eacute; &lt;b&gt; &bogus; &LT;i')).toBe(
      'Café bar &eacute; <b> &bogus; &LT;i',
    )
    expect(titleOf('<![CDATA[Caf&eacute;]]>')).toBe('Caf&eacute;')
  })

  it('for the character 0 are left out', () => {
    expect(titleOf('Nu&#0;ll&#x00;')).toBe('Null')
  })

  it('that a document declares are plain texts, as old feeds need them', () => {
    expect(
      titleOf(
        '&site;: &greet;',
        '<!DOCTYPE feed [<!ENTITY site "The Low Lamp"><!ENTITY greet \'Good day from &site;\'>]>',
      ),
    ).toBe('The Low Lamp: Good day from The Low Lamp')
  })

  it.each([
    ['with markup', '<!ENTITY a "<b>x</b>">'],
    ['from elsewhere', '<!ENTITY a SYSTEM "file:///etc/hostname">'],
    ['of parameters', '<!ENTITY % a "x">'],
    ['within others more than twice', '<!ENTITY d "x"><!ENTITY c "&d;"><!ENTITY b "&c;"><!ENTITY a "&b;">'],
    ['that name themselves', '<!ENTITY a "&a;">'],
    ['of more than a thousand signs', `<!ENTITY a "${'x'.repeat(1001)}">`],
    ['more than fifty', Array.from({ length: 51 }, (_, at) => `<!ENTITY a${at || ''} "x">`).join('')],
  ])('%s are not expanded', (_, declarations) => {
    expect(titleOf('A &a; b', `<!DOCTYPE feed [${declarations}]>`)).toBe('A &a; b')
  })

  it('never make a document much longer', () => {
    const title = titleOf('&a;'.repeat(5_000), `<!DOCTYPE feed [<!ENTITY a "${'x'.repeat(1000)}">]>`)
    expect(title!.length).toBeLessThan(120_000)
  })
})
