import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import {
  FormatError,
  kindOfList,
  readBookmarks,
  readSavedList,
  readTable,
  writeBookmarks,
  writeTable,
} from '#core/formats'

const list = (lines: string): string =>
  `<!DOCTYPE NETSCAPE-Bookmark-file-1>\n<TITLE>Bookmarks</TITLE>\n<H1>Bookmarks</H1>\n<DL><p>\n${lines}\n</DL><p>\n`

describe('a bookmarks file', () => {
  it('as one browser writes it: folders in folders, seconds, tags, notes', () => {
    // As written by Firefox, from memory.
    const { rows, problems } = readBookmarks(
      list(`    <DT><H3 ADD_DATE="1700000000" PERSONAL_TOOLBAR_FOLDER="true">Bar</H3>
    <DL><p>
        <DT><H3>Night &amp; sky</H3>
        <DL><p>
            <DT><A HREF="https://lowlamp.example/a?x=1&amp;y=2" ADD_DATE="1712345678" TAGS="lamps,dark skies" ICON="data:image/png;base64,AAAA">Lamps &lt;off&gt;</A>
            <DD>For the spring talk
        </DL><p>
        <DT><A HREF="place:sort=8">Most visited</A>
    </DL><p>
    <DT><A HREF="https://bellhaven.example/">Bellhaven</A>`),
    )
    expect(rows).toEqual([
      {
        url: 'https://lowlamp.example/a?x=1&y=2',
        title: 'Lamps <off>',
        addedAt: '2024-04-05T19:34:38.000Z',
        folders: ['Bar', 'Night & sky'],
        tags: ['lamps', 'dark skies'],
        note: 'For the spring talk',
      },
      {
        url: 'https://bellhaven.example/',
        title: 'Bellhaven',
        addedAt: null,
        folders: [],
        tags: [],
        note: null,
      },
    ])
    expect(problems).toEqual([
      { line: 12, message: { code: 'list.no-address', params: { text: 'place:sort=8' } } },
    ])
  })

  it.each([
    ['lists that are not closed', '<DT><H3>One</H3><DL><p><DT><A HREF="https://a.example/">A</A>'],
    ['no paragraphs', '<DT><H3>One</H3><DL><DT><A HREF="https://a.example/">A</A></DL>'],
    ['elements in small letters', '<dt><h3>One</h3><dl><p><dt><a href="https://a.example/">A</a></dl>'],
  ])('with %s is read all the same', (_, lines) => {
    expect(readBookmarks(list(lines)).rows).toMatchObject([{ url: 'https://a.example/', folders: ['One'] }])
  })

  it.each([
    ['1712345678', '2024-04-05T19:34:38.000Z'],
    ['1712345678000', '2024-04-05T19:34:38.000Z'],
    ['1712345678000000', '2024-04-05T19:34:38.000Z'],
    ['0', null],
    ['yesterday', null],
    ['99999999999999999999', null],
  ])('knows dates in seconds and finer: %s', (date, at) => {
    const { rows } = readBookmarks(list(`<DT><A HREF="https://a.example/" ADD_DATE="${date}">A</A>`))
    expect(rows[0]!.addedAt).toBe(at)
  })

  it.each([
    ['a page', '<!doctype html><title>A page</title><p>With a <a href="https://a.example/">link</a>.'],
    ['nothing', ''],
    ['an empty list', list('')],
  ])('that is %s is refused', (_, text) => expect(() => readBookmarks(text)).toThrow(FormatError))

  it('of elements without end is read as far as it goes, and says so', () => {
    const deep = list(`<DT><A HREF="https://a.example/">A</A>${'<DT><H3>x</H3><DL>'.repeat(5000)}`)
    const { rows, problems } = readBookmarks(deep)
    expect(rows).toHaveLength(1)
    expect(problems.at(-1)!.message.code).toBe('list.too-deep')
  })

  it('that was written is read back as it was', () => {
    const text = fc
      .string({ unit: 'grapheme', maxLength: 40 })
      .map((word) => word.replace(/\s+/g, ' ').trim())
    const row = fc.record({
      path: fc.webPath(),
      title: text.filter((word) => word !== '' && !/[\p{Cc}\ufffe\uffff]/u.test(word)),
      seconds: fc.integer({ min: 1, max: 4_000_000_000 }),
      folder: fc.constantFrom(null, 'Dark skies', 'A & B <c>'),
      tags: fc.uniqueArray(fc.constantFrom('lamps', 'owls', 'sky'), { maxLength: 3 }),
      note: fc.constantFrom(null, 'For “spring” & autumn'),
    })
    fc.assert(
      fc.property(fc.array(row, { minLength: 1, maxLength: 6 }), (rows) => {
        const written = rows.map(({ path, seconds, ...more }) => ({
          url: new URL(`https://a.example/x${path}`).href,
          addedAt: new Date(seconds * 1000).toISOString(),
          ...more,
        }))
        const read = readBookmarks(writeBookmarks('Kept', written)).rows
        const inOrder = [...written].sort((a, b) => Number(a.folder === null) - Number(b.folder === null))
        expect(
          new Set(read.map((one) => JSON.stringify({ ...one, folders: one.folders[0] ?? null }))),
        ).toEqual(
          new Set(
            inOrder.map(({ url, title, addedAt, folder, tags, note }) =>
              JSON.stringify({ url, title, addedAt, folders: folder, tags, note }),
            ),
          ),
        )
      }),
      { numRuns: 60 },
    )
  })
})

