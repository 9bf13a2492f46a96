import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { dayOrderOf, readMoments } from '#core/formats/moments'
import { postColumnsOf } from '#core/formats/postFields'
import { readPostsCsv, writePostsCsv, type CsvPost } from '#core/formats/postsCsv'
import { sayBatch } from '#shared/batches/messages'

const ZONE = 'Europe/Lisbon'
const moments = (cells: string[], order: 'day-first' | 'month-first' | null = null) =>
  readMoments(cells, { zone: ZONE, order }).map((one) => ('at' in one ? one.at.slice(0, 16) : one.problem))

describe('readMoments', () => {
  it('reads a time in the brand’s zone, or with the offset that stands there', () => {
    expect(
      moments(['2027-03-02 10:00', '2027-07-02T10:00:30', '2027-07-02T10:00+03:00', '2027-07-02 10:00Z', '2027-07-02T10:00:00.123-0230']), // prettier-ignore
    ).toEqual([
      '2027-03-02T10:00',
      '2027-07-02T09:00',
      '2027-07-02T07:00',
      '2027-07-02T10:00',
      '2027-07-02T12:30',
    ])
  })

  it('reads three notations of the same day', () => {
    const same = ['2027-03-25 18:05', '25.3.2027 18:05', '25/03/2027 18:05', '3/25/2027 6:05 PM']
    expect(new Set(moments(same))).toEqual(new Set(['2027-03-25T18:05']))
  })

  it('says where day and month could be either, unless it is told or they are the same', () => {
    expect(moments(['4/3/2027 10:00'])).toEqual(['either'])
    expect(moments(['4/3/2027 10:00'], 'day-first')).toEqual(['2027-03-04T10:00'])
    expect(moments(['4/3/2027 10:00'], 'month-first')).toEqual(['2027-04-03T09:00'])
    expect(moments(['3/3/2027 10:00'])).toEqual(['2027-03-03T10:00'])
    expect(dayOrderOf(['4/3/2027', '5/13/2027'])).toBe('month-first')
    expect(dayOrderOf(['4/3/2027 10:00', '13/5/2027'])).toBe('day-first')
    expect(dayOrderOf(['2027-03-04', '4.3.2027', '4/3/2027'])).toBeNull()
  })

  it('keeps halves of the day apart: 12 am is midnight, 12 pm noon', () => {
    expect(
      moments(['3/25/2027 12:00 am', '3/25/2027 12:30 PM', '3/25/2027 11:59 p.m.', '3/25/2027 13:00 pm']),
    ).toEqual(['2027-03-25T00:00', '2027-03-25T12:30', '2027-03-25T23:59', 'unreadable'])
  })

  it('takes no day that is none, and nothing that is no time', () => {
    expect(moments(['2027-02-29 10:00', '2028-02-29 10:00', '31.4.2027 10:00'])).toEqual(['no-such-day', '2028-02-29T10:00', 'no-such-day']) // prettier-ignore
    for (const cell of [
      '',
      'tomorrow',
      '2027-03-02 25:00',
      '2027-03-02 10:61',
      '2027-13',
      '1'.repeat(10_000),
    ])
      expect(moments([cell])).toEqual(['unreadable'])
  })

  it('reads a skipped time with the offset before the gap, of a doubled one the first (RFC 5545 §3.3.5)', () => {
    expect(moments(['2027-03-28 01:30', '2027-10-31 01:30'])).toEqual([
      '2027-03-28T01:30',
      '2027-10-31T00:30',
    ])
  })

  it('has a day without a time end with it, by the clock', () => {
    const [day, short] = readMoments(['2027-07-02', '2027-03-28'], { zone: ZONE, order: null })
    expect(day).toEqual({ at: '2027-07-01T23:00:00.000Z', endsAt: '2027-07-02T22:59:59.999Z' })
    expect(short).toEqual({ at: '2027-03-28T00:00:00.000Z', endsAt: '2027-03-28T22:59:59.999Z' })
  })
})

const read = (text: string, more: Partial<Parameters<typeof readPostsCsv>[1]> = {}) =>
  readPostsCsv(text, { zone: ZONE, ...more })
const faults = (text: string): string[] =>
  read(text).problems.map(({ line, field, message }) => `${line} ${field}: ${sayBatch(message)}`)

