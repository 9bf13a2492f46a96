import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readOpml, writeOpml, type FormatError } from '#core/formats'
import { said } from '../support/said'

const file = (body: string): string =>
  `<?xml version="1.0"?>\n<opml version="2.0"><head><title>T</title></head><body>\n${body}\n</body></opml>`
const feed = (host: string, more = ''): string =>
  `<outline text="${host}" type="rss" xmlUrl="https://${host}/feed"${more}/>`

describe('readOpml', () => {
  it('reads feeds with their folders, titles and homes (OPML 2.0)', () => {
    const { rows, problems } = readOpml(
      file(
        `<outline text="Light">${feed('a.example', ' htmlUrl="https://a.example/"')}</outline>${feed('b.example')}`,
      ),
    )
    expect(rows).toEqual([
      {
        url: 'https://a.example/feed',
        title: 'a.example',
        homeUrl: 'https://a.example/',
        folders: ['Light'],
      },
      { url: 'https://b.example/feed', title: 'b.example', homeUrl: null, folders: [] },
    ])
    expect(problems).toEqual([])
  })

  it('takes the same feed in three folders once, in all three', () => {
    const { rows } = readOpml(
      file(
        ['One', 'Two', 'Three']
          .map((name) => `<outline text="${name}">${feed('a.example')}</outline>`)
          .join(''),
      ),
    )
    expect(rows).toMatchObject([{ folders: ['One', 'Two', 'Three'] }])
  })

  it('names folders within folders by their way, ten deep', () => {
    const deep = Array.from({ length: 10 }, (_, at) => `<outline text="f${at}">`).join('')
    const { rows } = readOpml(file(`${deep}${feed('a.example')}${'</outline>'.repeat(10)}`))
    expect(rows[0]!.folders).toEqual(['f0 / f1 / f2 / f3 / f4 / f5 / f6 / f7 / f8 / f9'])
  })

  it('reads categories as folders', () => {
    expect(readOpml(file(feed('a.example', ' category="/Sky/Comets, News"'))).rows[0]!.folders).toEqual([
      'Sky / Comets',
      'News',
    ])
  })

  it('reports what is no web address with its line, and reads the rest', () => {
    const { rows, problems } = readOpml(
      file(
        `<outline text="x" xmlUrl="javascript:alert(1)"/>\n<outline text="y" xmlUrl="no address"/>\n${feed('a.example')}`,
      ),
    )
    expect(rows).toHaveLength(1)
    expect(said(problems)).toEqual([
      { line: 3, message: '“javascript:alert(1)” is not a web address.' },
      { line: 4, message: '“no address” is not a web address.' },
    ])
  })

  it('reads what is damaged: capitals, bare ampersands, a cut end', () => {
    const damaged = `<OPML><BODY><OUTLINE TEXT="Salt & pepper">${feed('a.example').replace('xmlUrl', 'XMLURL')}<outline text="b" xmlUrl="https://b.example/?x=1&y=2"/>`
    expect(readOpml(damaged).rows.map(({ url, folders }) => [url, folders])).toEqual([
      ['https://a.example/feed', ['Salt & pepper']],
      ['https://b.example/?x=1&y=2', ['Salt & pepper']],
    ])
  })

  it.each([['', 'not-opml'], ['<html><body>A page</body></html>', 'not-opml'], ['{"a":1}', 'not-opml'], [file('<outline text="x">'.repeat(5000)), 'too-deep']])('refuses what is none', (text, code) => {
    expect(() => readOpml(text)).toThrow(expect.objectContaining({ code }) as FormatError)
  }) // prettier-ignore

  it('reads 5,000 outlines at once', () => {
    expect(
      readOpml(file(Array.from({ length: 5000 }, (_, at) => feed(`s${at}.example`)).join('\n'))).rows,
    ).toHaveLength(5000)
  })
})

it('what is written is read again as it was', () => {
  const name = fc.string({ minLength: 1, maxLength: 20 }).map((text) => text.replace(/[\s/,]+/g, ' ').trim() || 'x').filter((text) => /^[^\p{C}]*$/u.test(text)) // prettier-ignore
  const source = fc.record({
    url: fc.nat(50).map((n) => `https://s${n}.example/feed?a=1&b="${n}"`),
    title: name,
    folders: fc.uniqueArray(name, { maxLength: 3 }),
  })
  fc.assert(
    fc.property(fc.uniqueArray(source, { selector: ({ url }) => url, maxLength: 12 }), (given) => {
      const sources = given.map((one) => ({
        ...one,
        url: new URL(one.url).href,
        homeUrl: 'https://home.example/',
      }))
      const { rows, problems } = readOpml(writeOpml('Ours', sources))
      expect(problems).toEqual([])
      const sorted = (list: { url: string; title: string | null; folders: string[] }[]) => list.map((one) => [one.url, one.title, [...one.folders].sort()]).sort((a, b) => String(a[0]).localeCompare(String(b[0]))) // prettier-ignore
      expect(sorted(rows)).toEqual(sorted(sources))
    }),
  )
})
