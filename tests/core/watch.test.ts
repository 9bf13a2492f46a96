import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  buildWatchIndex,
  dependsOn,
  formatWatch,
  matchWatch,
  parseWatch,
  prepareArticle,
  termsOf,
  type WatchArticle,
} from '#core/watch'
import { holdingsOf } from '#core/watch/overTime'
import { scanning } from '#core/watch/places'
import { cpuTimeOf } from '../support/cpu'
import { anyArticle, anyQuery, VOCABULARY } from '../support/randomWatches'
import { said, saidError } from '../support/said'

const now = '2026-03-01T00:00:00.000Z'
const blank: WatchArticle = {
  title: '',
  body: '',
  author: null,
  source: 'S',
  url: null,
  language: 'en',
  region: null,
  categories: [],
  publishedAt: null,
}
const article = (title: string, body = ''): WatchArticle => ({ ...blank, title, body })
const found = (query: string, one: Partial<WatchArticle>): boolean =>
  matchWatch(parseWatch(query), { ...blank, ...one }, now) !== null
const matches = (query: string, title: string, body = ''): boolean => found(query, { title, body })

/** What is said of a query that can't be read. */
function troubleOf(text: string): string | null {
  try {
    parseWatch(text)
    return null
  } catch (error) {
    return saidError(error)
  }
}

describe('parseWatch', () => {
  it('gives NOT before AND before OR', () => {
    expect(formatWatch(parseWatch('a b OR NOT c AND d'))).toBe('a b OR -c d')
    expect(parseWatch('a OR b c')).toEqual(parseWatch('a OR (b AND c)'))
    expect(
      formatWatch(parseWatch('title:(comet OR "dark sky"^2) -site:https://www.lowlamp.example/x AGE<7d')),
    ).toBe('(title:comet OR title:"dark sky"^2) -site:lowlamp.example age<7d')
  })

  it('reads back every query that formatWatch writes', () => {
    fc.assert(
      fc.property(anyQuery, (made) => void expect(parseWatch(formatWatch(made))).toEqual(made)),
      { numRuns: 1000 },
    )
  })

  it('gives a tree that survives being cloned and written as JSON', () => {
    fc.assert(
      fc.property(
        anyQuery,
        (made) => void expect(JSON.parse(JSON.stringify(structuredClone(made)))).toEqual(made),
      ),
    )
  })

  it('answers anything one can type, by a tree or by a place in it', () => {
    const piece = fc.constantFrom(
      '(',
      ')',
      '"',
      '-',
      '=',
      '*',
      '~',
      '^',
      ':',
      '<',
      'title',
      'age',
      'AND',
      'NOT',
      'OR',
      '7d',
      '4',
      ' ',
      'כ"ט',
      '🔭',
      'comet',
      '[a-z]+',
      '彗星',
    )
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.array(piece).map((list) => list.join('')),
        ),
        (text) => {
          try {
            expect(parseWatch(formatWatch(parseWatch(text)))).toEqual(parseWatch(text))
          } catch (error) {
            expect(error).toMatchObject({ code: 'watch-syntax' })
            const { at, expected } = error as { at: number; expected: string }
            expect(at).toBeGreaterThanOrEqual(0)
            expect(at).toBeLessThanOrEqual(text.length)
            expect(expected).not.toBe('')
            expect(saidError(error)).toMatch(/[.:)\da-z]$/)
            expect(saidError(error)).toMatch(/ /)
          }
        },
      ),
      { numRuns: 2000 },
    )
  })

  it.each([
    ['', 0],
    ['   ', 0],
    ['"open', 0],
    ['comet "open', 6],
    ['a (b', 2],
    ['a )', 2],
    ['a ()', 3],
    ['a OR', 4],
    ['a - ', 4],
    ['NOT', 3],
    ['?!', 0],
    ['comet 🔭', 6],
    ['titel:comet', 0],
    ['title:', 6],
    ['title:(a author:b)', 9],
    ['title:(a age<7d)', 9],
    ['site:?', 5],
    ['lang:english!', 5],
    ['age<7', 4],
    ['age<7y', 4],
    ['words>=many', 7],
    ['comet^', 6],
    ['comet^0', 6],
    ['comet^101', 6],
    ['"dark sky"^x', 11],
    ['"dark sky"~', 11],
    ['comet~4', 5],
    ['= comet', 0],
    ['lamp (comet OR (dark', 15],
    ['title:(comet', 6],
    [`${'('.repeat(1000)}a`, 40],
    [`${'NOT '.repeat(10_000)}a`, 160],
  ])('refuses %.30j at its place', (text, at) => {
    expect(() => parseWatch(text)).toThrow(expect.objectContaining({ code: 'watch-syntax', at }))
  })

  it('takes ten thousand words at once', () => {
    const text = Array.from({ length: 10_000 }, (_, at) => `word${at}`).join(' OR ')
    const took = cpuTimeOf(() => {
      const query = parseWatch(text)
      expect(said(matchWatch(query, article('Nothing', 'word9999 alone'), now)?.reasons)).toEqual([
        '“word9999” in the text',
      ])
    })
    expect(took).toBeLessThan(1000)
  })

  it('takes what looks like a regular expression as the words in it', () => {
    expect(matches('/comet.*tail/', 'comet tail')).toBe(true)
    expect(troubleOf('(a+)+$')).toBe('“+$” has no letter or figure to look for.')
  })
})

