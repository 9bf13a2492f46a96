// What the search index is asked for a watch: each article that the watch matches is among what it finds, by
// SQLite's own FTS5 as the data file has it. Its tokeniser folds signs its own way (Ё, Ά, km²).
import Database from 'better-sqlite3'
import fc from 'fast-check'
import { beforeEach, describe, expect, it } from 'vitest'
import { matchWatch, parseWatch, readsBody, type WatchArticle, type WatchQuery } from '#core/watch'
import { stemsOf } from '#server/articles/stemsOf'
import { watchExpression } from '#server/watches/queries/watchExpression'
import { anyArticle, anyQuery } from '../support/randomWatches'

let db: Database.Database
beforeEach(() => {
  db = new Database(':memory:')
  db.exec(`CREATE VIRTUAL TABLE article_search USING fts5(title, body, stems, content = '',
    contentless_delete = 1, prefix = '2 3', tokenize = 'unicode61 remove_diacritics 2')`)
})

/** Whether the index finds an article for a query; null where it is not asked. */
function finds(query: WatchQuery, { title, body, author, language }: WatchArticle): boolean | null {
  const match = watchExpression(query)
  if (match === null) return null
  const stems = stemsOf({ text: `${title}\n${body}`, author, language })
  db.prepare('DELETE FROM article_search WHERE rowid = 1').run()
  db.prepare('INSERT INTO article_search (rowid, title, body, stems) VALUES (1, ?, ?, ?)').run(
    title,
    body,
    stems,
  )
  return db.prepare('SELECT rowid FROM article_search WHERE article_search MATCH ?').get(match) !== undefined
}

const NOW = '2026-03-01T00:00:00.000Z'
const ODD = [
  ...['schön', 'schon', 'aimée', 'aimee', 'canción', 'Straße', 'STRASSE', 'Brød', 'ŁÓDŹ', 'İstanbul'],
  ...['Ёлка', 'Έλληνες', 'Ώρα', '東京都', 'O’Brien', "it's"],
]
const article = (more: Partial<WatchArticle>): WatchArticle => ({
  ...{ title: '', body: '', author: null, source: '', url: null, language: null, region: null },
  ...{ categories: [], publishedAt: null },
  ...more,
})

describe('what the search index is asked for a watch', () => {
  it('finds whatever a watch matches', () => {
    let [asked, found] = [0, 0]
    fc.assert(
      fc.property(anyQuery, anyArticle, (query, one) => {
        const isFound = finds(query, one)
        if (isFound !== null) asked++
        if (matchWatch(query, one, NOW) === null) return
        found++
        expect(isFound).not.toBe(false)
      }),
      { numRuns: 1000 },
    )
    expect(Math.min(asked, found)).toBeGreaterThan(100)
  })

  it.each(ODD)('finds %s in each form that is matched', (word) => {
    for (const query of [word, `=${word}`, `title:=${word}`, word.slice(0, 3) + '*', word.toLowerCase()])
      for (const language of ['en', 'de', 'el', 'fr', 'es', 'ru', 'tr', null])
        for (const text of [...ODD, word.toUpperCase(), word.toLowerCase(), `say ${word}, again`]) {
          const one = article({ title: text, language })
          if (matchWatch(parseWatch(query), one, NOW))
            expect([query, text, finds(parseWatch(query), one)]).not.toContain(false)
        }
  })

  it.each([
    ['=km', 'Over 120 km² of dark sky'],
    ['=ёлка', 'Ёлка'],
    ['=έλληνες', 'Έλληνες'],
  ])('finds %s in “%s”, which the index cuts or folds otherwise', (text, title) => {
    const query = parseWatch(text)
    expect(matchWatch(query, article({ title }), NOW)).not.toBeNull()
    expect(finds(query, article({ title }))).toBe(true)
  })

  it('leaves out what has none of its words', () => {
    expect(finds(parseWatch('title:=lamp AND =comet'), article({ title: 'Bread', body: 'rises' }))).toBe(
      false,
    )
  })
})

describe('a query that does not read the body', () => {
  it('says the same of an article without one', () => {
    let read = 0
    fc.assert(
      fc.property(anyQuery, anyArticle, (query, one) => {
        if (readsBody(query)) return
        read++
        const holds = (it: WatchArticle): boolean => matchWatch(query, it, NOW) !== null
        expect(holds({ ...one, body: '' })).toBe(holds(one))
      }),
      { numRuns: 500 },
    )
    expect(read).toBeGreaterThan(50)
  })
})
