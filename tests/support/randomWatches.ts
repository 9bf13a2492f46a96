import fc from 'fast-check'
import type { Term, WatchArticle, WatchQuery } from '#core/watch'

/** Words that queries and articles of the tests share, with forms of each other among them. */
export const VOCABULARY = [
  'comet',
  'comets',
  'dark',
  'darker',
  'sky',
  'skies',
  'lamp',
  'lamps',
  'bread',
  'Brød',
  'café',
  'cafe',
  'observatory',
  'naïve',
  'of',
  'שמיים',
  '彗星',
  '3.5',
]

const field = fc.constantFrom(
  'title' as const,
  'body' as const,
  'author' as const,
  'source' as const,
  'category' as const,
  'region' as const,
  null,
  null,
  null,
)

/** Any term that a query can hold. */
export const anyTerm: fc.Arbitrary<Term> = fc
  .record({
    kind: fc.constant('term' as const),
    words: fc.array(fc.constantFrom(...VOCABULARY), { minLength: 1, maxLength: 3 }),
    field,
    exact: fc.boolean(),
    prefix: fc.boolean(),
    near: fc.option(fc.integer({ min: 0, max: 9 }), { nil: null }),
    weight: fc.constantFrom(1, 2, 0.5, 100),
  })
  .map((term) => ({ ...term, near: term.words.length > 1 ? term.near : null }))

const anyCondition: fc.Arbitrary<WatchQuery> = fc.oneof(
  fc.record({
    kind: fc.constant('site' as const),
    host: fc.constantFrom('lowlamp.example', 'bäckerei.example', 'example'),
  }),
  fc.record({ kind: fc.constant('lang' as const), language: fc.constantFrom('en', 'pt', 'pt-br') }),
  fc.record({ kind: fc.constant('limit' as const), what: fc.constant('age' as const), is: fc.constantFrom('<' as const, '>=' as const), value: fc.integer({ min: 1, max: 9 }), unit: fc.constantFrom('h' as const, 'd' as const, 'w' as const) }), // prettier-ignore
  fc.record({ kind: fc.constant('limit' as const), what: fc.constantFrom('words' as const, 'outlets' as const, 'responses' as const), is: fc.constantFrom('<' as const, '<=' as const, '>' as const, '>=' as const, '=' as const), value: fc.integer({ min: 0, max: 9 }), unit: fc.constant(null) }), // prettier-ignore
)

/** Any query. */
export const anyQuery: fc.Arbitrary<WatchQuery> = fc.letrec<{ query: WatchQuery }>((tie) => ({
  query: fc.oneof(
    { depthSize: 'small' },
    anyTerm,
    anyCondition,
    fc.record({
      kind: fc.constantFrom('and' as const, 'or' as const),
      parts: fc.array(tie('query'), { minLength: 2, maxLength: 3 }),
    }),
    fc.record({ kind: fc.constant('not' as const), part: tie('query') }),
  ),
})).query

const text = fc
  .array(fc.constantFrom(...VOCABULARY, '–', 'and', 'the'), { maxLength: 12 })
  .map((list) => list.join(' '))
const name = fc.constantFrom('Low Lamp', 'Café Lamps', 'The Dark Sky')

/** An article that holds some of the words. */
export const anyArticle: fc.Arbitrary<WatchArticle> = fc.record({
  title: text,
  body: text,
  author: fc.option(text, { nil: null }),
  source: name,
  url: fc.constantFrom(
    'https://www.lowlamp.example/a',
    'http://news.bäckerei.example:8080/b?c=1',
    'mailto:x@y.example',
    null,
  ),
  language: fc.constantFrom('en', 'en-GB', 'pt-BR', 'xx', null),
  region: fc.constantFrom('Lamp Islands', null),
  categories: fc.array(text, { maxLength: 2 }),
  publishedAt: fc.constantFrom(
    '2026-02-28T20:00:00.000Z',
    '2026-02-20T00:00:00.000Z',
    '2026-03-01T02:00:00.000Z',
    null,
  ),
  outlets: fc.integer({ min: 1, max: 6 }),
  responses: fc.integer({ min: 0, max: 9 }),
})