describe('matchWatch', () => {
  it('finds forms of a word, ignores case and accents', () => {
    expect(matches('lamp', 'Lamps changed')).toBe(true)
    expect(matches('cafe', 'The CAFÉ')).toBe(true)
    expect(matches('=lamp', 'Lamps changed')).toBe(false)
    expect(matches('lam*', 'Lamps changed')).toBe(true)
  })

  it('takes phrases word by word and leaves out what is excluded', () => {
    expect(matches('"dark sky"', 'A dark, sky-blue thing')).toBe(true)
    expect(matches('"dark skies"', 'A dark sky')).toBe(true)
    expect(matches('="dark skies"', 'A dark sky')).toBe(false)
    expect(matches('"dark sky"', 'sky dark')).toBe(false)
    expect(matches('"dark sky"', 'dark', 'sky')).toBe(false)
    expect(matches('"dark obs"*', 'dark observatory')).toBe(true)
    expect(matches('comet -weather', 'Comet', 'and the weather')).toBe(false)
    expect(matches('comet OR meteor', 'A meteor')).toBe(true)
    expect(matches('comet meteor', 'A meteor')).toBe(false)
    expect(matches('-weather', 'A comet')).toBe(true)
  })

  it('finds words near each other, in any order', () => {
    expect(matches('"dark sky"~2', 'sky over a dark')).toBe(true)
    expect(matches('"dark sky"~1', 'sky over a dark')).toBe(false)
    expect(matches('"dark sky lamp"~3', 'lamp one dark two sky')).toBe(true)
    expect(matches('"dark sky lamp"~2', 'lamp one dark two sky')).toBe(false)
    expect(matchWatch(parseWatch('"dark sky"~4'), article('The sky was dark'), now)!.spans).toEqual([
      { field: 'title', start: 4, end: 7 },
      { field: 'title', start: 12, end: 16 },
    ])
  })

  it('looks where it is told to', () => {
    const one = {
      title: 'Comet',
      body: 'lamp',
      author: 'Ines Calado',
      source: 'Low Lamp',
      categories: ['Night sky'],
      region: 'North Coast',
    }
    for (const query of [
      'title:comet',
      'body:lamps',
      'author:ines',
      'source:"low lamp"',
      'category:skies',
      'region:"north coast"',
    ])
      expect(found(query, one)).toBe(true)
    for (const query of [
      'title:lamp',
      'body:comet',
      'author:lamp',
      'source:comet',
      'category:comet',
      'region:south',
      'coast',
      'night',
    ])
      expect(found(query, one)).toBe(false)
    expect(found('title:(comet OR sun) -author:tom', one)).toBe(true)
  })

  it('knows sites with what is below them, and languages with their kinds', () => {
    expect(found('site:lowlamp.example', { url: 'https://www.lowlamp.example/a' })).toBe(true)
    expect(found('site:lowlamp.example', { url: 'https://news.lowlamp.example/a' })).toBe(true)
    expect(found('site:lowlamp.example', { url: 'https://notlowlamp.example/a' })).toBe(false)
    expect(found('site:bäckerei.example', { url: 'https://xn--bckerei-5wa.example/' })).toBe(true)
    expect(found('lang:pt', { language: 'pt-BR' })).toBe(true)
    expect(found('lang:pt-br', { language: 'pt' })).toBe(false)
  })

  it('compares ages, lengths, outlets and responses; what is not known does not hold', () => {
    const one = { body: 'one two three', publishedAt: '2026-02-22T00:00:00.000Z', outlets: 3, responses: 50 }
    for (const query of [
      'age<8d',
      'age<=7d',
      'age>6d',
      'age<2w',
      'age>=168h',
      'words=3',
      'outlets>=3',
      'responses>49',
    ])
      expect(found(query, one)).toBe(true)
    for (const query of ['age<7d', 'age>1w', 'words>3', 'outlets<3', 'responses<50'])
      expect(found(query, one)).toBe(false)
    expect(found('age<9w', { publishedAt: null })).toBe(false)
    expect(found('responses>=0', {})).toBe(false)
    expect(dependsOn(parseWatch('comet (age<7d OR -outlets>2)'))).toEqual(['age', 'outlets'])
  })

  it('reads from right to left, without spaces, and abbreviations with a mark in them', () => {
    expect(matches('מגדלור', 'המגדלור של מגדלור')).toBe(true)
    expect(matches('שנת תשפ"ו', 'סוף שנת תשפ"ו')).toBe(true)
    expect(matches('彗星', '新しい彗星が見えた')).toBe(true)
    expect(matches('"彗星が見えた"', '新しい彗星が見えた')).toBe(true)
    expect(matches('ночь', 'НОЧЬ')).toBe(true)
  })

  it('says where: the spans hold forms of the words', () => {
    const match = matchWatch(parseWatch('comet'), article('Two comets', 'One comet.'), now)!
    expect(match.spans).toEqual([
      { field: 'title', start: 4, end: 10 },
      { field: 'body', start: 4, end: 9 },
    ])
    expect(said(match.reasons)).toEqual(['“comet” in the title, 2 times'])
    expect(said(matchWatch(parseWatch('lamp site:lowlamp.example age<1d'), { ...blank, body: 'lamp', url: 'https://lowlamp.example/', publishedAt: now }, now)!.reasons)).toEqual(['“lamp” in the text', 'on lowlamp.example', 'younger than 1 day']) // prettier-ignore
  })

  it('weighs lead words more, and title hits double', () => {
    const strength = (query: string, title: string, body = ''): number =>
      matchWatch(parseWatch(query), article(title, body), now)!.strength
    expect(strength('comet OR meteor', 'comet meteor')).toBe(1)
    expect(strength('comet OR meteor', 'comet')).toBe(0.5)
    expect(strength('comet OR meteor', '', 'comet')).toBe(0.25)
    expect(strength('comet^3 OR meteor', 'comet')).toBe(0.75)
  })

  it('is never weaker for more hits, and stays within 0 and 1', () => {
    fc.assert(
      fc.property(anyQuery, anyArticle, fc.array(fc.constantFrom(...VOCABULARY)), (query, one, more) => {
        const longer = { ...one, title: `${one.title} ${more.join(' ')}` }
        const [before, after] = [matchWatch(query, one, now), matchWatch(query, longer, now)]
        if (!before || !after || termsOf(query).some(({ leavesOut }) => leavesOut)) return
        expect(before.strength).toBeGreaterThanOrEqual(0)
        expect(after.strength).toBeLessThanOrEqual(1)
        expect(after.strength).toBeGreaterThanOrEqual(before.strength - 1e-12)
      }),
      { numRuns: 500 },
    )
  })
})

