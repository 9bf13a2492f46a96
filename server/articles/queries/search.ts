import type { Show } from '#shared/articles/shows'
import type { Db } from '#server/platform/db'
import { narrowToShow } from './wirePlaces'
import { readAllApart } from '#server/platform/db/read'
import { pick, whole } from '#server/platform/db/tables'
import { ARTICLES, type ArticleRow } from '../rows'

/**
 * Up to so many matches are weighed against each other; of more, titles come first and then what is newest.
 */
const WEIGHED = 500
/** Matches looked at where the list is narrowed: the newest. */
const MOST_MATCHES = 5_000
/** A word in the title weighs eight times one in the text, a form of it twice. */
const WEIGHTS = '8.0, 1.0, 2.0'
const ROWID = { rowid: whole() }

export type ToIndex = Pick<ArticleRow, 'id' | 'number' | 'title' | 'text' | 'author' | 'language'>

/** Articles that the search index does not have as they are, newest first. */
export const articlesToIndex = (db: Db, limit: number): Promise<ToIndex[]> =>
  db('articles')
    .where('indexed', 0)
    .orderBy('number', 'desc')
    .limit(limit)
    .select('id', 'number', 'title', 'text', 'author', 'language')

/**
 * Puts articles into the search index, in place of what it had of them. `stems` beside each: the stems of all
 * its words.
 */
export async function indexArticles(db: Db, rows: (ToIndex & { stems: string })[]): Promise<void> {
  const json = JSON.stringify(rows.map((row) => [row.number, row.title ?? '', row.text, row.stems]))
  await db.raw(
    `DELETE FROM article_search WHERE rowid IN (SELECT json_extract(value, '$[0]') FROM json_each(?))`,
    [json],
  )
  await db.raw(
    `INSERT INTO article_search (rowid, title, body, stems)
     SELECT json_extract(value, '$[0]'), json_extract(value, '$[1]'), json_extract(value, '$[2]'),
       json_extract(value, '$[3]') FROM json_each(?)`,
    [json],
  )
  // One that was changed while a thread stemmed its words is indexed once more.
  await db.raw(
    `UPDATE articles SET indexed = 1 FROM json_each(?) AS done
      WHERE articles.number = json_extract(done.value, '$[0]')
     AND coalesce(articles.title, '') = json_extract(done.value, '$[1]') AND articles.text = json_extract(done.value, '$[2]')`,
    [json],
  )
}

export interface SearchFilter {
  /** FTS5 queries for the words anywhere, and in the title alone; see `matchExpression`. */
  match: string
  matchTitle: string
  show: Show
  sourceId: string | null
  /** Only articles from this instant on, in milliseconds. */
  since: number | null
  limit: number
}

/**
 * Ids of a brand's articles that hold the words, best first. A brand finds an article only through a source
 * of its own.
 */
export async function searchArticles(db: Db, brandId: string, filter: SearchFilter): Promise<string[]> {
  const isNarrowed = filter.show !== 'all' || filter.sourceId !== null || filter.since !== null
  const numbers = await matches(db, filter, isNarrowed ? MOST_MATCHES : WEIGHED + 1)
  const query = db
    .from(
      db.raw('json_each(?) AS hits CROSS JOIN articles ON articles.number = hits.value', [
        JSON.stringify(numbers),
      ]),
    )
    .join('sources', 'sources.feed_id', 'articles.feed_id')
    .leftJoin('article_states', (join) =>
      join
        .on('article_states.article_id', 'articles.id')
        .andOn('article_states.brand_id', 'sources.brand_id'),
    )
    .where('sources.brand_id', brandId)
    .whereNull('sources.removed_at')
  narrowToShow(query, filter.show)
  if (filter.sourceId) query.where('sources.id', filter.sourceId)
  if (filter.since !== null) query.where('articles.at', '>=', filter.since)
  const rows = await readAllApart(
    pick(ARTICLES, 'id'),
    query.orderBy('hits.key').limit(filter.limit).select('articles.id'),
  )
  return rows.map((row) => row.id)
}

/**
 * Numbers of the newest articles that match an FTS5 query; older ones are left out where there are very many.
 */
export const newestMatches = async (db: Db, match: string): Promise<number[]> =>
  (
    await readAllApart(
      ROWID,
      db.raw('SELECT rowid FROM article_search WHERE article_search MATCH ? ORDER BY rowid DESC LIMIT ?', [
        match,
        MOST_MATCHES,
      ]),
    )
  ).map((row) => row.rowid)

/** Numbers of the articles that match, in the order they are shown in. */
async function matches(db: Db, { match, matchTitle }: SearchFilter, most: number): Promise<number[]> {
  const numbers = async (sql: string, given: (string | number)[]): Promise<number[]> =>
    (await readAllApart(ROWID, db.raw(sql, given))).map((row) => row.rowid)
  const newest = await numbers(
    'SELECT rowid FROM article_search WHERE article_search MATCH ? ORDER BY rowid DESC LIMIT ?',
    [match, most],
  )
  // Weighing costs by how often the words stand in the whole archive, so common words are not weighed.
  if (newest.length <= WEIGHED)
    return numbers(
      `SELECT rowid FROM article_search WHERE article_search MATCH ?
        ORDER BY bm25(article_search, ${WEIGHTS})`,
      [match],
    )
  const inTitle = await numbers(
    'SELECT rowid FROM article_search WHERE article_search MATCH ? ORDER BY rowid DESC LIMIT ?',
    [matchTitle, WEIGHED],
  )
  return [...new Set([...inTitle, ...newest])]
}

/**
 * Words as a person types them as an FTS5 query: all must be there, in any of the forms given with each; the
 * last one may be a beginning; what stands in quotes must stand so. Null when there is no word.
 */
export function matchExpression(
  parts: { text: string; stems: string[]; isPhrase: boolean; isBeginning: boolean }[],
  where: 'anywhere' | 'title',
): string | null {
  const quoted = (text: string): string => `"${text.replace(/"/g, '""')}"`
  const expressions = parts.map(({ text, stems, isPhrase, isBeginning }) => {
    const asWritten = `{${where === 'title' ? 'title' : 'title body'}} : ${quoted(text)}${isBeginning ? ' *' : ''}`
    const asForms = isPhrase || where === 'title' ? [] : stems.map((stem) => `stems : ${quoted(stem)}`)
    return `(${[asWritten, ...asForms].join(' OR ')})`
  })
  return expressions.length === 0 ? null : expressions.join(' AND ')
}
