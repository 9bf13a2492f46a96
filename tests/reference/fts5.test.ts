// Source: SQLite FTS5 itself (https://sqlite.org/fts5.html), with its own tokeniser unicode61, on the same
// texts. Where the two cut words differently (FTS5 cuts «don't» and «3.5» in two, Unicode Annex 29 does not)
// the signs between are taken out of both's texts.
import { readdirSync, readFileSync } from 'node:fs'
import Database from 'better-sqlite3'
import { describe, expect, it } from 'vitest'
import {
  buildWatchIndex,
  formatWatch,
  matchWatch,
  parseWatch,
  prepareArticle,
  type PreparedArticle,
  type Term,
  type WatchQuery,
} from '#core/watch'
import { report } from './data'

const now = '2026-03-01T00:00:00.000Z'
const stories = new URL('../../demo/stories/', import.meta.url)

/** Numbers that are the same on every run. */
function numbers(seed: number): (below: number) => number {
  let state = seed
  return (below) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return Math.floor((state / 2 ** 32) * below)
  }
}

interface Text {
  title: string
  body: string
  author: string
}

const cleaned = (text: string): string =>
  text
    .replace(/<[^>]*>/g, ' ')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()

function generated(count: number): Text[] {
  const next = numbers(7)
  const vocabulary =
    'comet Comets dark darkness sky skies lamp lamps café CAFE naïve über Brød bread of the a observatory observe obs déjà'.split(
      ' ',
    )
  const text = (most: number): string =>
    Array.from(
      { length: next(most) },
      () => vocabulary[Math.min(next(vocabulary.length), next(vocabulary.length))],
    ).join(' ')
  return Array.from({ length: count }, () => ({ title: text(6), body: text(60), author: text(3) }))
}

function ofTheDemo(): Text[] {
  const texts: Text[] = []
  const collect = (value: unknown): void => {
    if (Array.isArray(value)) value.forEach(collect)
    else if (typeof value === 'object' && value !== null) {
      const { title, html, body, summary, author } = value as Record<string, unknown>
      const main = [html, body, summary]
        .flat()
        .filter((one) => typeof one === 'string')
        .join(' ')
      if (typeof title === 'string' && main)
        texts.push({
          title: cleaned(title),
          body: cleaned(main),
          author: cleaned(typeof author === 'string' ? author : ''),
        })
      Object.values(value).forEach(collect)
    }
  }
  for (const file of readdirSync(stories, { recursive: true, encoding: 'utf8' })) {
    if (file.endsWith('.json')) collect(JSON.parse(readFileSync(new URL(file, stories), 'utf8')))
  }
  return texts
}

const FIELDS = ['title', 'body', 'author'] as const

/**
 * A random query of exact words, whose every NOT stands beside something that must be there, as FTS5 wants
 * it.
 */
function randomQuery(next: (below: number) => number, vocabulary: string[], depth = 3): WatchQuery {
  const kind = depth === 0 ? 0 : next(7)
  if (kind < 3) {
    const words = Array.from({ length: [1, 1, 2, 3][next(4)]! }, () => vocabulary[next(vocabulary.length)]!)
    const prefix = next(4) === 0
    if (prefix) words.push(words.pop()!.slice(0, 3))
    const near =
      words.length > 1 && new Set(words).size === words.length && !prefix && next(2) === 0 ? next(6) : null
    return {
      kind: 'term',
      words,
      field: next(4) === 0 ? FIELDS[next(3)]! : null,
      exact: true,
      prefix,
      near,
      weight: 1,
    }
  }
  const parts = Array.from({ length: 2 + next(2) }, () => randomQuery(next, vocabulary, depth - 1))
  if (kind < 5) return { kind: 'or', parts }
  if (kind === 5) return { kind: 'and', parts }
  return { kind: 'and', parts: [parts[0]!, { kind: 'not', part: parts[1]! }] }
}

function asFts5(query: WatchQuery): string {
  if (query.kind === 'term') return termAsFts5(query)
  if (query.kind === 'or') return `(${query.parts.map(asFts5).join(' OR ')})`
  if (query.kind !== 'and') throw new Error(`FTS5 has no ${query.kind}`)
  const wanted = query.parts.flatMap((part) => (part.kind === 'not' ? [] : asFts5(part)))
  const unwanted = query.parts.flatMap((part) => (part.kind === 'not' ? asFts5(part.part) : []))
  return `(${[`(${wanted.join(' AND ')})`, ...unwanted].join(' NOT ')})`
}

function termAsFts5({ words, field, prefix, near }: Term): string {
  const column = field ? `${field} : ` : ''
  return near === null
    ? `${column}"${words.join(' ')}"${prefix ? ' *' : ''}`
    : `${column}NEAR(${words.map((word) => `"${word}"`).join(' ')}, ${near})`
}

describe('queries of exact words find what SQLite FTS5 finds', () => {
  const db = new Database(':memory:')
  const texts = [...generated(2000), ...ofTheDemo()]
  const prepared: PreparedArticle[] = texts.map((text) =>
    prepareArticle({
      ...text,
      source: '',
      url: null,
      language: 'en',
      region: null,
      categories: [],
      publishedAt: null,
    }),
  )
  db.exec(
    `CREATE VIRTUAL TABLE texts USING fts5(title, body, author, tokenize = 'unicode61 remove_diacritics 2')`,
  )
  const insert = db.prepare('INSERT INTO texts (rowid, title, body, author) VALUES (?, ?, ?, ?)')
  texts.forEach(({ title, body, author }, at) => insert.run(at, title, body, author))
  const search = db.prepare('SELECT rowid FROM texts WHERE texts MATCH ? ORDER BY rowid').pluck()

  it('in 1,000 random queries', () => {
    const next = numbers(41)
    const vocabulary = [
      ...new Set(texts.flatMap(({ title }) => title.split(' ')).filter((word) => /^\p{L}+$/u.test(word))),
    ].slice(0, 400)
    const queries = Array.from({ length: 1000 }, (_, run) =>
      randomQuery(next, run % 2 ? vocabulary : vocabulary.slice(0, 20)),
    )
    const index = buildWatchIndex(
      queries.map((query, at) => ({ id: String(at), query: parseWatch(formatWatch(query)) })),
    )
    const found = queries.map((): number[] => [])
    prepared.forEach((one, at) => index.match(one, now).forEach(({ id }) => found[Number(id)]!.push(at)))
    const others: string[] = []
    let hits = 0
    for (const [run, query] of queries.entries()) {
      // Matching one by one must say the same; it takes longer, so it is asked for some.
      const ours =
        run % 20 ? found[run]! : prepared.flatMap((one, at) => (matchWatch(query, one, now) ? [at] : []))
      const theirs = search.all(asFts5(query)) as number[]
      hits += theirs.length
      if (ours.join() !== theirs.join())
        others.push(`${formatWatch(query)}: ${ours.length}, FTS5 ${theirs.length}`)
    }
    report(`SQLite FTS5, ${texts.length} texts, ${hits} hits`, 1000 - others.length, others.slice(0, 10))
    expect(hits).toBeGreaterThan(100_000)
    expect(texts.length).toBeGreaterThan(2100)
    expect(others).toEqual([])
  })
})