describe('a table of posts', () => {
  it('is read by its heads, whatever their order, case and separators', () => {
    const { columns, rows, problems } = read(
      '\ufeffAccount;Time;Post;Link;Hashtags;Tags;Wording_2;Good-until;Alt text\r\nChatterbrook;2.3.2027 10:00;"Two; lines\r\nand ""more""";https://paper.example/a;#lamps dark;spring, talk;Said otherwise;3.3.2027;A lamp\r\n',
    )
    expect(columns).toMatchObject({ account: 0, at: 1, text: 2, wording2: 6, goodUntil: 7, description: 8 })
    expect(problems).toEqual([])
    expect(rows).toEqual([
      {
        line: 2,
        text: 'Two; lines\nand "more"',
        link: 'https://paper.example/a',
        account: 'Chatterbrook',
        board: null,
        pillar: null,
        at: '2027-03-02T10:00:00.000Z',
        goodUntil: '2027-03-03T23:59:59.999Z',
        hashtags: ['lamps', 'dark'],
        description: 'A lamp',
        campaign: null,
        tags: ['spring', 'talk'],
        picture: null,
        wordings: ['Said otherwise'],
      },
    ])
  })

  it('says of each row what of it can’t be used, and keeps the rest of it', () => {
    const rows = [
      'text,account,time,link,good until',
      ',Chatterbrook,,,',
      'No account,,,,',
      'A link,Chatterbrook,,not a link,',
      'When,Chatterbrook,soon,,',
      'No time,Chatterbrook,2027-03-02,,',
      'No day,Chatterbrook,30.2.2027 10:00,,31.2.2027',
      'Either,Chatterbrook,4/3/2027 10:00,,',
      'Fine,Chatterbrook,2027-03-02 10:00,,',
    ]
    expect(faults(rows.join('\n'))).toEqual([
      '2 text: It has no text.',
      '3 account: It names no account.',
      '4 link: “not a link” is not a web address.',
      '5 at: “soon” is not a day and time; one looks like 2027-03-02 10:00.',
      '6 at: “2027-03-02” has no time of day.',
      '7 at: “30.2.2027 10:00” is no day of the calendar.',
      '7 goodUntil: “31.2.2027” is no day of the calendar.',
      '8 at: “4/3/2027 10:00” may be read two ways; say whether the day or the month is first.',
    ])
    expect(read(rows.join('\n')).rows).toHaveLength(8)
    // One row that can be read one way alone tells of all.
    expect(faults([...rows, 'Tells,Chatterbrook,25/3/2027 10:00,,'].join('\n')).at(-1)).toMatch(
      /^7 goodUntil/,
    )
  })

  it('takes the columns somebody matched in place of its guess', () => {
    const text = 'a,b,c\nChatterbrook,Words,https://paper.example/'
    expect(read(text).columns).toEqual({})
    const { rows, problems } = read(text, { columns: { account: 0, text: 1, link: 2 } })
    expect(problems).toEqual([])
    expect(rows[0]).toMatchObject({ account: 'Chatterbrook', text: 'Words', link: 'https://paper.example/' })
    // Of two columns of a name the first.
    expect(postColumnsOf(['Text', 'text', 'Account name'])).toEqual({ text: 0 })
  })

  const words = fc
    .string({ unit: 'binary', maxLength: 60 })
    .map((text) => text.replace(/\r\n?/g, '\n').trim())
  const name = words.filter((text) => text !== '')
  const plain = fc.stringMatching(/^[a-zäé]{1,12}$/)
  const at = fc
    .integer({ min: Date.UTC(2026, 0), max: Date.UTC(2031, 0) })
    .map((ms) => new Date(ms - (ms % 1_000)).toISOString())
  const post: fc.Arbitrary<CsvPost> = fc.record({
    text: name,
    link: fc.option(fc.webUrl({ withQueryParameters: true }).map((url) => new URL(url).href)),
    account: name,
    board: fc.option(name),
    pillar: fc.option(name),
    at: fc.option(at),
    goodUntil: fc.option(at),
    hashtags: fc.array(plain, { maxLength: 3 }),
    description: fc.option(name),
    campaign: fc.option(name),
    tags: fc.array(plain, { maxLength: 3 }),
    picture: fc.option(name),
    wordings: fc.array(name, { maxLength: 5 }),
  })

  it('written and read back is what it was', () => {
    fc.assert(
      fc.property(fc.array(post, { minLength: 1, maxLength: 8 }), (posts) => {
        const { rows, problems } = read(writePostsCsv(posts))
        expect(problems).toEqual([])
        expect(rows.map(({ line: _, ...row }) => row)).toEqual(posts)
      }),
      { numRuns: 300 },
    )
  })

  it('makes no cell a formula', () => {
    const table = writePostsCsv([
      { text: '=1+1', link: null, account: '@ada', board: null, pillar: null, at: null, goodUntil: null, hashtags: [], description: '-x', campaign: null, tags: [], picture: null, wordings: ['+y'] }, // prettier-ignore
    ])
    expect(table).toMatch(/^'=1\+1,,'@ada,/m)
    expect(table).toMatch(/,'-x,.*,'\+y\r\n$/)
  })

  it('reads ten thousand rows in a moment', () => {
    const posts = Array.from({ length: 10_000 }, (_, index): CsvPost => ({
      ...{ text: `Post ${index}, with a comma`, link: 'https://paper.example/', account: 'Chatterbrook' },
      ...{
        board: null,
        pillar: null,
        at: new Date(Date.UTC(2027, 2, 1) + index * 900_000).toISOString(),
        goodUntil: null,
      },
      ...{ hashtags: ['lamps'], description: null, campaign: null, tags: [], picture: null, wordings: [] },
    }))
    const begun = performance.now()
    expect(read(writePostsCsv(posts)).rows).toHaveLength(10_000)
    // A dry run of so many rows may take ten seconds, of which this is the first step.
    expect(performance.now() - begun).toBeLessThan(5_000)
  })
})
