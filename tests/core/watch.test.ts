import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { stem, words } from '../../core/text'
import { buildWatchIndex, formatWatch, matchWatch, parseWatch, type WatchArticle, type WatchQuery } from '../../core/watch'

const now = '2026-03-01T00:00:00.000Z'
const article = (title: string, body = '', language: string | null = 'en'): WatchArticle => ({
  title,
  body,
  author: null,
  source: 'S',
  url: null,
  language,
  region: null,
  categories: [],
  publishedAt: null,
})
const matches = (query: string, title: string, body = ''): boolean => matchWatch(parseWatch(query), article(title, body), now) !== null

describe('parseWatch', () => {
  it('gives NOT before AND before OR', () => {
    expect(formatWatch(parseWatch('a b OR NOT c AND d'))).toBe('a b OR -c d')
    expect(parseWatch('a OR b c')).toEqual(parseWatch('a OR (b AND c)'))
  })

  const word = fc.stringMatching(/^[a-z]{1,6}$/).filter((text) => !['and', 'or', 'not'].includes(text))
  const term: fc.Arbitrary<WatchQuery> = fc
    .record({ kind: fc.constant('term' as const), words: fc.array(word, { minLength: 1, maxLength: 3 }), exact: fc.boolean(), prefix: fc.boolean() })
    .map(({ words: list, prefix, ...rest }) => ({ ...rest, words: list, phrase: list.length > 1, prefix: prefix && list.length === 1 }))
  const { query } = fc.letrec<{ query: WatchQuery }>((tie) => ({
    query: fc.oneof(
      { depthSize: 'small' },
      term,
      fc.record({ kind: fc.constantFrom('and' as const, 'or' as const), parts: fc.array(tie('query'), { minLength: 2, maxLength: 3 }) }),
      fc.record({ kind: fc.constant('not' as const), part: tie('query') }),
    ),
  }))

  it('reads back every query that formatWatch writes', () => {
    fc.assert(fc.property(query, (made) => void expect(parseWatch(formatWatch(made))).toEqual(made)))
  })

  it.each([
    ['', 0],
    ['"open', 0],
    ['a (b', 4],
    ['a )', 2],
    ['a OR', 4],
    ['a - ', 4],
    ['?!', 0],
    [`${'('.repeat(1000)}a`, 40],
  ])('refuses %j at its place', (text, at) => {
    expect(() => parseWatch(text)).toThrow(expect.objectContaining({ code: 'watch-syntax', at }))
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
    expect(matches('"dark sky"', 'sky dark')).toBe(false)
    expect(matches('comet -weather', 'Comet', 'and the weather')).toBe(false)
    expect(matches('comet OR meteor', 'A meteor')).toBe(true)
    expect(matches('comet meteor', 'A meteor')).toBe(false)
  })

  it('says where: the spans hold forms of the words', () => {
    const match = matchWatch(parseWatch('comet'), article('Two comets', 'One comet.'), now)!
    expect(match.spans).toEqual([
      { field: 'title', start: 4, end: 10 },
      { field: 'body', start: 4, end: 9 },
    ])
    expect(match.reasons).toEqual(['“comet” in the title, 2 times'])
  })

  it('is never weaker for more hits, and stays within 0 and 1', () => {
    const word = fc.constantFrom('comet', 'dark', 'sky', 'of', 'bread')
    fc.assert(
      fc.property(fc.array(word), fc.array(word), fc.constantFrom('comet', 'dark OR sky', 'comet OR "dark sky"'), (body, more, query) => {
        const strength = (text: string[]): number => matchWatch(parseWatch(query), article('', text.join(' ')), now)?.strength ?? 0
        expect(strength([...body, ...more])).toBeGreaterThanOrEqual(strength(body))
        expect(strength(body)).toBeLessThanOrEqual(1)
      }),
    )
  })
})

it('the index gives what matching one by one gives', () => {
  const watches = ['comet', 'dark sky', '-comet sky', '"dark sky" OR bread'].map((text, at) => ({ id: String(at), query: parseWatch(text) }))
  fc.assert(
    fc.property(fc.array(fc.constantFrom('comet', 'dark', 'sky', 'bread')), (text) => {
      const one = article('', text.join(' '))
      const byOne = watches.flatMap(({ id, query }) => {
        const match = matchWatch(query, one, now)
        return match ? [{ id, match }] : []
      })
      expect(buildWatchIndex(watches).match(one, now)).toEqual(byOne)
    }),
  )
})

describe('core/text', () => {
  it('cuts words by Unicode Annex 29, with their places', () => {
    expect(words("It's 3.5 km, naïve!").map((word) => word.text)).toEqual(["It's", '3.5', 'km', 'naïve'])
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => words(text).forEach((word) => void expect(text.slice(word.start, word.end)).toBe(word.text))),
    )
  })

  it('stems by the language, and not at all without one', () => {
    expect(stem('bakeries', 'en')).toBe(stem('bakery', 'en'))
    expect(stem('bakeries', null)).toBe('bakeries')
  })
})