describe('a table', () => {
  it('is matched by its heads, or by where its addresses stand', () => {
    const named = readTable(
      'Title,URL,Tags,time_added\r\n"Lamps, off",https://a.example/1,a|b,1712345678\r\n',
    )
    expect(named.guess).toEqual({ url: 1, title: 0, note: null, tags: 2, folder: null, addedAt: 3 })
    const bare = readTable('https://a.example/1;Lamps\nhttps://a.example/2;Owls\n')
    expect([bare.guess.url, bare.rows.length, bare.heads]).toEqual([0, 2, ['', '']])
    const { rows } = readSavedList(
      'Title,URL,Tags,time_added\r\n"Lamps, off",https://a.example/1,a|b,1712345678\r\n',
      null,
    )
    expect(rows).toEqual([
      {
        url: 'https://a.example/1',
        title: 'Lamps, off',
        addedAt: '2024-04-05T19:34:38.000Z',
        folder: null,
        tags: ['a', 'b'],
        note: null,
      },
    ])
  })

  it('names the lines that hold no address, also behind a cell of several lines', () => {
    const { rows, problems } = readSavedList(
      'url,note\nhttps://a.example/,"two\nlines"\nnone,x\n\nhttps://b.example/,y\n',
      null,
    )
    expect(rows.map(({ url, note }) => [url, note])).toEqual([
      ['https://a.example/', 'two\nlines'],
      ['https://b.example/', 'y'],
    ])
    expect(problems).toMatchObject([
      { line: 4, message: { code: 'list.no-address', params: { text: 'none' } } },
    ])
  })

  it('by columns that somebody chose', () => {
    const columns = { url: 2, title: 1, note: 0, tags: null, folder: null, addedAt: null }
    const { rows } = readSavedList('a,b,c\nnote,title,https://a.example/\n', columns)
    expect(rows).toMatchObject([{ url: 'https://a.example/', title: 'title', note: 'note' }])
  })

  it('without addresses is refused', () =>
    expect(() => readSavedList('a,b\n1,2\n', null)).toThrow(FormatError))

  it('that was written is read back, and holds no formula', () => {
    const cell = fc.oneof(fc.string(), fc.constantFrom('=1+1', '+a', '-b', '@c', 'a,"b"\nc', "'=x"))
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 5 }), (rows) => {
        const written = writeTable(['one', 'two'], rows)
        // As a spreadsheet would take it in: no cell is a formula.
        const cells = Papa.parse<string[]>(written, { delimiter: ',', newline: '\r\n' }).data.flat()
        expect(cells.filter((text) => /^[=+\-@\t\r]/.test(text))).toEqual([])
        const kept = rows.filter((row) => row.some((text) => text.trim() !== ''))
        const read = readTable(written).rows.map(({ cells }) => cells)
        expect(read).toEqual(kept.map((row) => row.map((text) => text)))
      }),
      { numRuns: 100 },
    )
  })
})

it('a JSON Feed and OPML are told by how they begin', () => {
  const feed = JSON.stringify({
    version: 'https://jsonfeed.org/version/1.1',
    title: 'Saved',
    items: [
      {
        id: '1',
        url: 'https://a.example/1',
        title: 'One',
        date_published: '2026-11-01T10:00:00Z',
        tags: ['lamps'],
      },
      { id: '2', content_text: 'No address' },
    ],
  })
  expect(kindOfList(feed)).toBe('feed')
  expect(readSavedList(feed, null).rows).toMatchObject([
    { url: 'https://a.example/1', title: 'One', tags: ['lamps'] },
  ])
  const opml =
    '<?xml version="1.0"?><opml version="2.0"><body><outline text="Sky"><outline type="link" text="Two" url="https://a.example/2"/></outline></body></opml>'
  expect(kindOfList(opml)).toBe('opml')
  expect(readSavedList(opml, null).rows).toMatchObject([
    { url: 'https://a.example/2', title: 'Two', folder: 'Sky' },
  ])
})
