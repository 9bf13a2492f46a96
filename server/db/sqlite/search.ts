import type { Db } from '..'
import type { ArticleForBrand } from '../articles'

/** Matches looked at, the newest first: a word that stands in everything is judged by these. */
const MOST_MATCHES = 3_000
/** A word in the title weighs eight times one in the text, a form of it twice. */
const WEIGHTS = '8.0, 1.0, 2.0'

export interface ToIndex {
  id: string
  number: number
  title: string | null
  text: string
  language: string | null
}

/** Articles that the search index does not have as they are, newest first. */
export const articlesToIndex = async (db: Db, limit: number): Promise<ToIndex[]> =>
  (await db('articles').where('indexed', 0).orderBy('number', 'desc').limit(limit).select('id', 'number', 'title', 'text', 'language')) as unknown as ToIndex[]

/** Puts articles into the search index, in place of what it had of them. `stems` beside each: the stems of all its words. */
export async function indexArticles(db: Db, rows: (ToIndex & { stems: string })[]): Promise<void> {
  const json = JSON.stringify(rows.map((row) => [row.number, row.title ?? '', row.text, row.stems]))
  await db.raw(`DELETE FROM article_search WHERE rowid IN (SELECT json_extract(value, '$[0]') FROM json_each(?))`, [json])
  await db.raw(
    `INSERT INTO article_search (rowid, title, body, stems)
     SELECT json_extract(value, '$[0]'), json_extract(value, '$[1]'), json_extract(value, '$[2]'), json_extract(value, '$[3]') FROM json_each(?)`,
    [json],
  )
  await db.raw(`UPDATE articles SET indexed = 1 WHERE number IN (SELECT json_extract(value, '$[0]') FROM json_each(?))`, [json])
}

export interface SearchFilter {
  /** An FTS5 query; see `matchExpression`. */
  match: string
  show: 'open' | 'clipped' | 'shelved' | 'passed' | 'all'
  sourceId: string | null
  /** Only articles from this instant on, in milliseconds. */
  since: number | null
  limit: number
}

/** A brand's articles that hold the words, best first. A brand finds an article only through a source of its own. */
export async function searchArticles(db: Db, brandId: string, filter: SearchFilter): Promise<ArticleForBrand[]> {
  const query = db
    .with(
      'hits',
      db.raw(
        `SELECT rowid AS number, bm25(article_search, ${WEIGHTS}) AS weight FROM article_search WHERE article_search MATCH ? ORDER BY rowid DESC LIMIT ?`,
        [filter.match, MOST_MATCHES],
      ),
    ) // prettier-ignore
    .from(db.raw('hits CROSS JOIN articles ON articles.number = hits.number'))
    .join('sources', 'sources.feed_id', 'articles.feed_id')
    .leftJoin('article_states', (join) => join.on('article_states.article_id', 'articles.id').andOn('article_states.brand_id', 'sources.brand_id'))
    .where('sources.brand_id', brandId)
    .whereNull('sources.removed_at')
  if (filter.show === 'open') query.whereRaw(`coalesce(article_states.state, 'new') IN ('new', 'read')`)
  else if (filter.show !== 'all') query.where('article_states.state', filter.show)
  if (filter.sourceId) query.where('sources.id', filter.sourceId)
  if (filter.since !== null) query.where('articles.at', '>=', filter.since)
  return (await query.orderBy('hits.weight').limit(filter.limit).select('articles.*', 'sources.label', 'article_states.state')) as unknown as ArticleForBrand[]
}

/**
 * Words as a person types them as an FTS5 query: all must be there, in any of the forms given with each; the last one may be a
 * beginning; what stands in quotes must stand so. Null when there is no word.
 */
export function matchExpression(parts: { text: string; stems: string[]; isPhrase: boolean; isBeginning: boolean }[]): string | null {
  const quoted = (text: string): string => `"${text.replace(/"/g, '""')}"`
  const expressions = parts.map(({ text, stems, isPhrase, isBeginning }) => {
    const asWritten = `{title body} : ${quoted(text)}${isBeginning ? ' *' : ''}`
    const asForms = isPhrase ? [] : stems.map((stem) => `stems : ${quoted(stem)}`)
    return `(${[asWritten, ...asForms].join(' OR ')})`
  })
  return expressions.length === 0 ? null : expressions.join(' AND ')
}
