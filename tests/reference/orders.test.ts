// Source: SQLite (public domain, by way of better-sqlite3): the same conditions as SQL over the same rows.
import Database from 'better-sqlite3'
import fc from 'fast-check'
import { afterAll, expect, it } from 'vitest'
import { decide, type OrderArticle, type OrderCondition } from '#core/orders'
import { parseWatch } from '#core/watch'

const HOUR = 3_600_000
const NOW = Date.UTC(2027, 2, 2, 9)
const WORDS = ['lamp', 'comet', 'meteor', 'school', 'river', 'dome']
const LANGUAGES = ['en', 'en-GB', 'pt', 'pt-PT', 'de']
const REGIONS = ['Alentejo', 'Algarve', 'Minho']
const orNone = <T>(one: fc.Arbitrary<T>) => fc.option(one, { freq: 2 })

const article = fc.record({
  title: fc.array(fc.constantFrom(...WORDS), { minLength: 1, maxLength: 4 }).map((words) => words.join(' ')),
  age: orNone(fc.integer({ min: 0, max: 96 })),
  words: fc.integer({ min: 0, max: 900 }),
  language: orNone(fc.constantFrom(...LANGUAGES)),
  region: orNone(fc.constantFrom(...REGIONS)),
  outlets: fc.integer({ min: 1, max: 5 }),
  score: orNone(fc.constantFrom(0, 0.25, 0.5, 0.75, 1)),
  responses: orNone(fc.integer({ min: 0, max: 20 })),
  hasPicture: fc.boolean(),
  shared: fc.boolean(),
})
type Row = typeof article extends fc.Arbitrary<infer T> ? T : never

const wish = fc.record({
  word: orNone(fc.constantFrom(...WORDS)),
  maxAgeHours: orNone(fc.integer({ min: 1, max: 96 })),
  minWords: orNone(fc.integer({ min: 1, max: 500 })),
  maxWords: orNone(fc.integer({ min: 200, max: 900 })),
  languages: fc.uniqueArray(fc.constantFrom('en', 'pt', 'de'), { maxLength: 2 }),
  regions: fc.uniqueArray(fc.constantFrom(...REGIONS), { maxLength: 2 }),
  minOutlets: orNone(fc.integer({ min: 1, max: 5 })),
  minScore: orNone(fc.constantFrom(0, 0.25, 0.5)),
  minResponses: orNone(fc.integer({ min: 0, max: 20 })),
  needsPicture: fc.boolean(),
  notShared: fc.boolean(),
})
type Wish = typeof wish extends fc.Arbitrary<infer T> ? T : never

const conditionOf = ({ word, ...others }: Wish): OrderCondition => ({
  ...others,
  query: word === null ? null : parseWatch(`title:=${word}`),
})
const articleOf = ({ age, ...row }: Row): OrderArticle => ({
  ...row,
  ...{ body: '', author: null, source: 'Low Lamp', url: null, categories: [] },
  publishedAt: age === null ? null : new Date(NOW - age * HOUR).toISOString(),
  ...(row.responses === null ? { responses: undefined } : { responses: row.responses }),
})

const listed = (values: string[]): string => values.map((value) => `'${value}'`).join(', ')
const orTrue = (value: number | null, sql: string): string => (value === null ? '1' : sql)
/** Each part as SQL says it, in the order of the condition's fields. */
const partsOf = (one: Wish): [string, string][] => [
  ['query', one.word === null ? '1' : `' ' || title || ' ' LIKE '% ${one.word} %'`],
  ['age', orTrue(one.maxAgeHours, `(age IS NULL OR age <= ${one.maxAgeHours})`)],
  [
    'words',
    `${orTrue(one.minWords, `words >= ${one.minWords}`)} AND ${orTrue(one.maxWords, `words <= ${one.maxWords}`)}`,
  ],
  ['language', one.languages.length === 0 ? '1' : `substr(language, 1, 2) IN (${listed(one.languages)})`],
  ['region', one.regions.length === 0 ? '1' : `region IN (${listed(one.regions)})`],
  ['outlets', orTrue(one.minOutlets, `outlets >= ${one.minOutlets}`)],
  ['score', orTrue(one.minScore, `score >= ${one.minScore}`)],
  ['responses', orTrue(one.minResponses, `responses >= ${one.minResponses}`)],
  ['picture', one.needsPicture ? 'has_picture = 1' : '1'],
  ['shared', one.notShared ? 'shared = 0' : '1'],
]

const db = new Database(':memory:')
afterAll(() => db.close())

it('takes of 300 random orders what SQLite selects, and names the first part that SQLite finds false', () => {
  db.exec(`CREATE TABLE articles (id INTEGER PRIMARY KEY, title, age, words, language, region, outlets, score,
    responses, has_picture, shared)`)
  const insert = db.prepare(
    `INSERT INTO articles VALUES (@id, @title, @age, @words, @language, @region, @outlets, @score,
      @responses, @picture, @isShared)`,
  )
  const rows = fc.sample(article, { numRuns: 150, seed: 22 })
  rows.forEach((row, id) =>
    insert.run({ ...row, id, picture: Number(row.hasPicture), isShared: Number(row.shared) }),
  )
  let taken = 0
  const seen = new Set<string>()
  fc.assert(
    fc.property(wish, (one) => {
      const parts = partsOf(one)
      const first = parts.map(([code, sql]) => `WHEN NOT coalesce(${sql}, 0) THEN '${code}'`).join(' ')
      const found = db.prepare(`SELECT id, CASE ${first} END AS failed FROM articles ORDER BY id`).all()
      const condition = conditionOf(one)
      const decided = rows.map((row, id) => {
        const { holds, failed } = decide(condition, articleOf(row), { now: new Date(NOW).toISOString() })
        expect(holds).toBe(failed === null)
        taken += Number(holds)
        seen.add(failed ?? 'none')
        return { id, failed }
      })
      expect(decided).toEqual(found)
    }),
    { numRuns: 300 },
  )
  // Neither side may have agreed for want of anything to say.
  expect(taken).toBeGreaterThan(500)
  expect(seen.size).toBe(11)
})