describe('buildWatchIndex', () => {
  it('gives what matching one by one gives', () => {
    fc.assert(
      fc.property(
        fc.array(anyQuery, { minLength: 1, maxLength: 30 }),
        fc.array(anyArticle, { minLength: 1, maxLength: 4 }),
        (queries, articles) => {
          const watches = queries.map((query, at) => ({ id: String(at), query }))
          const index = buildWatchIndex(watches)
          for (const one of articles) {
            const byOne = watches.flatMap(({ id, query }) =>
              [matchWatch(query, one, now)].flatMap((match) => (match ? [{ id, match }] : [])),
            )
            expect(index.match(one, now)).toEqual(byOne)
            expect(index.match(prepareArticle(one), now)).toEqual(byOne)
          }
        },
      ),
      { numRuns: 400 },
    )
  })
})

describe('holdingsOf', () => {
  it('says for which times to come a query holds, as asking at each of them would', () => {
    const at = Date.parse(now)
    fc.assert(
      fc.property(anyQuery, anyArticle, fc.integer({ min: 0, max: 100 * 24 * 60 }), (query, one, minutes) => {
        const prepared = prepareArticle(one)
        const holdings = holdingsOf(query, prepared, at, scanning(prepared))
        const later = at + minutes * 60_000
        const inForce = holdings.filter(
          ({ from, until }) => (from === null || from <= later) && (until === null || later < until),
        )
        expect(inForce.length).toBe(matchWatch(query, one, new Date(later).toISOString()) ? 1 : 0)
      }),
      { numRuns: 1000 },
    )
  })
})
