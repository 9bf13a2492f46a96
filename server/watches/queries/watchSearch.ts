import { isListOf, isNumber, readJson } from '#shared/platform/json'
import type { Db } from '#server/platform/db'
import { listOf } from '#server/platform/db/sqlite/bulk'
import { ARTICLES } from '#server/articles'
import { readAll, readAllApart } from '#server/platform/db/read'
import { pick, text, whole, type ShapeOf } from '#server/platform/db/tables'

/** A brand's articles that a watch may match, in the order of their numbers from the newest down. */
export interface Candidates {
  brandId: string
  /**
   * FTS5 query that every article matches which the watch can; null where any article may. See `core/watch`.
   */
  match: string | null
  /** Feeds it looks at; null for all of the brand's. */
  feeds: string[] | null
  /** Only numbers below this. */
  below: number | null
  /** Only articles from this instant on, in milliseconds. */
  since: number | null
}

const CANDIDATE = { ...pick(ARTICLES, 'id', 'at'), number: whole().surely() }
export type Candidate = ShapeOf<typeof CANDIDATE>

const MOST = 9_007_199_254_740_991

/**
 * Numbers of articles, the highest first, at most `limit`: what the search index finds, what it does not have
 * yet, and what a brand says is in another language than its feed says, since the index holds the stems of
 * the feed's. Whether the brand reads them is not asked.
 */
export async function candidateNumbers(db: Db, ask: Candidates, limit: number): Promise<number[]> {
  const { sql, bindings } = numbersOf(ask, limit, await feedsInOtherWords(db, ask.brandId))
  // As one text: a hundred thousand rows would be as many objects.
  const [row] = await readAllApart(
    { numbers: text() },
    db.raw(`SELECT json_group_array(number) AS numbers FROM (${sql})`, bindings),
  )
  return readJson(row?.numbers ?? '[]', isListOf(isNumber))
}

/** Queries that are looked for at once: one that names hundreds of words would be slow, and hard to end. */
const SOUGHT_AT_ONCE = 40

/**
 * Those of the articles with these numbers that one of some FTS5 queries finds, or that the search index
 * can't tell of; see `candidateNumbers`.
 */
export async function candidatesAmong(
  db: Db,
  brandId: string,
  matches: string[],
  numbers: number[],
): Promise<Set<number>> {
  const found = new Set<number>()
  if (numbers.length === 0) return found
  const listed = JSON.stringify(numbers)
  const [lowest, highest] = [
    numbers.reduce((a, b) => Math.min(a, b)),
    numbers.reduce((a, b) => Math.max(a, b)),
  ]
  const read = async (sql: string, bindings: (string | number)[]): Promise<void> => {
    const [row] = await readAllApart(
      { numbers: text() },
      db.raw(`SELECT json_group_array(number) AS numbers FROM (${sql})`, bindings),
    )
    for (const number of readJson(row?.numbers ?? '[]', isListOf(isNumber))) found.add(number)
  }
  const others = JSON.stringify(await feedsInOtherWords(db, brandId))
  await read(
    `SELECT number FROM json_each(?) AS listed CROSS JOIN articles ON articles.number = listed.value
     WHERE indexed = 0 OR feed_id IN (SELECT value FROM json_each(?))`,
    [listed, others],
  )
  for (let from = 0; from < matches.length; from += SOUGHT_AT_ONCE)
    await read(
      `SELECT rowid AS number FROM article_search WHERE article_search MATCH ?
        AND rowid BETWEEN ? AND ? AND +rowid IN (SELECT value FROM json_each(?))`,
      [matches.slice(from, from + SOUGHT_AT_ONCE).join(' OR '), lowest, highest, listed],
    )
  return found
}

/** Feeds that the brand says are in another language than they say themselves. */
const feedsInOtherWords = async (db: Db, brandId: string): Promise<string[]> =>
  (
    await db('sources')
      .where({ brand_id: brandId })
      .whereNotNull('language')
      .whereNull('removed_at')
      .select('feed_id')
  ).map((row) => row.feed_id)

function numbersOf(
  { match, below }: Candidates,
  limit: number,
  others: string[],
): { sql: string; bindings: (string | number)[] } {
  const under = below ?? MOST
  if (match === null)
    return {
      sql: 'SELECT number FROM articles WHERE number < ? ORDER BY number DESC LIMIT ?',
      bindings: [under, limit],
    }
  // Which feeds those are is asked before: where there are none, nothing is looked through for them.
  const ofOthers =
    others.length > 0
      ? 'UNION SELECT number FROM articles WHERE +number < ? AND feed_id IN (SELECT value FROM json_each(?))'
      : ''
  return {
    sql: `SELECT number FROM (SELECT rowid AS number FROM article_search WHERE article_search MATCH ?
      AND rowid < ? ORDER BY rowid DESC LIMIT ?)
      UNION SELECT number FROM articles WHERE indexed = 0 AND number < ? ${ofOthers} ORDER BY number DESC LIMIT ?`,
    bindings: [
      match,
      under,
      limit,
      under,
      ...(others.length > 0 ? [under, JSON.stringify(others)] : []),
      limit,
    ],
  }
}

/**
 * Those of the articles with these numbers that the brand reads and the watch looks at, the highest number
 * first.
 */
export function candidatesAt(
  db: Db,
  { brandId, feeds, since }: Omit<Candidates, 'match' | 'below'>,
  numbers: number[],
): Promise<Candidate[]> {
  return readAll(
    CANDIDATE,
    db.raw(
      `SELECT articles.id, articles.number, articles.at FROM json_each(?) AS hits CROSS
        JOIN articles ON articles.number = hits.value
     WHERE articles.feed_id IN ? AND articles.at >= ? ORDER BY articles.number DESC`,
      [
        JSON.stringify(numbers),
        feeds
          ? listOf(db, feeds)
          : db.raw('(SELECT feed_id FROM sources WHERE brand_id = ? AND removed_at IS NULL)', [brandId]),
        since ?? 0,
      ],
    ),
  )
}
