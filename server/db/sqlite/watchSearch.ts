import type { Db } from '..'
import { listOf } from './bulk'

/** A brand's articles that a watch may match, in the order of their numbers from the newest down. */
export interface Candidates {
  brandId: string
  /** FTS5 query that every article matches which the watch can; null where any article may. See `core/watch`. */
  match: string | null
  /** Feeds it looks at; null for all of the brand's. */
  feeds: string[] | null
  /** Only numbers below this. */
  below: number | null
  /** Only articles from this instant on, in milliseconds. */
  since: number | null
}

export interface Candidate {
  id: string
  number: number
  at: number
}

const MOST = 9_007_199_254_740_991

/**
 * Numbers of articles, the highest first, at most `limit`: what the search index finds, what it does not have yet, and what a brand says
 * is in another language than its feed says, since the index holds the stems of the feed's. Whether the brand reads them is not asked.
 */
export async function candidateNumbers(db: Db, ask: Candidates, limit: number): Promise<number[]> {
  const { sql, bindings } = numbersOf(ask, limit)
  return ((await db.raw(sql, bindings)) as { number: number }[]).map((row) => row.number)
}

/** How many numbers there are. */
export async function countCandidateNumbers(db: Db, ask: Candidates): Promise<number> {
  const { sql, bindings } = numbersOf(ask, MOST)
  const rows = (await db.raw(`SELECT count(*) AS n FROM (${sql})`, bindings)) as { n: number }[]
  return Number(rows[0]?.n ?? 0)
}

function numbersOf({ match, below, brandId }: Candidates, limit: number): { sql: string; bindings: (string | number)[] } {
  const under = below ?? MOST
  if (match === null) return { sql: 'SELECT number FROM articles WHERE number < ? ORDER BY number DESC LIMIT ?', bindings: [under, limit] }
  return {
    sql: `SELECT number FROM (SELECT rowid AS number FROM article_search WHERE article_search MATCH ? AND rowid < ? ORDER BY rowid DESC LIMIT ?)
      UNION SELECT number FROM articles WHERE indexed = 0 AND number < ?
      UNION SELECT number FROM articles WHERE number < ? AND feed_id IN (SELECT feed_id FROM sources WHERE brand_id = ? AND language IS NOT NULL AND removed_at IS NULL)
      ORDER BY number DESC LIMIT ?`,
    bindings: [match, under, limit, under, under, brandId, limit],
  }
}

/** Those of the articles with these numbers that the brand reads and the watch looks at, the highest number first. */
export async function candidatesAt(db: Db, { brandId, feeds, since }: Candidates, numbers: number[]): Promise<Candidate[]> {
  return (await db.raw(
    `SELECT articles.id, articles.number, articles.at FROM json_each(?) AS hits CROSS JOIN articles ON articles.number = hits.value
     WHERE articles.feed_id IN ? AND articles.at >= ? ORDER BY articles.number DESC`,
    [
      JSON.stringify(numbers),
      feeds ? listOf(db, feeds) : db.raw('(SELECT feed_id FROM sources WHERE brand_id = ? AND removed_at IS NULL)', [brandId]),
      since ?? 0,
    ],
  )) as Candidate[]
}
