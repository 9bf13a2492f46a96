import type { Knex } from 'knex'
import type { ArticleState } from '../../shared/api'
import type { Db } from '.'
import type { ArticleRecord } from './rows'

export type ArticleForBrand = ArticleRecord & { label: string; state: ArticleState | null }

export interface WireFilter {
  show: 'open' | 'clipped' | 'shelved' | 'passed' | 'all'
  watchId: string | null
  sourceId: string | null
  /** Only articles behind this one in the order, newest first. */
  after: { at: number; id: string } | null
  limit: number
}

/** A brand sees an article only through a source of its own. */
function visible(db: Db, brandId: string): Knex.QueryBuilder {
  return db('articles')
    .join('sources', 'sources.feed_id', 'articles.feed_id')
    .leftJoin('article_states', (join) => join.on('article_states.article_id', 'articles.id').andOn('article_states.brand_id', 'sources.brand_id'))
    .where('sources.brand_id', brandId)
    .whereNull('sources.removed_at')
}

export function wireRows(db: Db, brandId: string, filter: WireFilter): Promise<ArticleForBrand[]> {
  const query = visible(db, brandId)
  if (filter.show === 'open') query.whereRaw(`coalesce(article_states.state, 'new') IN ('new', 'read')`)
  else if (filter.show !== 'all') query.where('article_states.state', filter.show)
  if (filter.sourceId) query.where('sources.id', filter.sourceId)
  if (filter.watchId)
    query.whereExists(db('watch_marks').whereRaw('watch_marks.article_id = articles.id').where('watch_id', filter.watchId).select(db.raw('1')))
  if (filter.after) query.whereRaw('(articles.at, articles.id) < (?, ?)', [filter.after.at, filter.after.id])
  return query
    .orderBy('articles.at', 'desc')
    .orderBy('articles.id', 'desc')
    .limit(filter.limit)
    .select('articles.*', 'sources.label', 'article_states.state') as unknown as Promise<ArticleForBrand[]>
}

export const articleForBrand = (db: Db, brandId: string, id: string): Promise<ArticleForBrand | undefined> =>
  visible(db, brandId).where('articles.id', id).first('articles.*', 'sources.label', 'article_states.state') as unknown as Promise<ArticleForBrand | undefined>

/** How many articles a brand has not read, in all and for each watch. */
export async function unreadCounts(db: Db, brandId: string): Promise<{ all: number; byWatch: Map<string, number> }> {
  const unread = (): Knex.QueryBuilder => visible(db, brandId).whereRaw(`coalesce(article_states.state, 'new') = 'new'`)
  const all = (await unread().count({ n: '*' }).first()) as { n: number } | undefined
  const rows = (await unread()
    .join('watch_marks', 'watch_marks.article_id', 'articles.id')
    .join('watches', 'watches.id', 'watch_marks.watch_id')
    .where('watches.brand_id', brandId)
    .groupBy('watch_marks.watch_id')
    .select('watch_marks.watch_id', db.raw('count(*) AS n'))) as { watch_id: string; n: number }[]
  return { all: Number(all?.n ?? 0), byWatch: new Map(rows.map((row) => [row.watch_id, Number(row.n)])) }
}

/** The newest articles a brand can see, for a watch to look through again. */
export const archiveOf = (db: Db, brandId: string, limit: number): Promise<ArticleForBrand[]> =>
  wireRows(db, brandId, { show: 'all', watchId: null, sourceId: null, after: null, limit })

/** The newest articles of a feed. */
export const articlesOfFeed = (db: Db, feedId: string, limit: number): Promise<ArticleRecord[]> =>
  db<ArticleRecord>('articles').where({ feed_id: feedId }).orderBy('at', 'desc').limit(limit)

/** SQLite takes a limited number of values in one statement. */
const VALUES_AT_ONCE = 500
const ROWS_AT_ONCE = 40

export const articlesByGuids = (db: Db, feedId: string, guids: string[]): Promise<ArticleRecord[]> => articlesWith(db, feedId, 'guid', guids)

export const articlesByLinks = (db: Db, feedId: string, keys: string[]): Promise<ArticleRecord[]> => articlesWith(db, feedId, 'link_key', keys)

async function articlesWith(db: Db, feedId: string, column: 'guid' | 'link_key', values: string[]): Promise<ArticleRecord[]> {
  const found: ArticleRecord[] = []
  for (let at = 0; at < values.length; at += VALUES_AT_ONCE) {
    found.push(...(await db<ArticleRecord>('articles').where({ feed_id: feedId }).whereIn(column, values.slice(at, at + VALUES_AT_ONCE)))) // prettier-ignore
  }
  return found
}

/** Inserts articles; one that another process has just inserted stays as that made it. */
export async function insertArticles(db: Db, rows: ArticleRecord[]): Promise<void> {
  for (let at = 0; at < rows.length; at += ROWS_AT_ONCE) {
    await db('articles').insert(rows.slice(at, at + ROWS_AT_ONCE)).onConflict(['feed_id', 'guid']).ignore() // prettier-ignore
  }
}

/** The times of a feed's newest articles, newest first. */
export const newestTimes = async (db: Db, feedId: string, limit: number): Promise<number[]> =>
  (await db<ArticleRecord>('articles').where({ feed_id: feedId }).orderBy('at', 'desc').limit(limit).select('at')).map((row) => row.at)

/** Gives a feed's articles to another; one whose id is there already stays behind. */
export const moveArticles = async (db: Db, fromFeedId: string, toFeedId: string): Promise<void> => {
  await db.raw('UPDATE OR IGNORE articles SET feed_id = ? WHERE feed_id = ?', [toFeedId, fromFeedId])
}

export const updateArticle = async (db: Db, id: string, patch: Partial<ArticleRecord>): Promise<void> => {
  await db('articles').where({ id }).update(patch)
}

export const pictureIsKnown = async (db: Db, brandId: string, url: string, html: string): Promise<boolean> => {
  const row: unknown = await visible(db, brandId)
    .where((either) => either.where('articles.image', url).orWhereRaw('instr(coalesce(articles.content_html, articles.summary_html), ?) > 0', [html]))
    .first('articles.id')
  return row !== undefined
}

export const clippingOfArticle = (db: Db, brandId: string, articleId: string): Promise<{ id: string } | undefined> =>
  db<{ id: string; brand_id: string; article_id: string }>('clippings').where({ brand_id: brandId, article_id: articleId }).first('id')
