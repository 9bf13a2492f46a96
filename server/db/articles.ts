import type { Knex } from 'knex'
import type { ArticleState } from '../../shared/api'
import type { Db } from '.'
import type { ArticleRecord } from './rows'
import { insertAll, listOf } from './sqlite/bulk'

export type ArticleForBrand = ArticleRecord & { label: string; state: ArticleState | null }

export type WireOrder = 'newest' | 'oldest' | 'waiting'
type Kind = ArticleRecord['kind']

export interface WireFilter {
  show: 'open' | 'clipped' | 'shelved' | 'passed' | 'all'
  watchId?: string | null
  sourceId?: string | null
  /** Name of a folder of the brand's sources. */
  folder?: string | null
  /** The brand's own content, or others'; both for null. */
  own?: boolean | null
  kind?: Kind | null
  language?: string | null
  /** Only articles from this instant on, in milliseconds. */
  since?: number | null
  order?: WireOrder
  /** Only articles behind this one in the order. */
  after: { at: number; id: string } | null
  limit: number
}

/** A brand sees an article only through a source of its own. */
function visible(db: Db, brandId: string, articles: Knex.Raw | string = 'articles'): Knex.QueryBuilder {
  return db(articles as string)
    .join('sources', 'sources.feed_id', 'articles.feed_id')
    .leftJoin('article_states', (join) => join.on('article_states.article_id', 'articles.id').andOn('article_states.brand_id', 'sources.brand_id'))
    .where('sources.brand_id', brandId)
    .whereNull('sources.removed_at')
}

/** Where an article stands in a list: what its order and turns need, and no more, so that sorting moves little. */
export type WirePlace = Pick<ArticleRecord, 'id' | 'feed_id' | 'at' | 'first_seen_at'> & { state: ArticleState | null }

/** One stretch of the Wire in its order, as places alone; `articlesAt` gives what they hold. */
export async function wirePlaces(db: Db, brandId: string, filter: WireFilter): Promise<WirePlace[]> {
  const column = filter.order === 'waiting' ? 'articles.first_seen_at' : 'articles.at'
  const direction = filter.order === 'oldest' || filter.order === 'waiting' ? 'asc' : 'desc'
  const index = await walkedIndex(db, brandId, filter)
  const query = visible(db, brandId, index === null ? 'articles' : db.raw(`articles INDEXED BY ${index}`))
  narrow(db, query, filter)
  if (filter.after) query.whereRaw(`(${column}, articles.id) ${direction === 'asc' ? '>' : '<'} (?, ?)`, [filter.after.at, filter.after.id])
  return query
    .orderBy(column, direction)
    .orderBy('articles.id', direction)
    .limit(filter.limit)
    .select('articles.id', 'articles.feed_id', 'articles.at', 'articles.first_seen_at', 'article_states.state') as unknown as Promise<WirePlace[]>
}

/** What a list shows of an article; of its HTML the beginning is enough. */
export type ListedArticle = Omit<ArticleForBrand, 'text' | 'page_html'>
const LISTED = ['id', 'feed_id', 'guid', 'link_key', 'url', 'title', 'author', 'sanitiser_version', 'language', 'categories_json', 'image', 'published_at', 'updated_at', 'first_seen_at', 'at', 'dating', 'changed_at', 'kind', 'page_at', 'page_says', 'indexed'] // prettier-ignore
const BEGINNING = 4_000

/** Articles found by their ids, before anything else is looked at. */
const listedFirst = (db: Db, ids: string[]): Knex.Raw =>
  db.raw('json_each(?) AS listed CROSS JOIN articles ON articles.id = listed.value', [JSON.stringify(ids)])

/** The articles with these ids that a brand can see, in the ids' order. */
export async function articlesAt(db: Db, brandId: string, ids: string[]): Promise<ListedArticle[]> {
  if (ids.length === 0) return []
  const rows = (await visible(db, brandId, listedFirst(db, ids)).select([
    ...LISTED.map((column) => `articles.${column}`),
    db.raw(`substr(articles.summary_html, 1, ${BEGINNING}) AS summary_html`),
    db.raw(`substr(articles.content_html, 1, ${BEGINNING}) AS content_html`),
    'sources.label',
    'article_states.state',
  ])) as unknown as ListedArticle[]
  const byId = new Map(rows.map((row) => [row.id, row]))
  return ids.flatMap((id) => byId.get(id) ?? [])
}

/** Who reads much of what is kept finds it by walking through time; who wants little of it, by looking at those few feeds or rows. */
async function walkedIndex(db: Db, brandId: string, filter: WireFilter): Promise<string | null> {
  const isLittle = Boolean(filter.sourceId ?? filter.folder) || !(filter.show === 'open' || filter.show === 'all')
  if (isLittle || !(await readsMuch(db, brandId))) return null
  return filter.order === 'waiting' ? 'articles_by_first_seen' : 'articles_by_time'
}

function narrow(db: Db, query: Knex.QueryBuilder, filter: WireFilter): void {
  if (filter.show === 'open') query.whereRaw(`coalesce(article_states.state, 'new') IN ('new', 'read')`)
  else if (filter.show !== 'all') query.where('article_states.state', filter.show)
  if (filter.sourceId) query.where('sources.id', filter.sourceId)
  if (filter.own !== undefined && filter.own !== null) query.where('sources.own', filter.own ? 1 : 0)
  if (filter.kind) query.where('articles.kind', filter.kind)
  if (filter.language) query.whereRaw(`(articles.language = ? OR articles.language LIKE ?)`, [filter.language, `${filter.language}-%`])
  if (filter.since) query.where('articles.at', '>=', filter.since)
  if (filter.watchId) query.whereExists(db('watch_marks').whereRaw('watch_marks.article_id = articles.id').where('watch_id', filter.watchId).select(db.raw('1'))) // prettier-ignore
  if (filter.folder)
    query.whereExists(
      db('source_folders')
        .join('folders', 'folders.id', 'source_folders.folder_id')
        .whereRaw('source_folders.source_id = sources.id')
        .where('folders.name', filter.folder)
        .select(db.raw('1')),
    )
}

/** Whether a brand's sources hold more than a twentieth of all articles. */
async function readsMuch(db: Db, brandId: string): Promise<boolean> {
  const own = db('feeds')
    .whereIn('id', db('sources').where({ brand_id: brandId }).whereNull('removed_at').select('feed_id'))
    .sum('articles')
  const row = (await db.first(db.raw('(?) AS own', [own]), db.raw('(?) AS everything', [db('feeds').sum('articles')]))) as unknown as { own: number | null; everything: number | null } // prettier-ignore
  return Number(row.own ?? 0) * 20 > Number(row.everything ?? 0)
}

export const articleForBrand = (db: Db, brandId: string, id: string): Promise<ArticleForBrand | undefined> =>
  visible(db, brandId).where('articles.id', id).first('articles.*', 'sources.label', 'article_states.state') as unknown as Promise<ArticleForBrand | undefined>

const feedsOf = (db: Db, brandId: string): Knex.QueryBuilder => db('sources').where({ brand_id: brandId }).whereNull('removed_at').select('feed_id')
const touchedBy = (db: Db, brandId: string): Knex.QueryBuilder =>
  db('article_states').where({ 'article_states.brand_id': brandId }).whereNot('article_states.state', 'new')

/** How many articles a brand has not read: what its feeds hold, less what it has touched. */
export async function unreadOf(db: Db, brandId: string): Promise<number> {
  const all = (await db('feeds').whereIn('id', feedsOf(db, brandId)).sum({ n: 'articles' }).first()) as { n: number | null } | undefined
  const touched = (await touchedBy(db, brandId).whereIn('feed_id', feedsOf(db, brandId)).count({ n: '*' }).first()) as { n: number } | undefined
  return Number(all?.n ?? 0) - Number(touched?.n ?? 0)
}

/** How many articles of each watch a brand has not read. */
export async function unreadByWatch(db: Db, brandId: string): Promise<Map<string, number>> {
  const marked = await marksPerWatch(db, db('watch_marks').whereIn('feed_id', feedsOf(db, brandId)), brandId)
  const touched = touchedBy(db, brandId).join('watch_marks', 'watch_marks.article_id', 'article_states.article_id').whereIn('watch_marks.feed_id', feedsOf(db, brandId)) // prettier-ignore
  const read = await marksPerWatch(db, touched, brandId)
  return new Map([...marked].map(([watchId, count]) => [watchId, count - (read.get(watchId) ?? 0)]))
}

async function marksPerWatch(db: Db, marks: Knex.QueryBuilder, brandId: string): Promise<Map<string, number>> {
  const rows = (await marks
    .whereIn('watch_marks.watch_id', db('watches').where({ brand_id: brandId }).whereNull('removed_at').select('id'))
    .groupBy('watch_marks.watch_id')
    .select('watch_marks.watch_id', db.raw('count(*) AS n'))) as { watch_id: string; n: number }[]
  return new Map(rows.map((row) => [row.watch_id, Number(row.n)]))
}

/** The newest articles a brand can see, whole, for a watch to look through again. */
export async function archiveOf(db: Db, brandId: string, limit: number): Promise<ArticleForBrand[]> {
  const ids = (await wirePlaces(db, brandId, { show: 'all', after: null, limit })).map((place) => place.id)
  return ids.length === 0 ? [] : (visible(db, brandId, listedFirst(db, ids)).select('articles.*', 'sources.label', 'article_states.state') as unknown as Promise<ArticleForBrand[]>) // prettier-ignore
}

/** The whole texts of articles. */
export const textsOf = (db: Db, ids: string[]): Promise<Pick<ArticleRecord, 'id' | 'text'>[]> =>
  db<ArticleRecord>('articles')
    .whereRaw('id IN ?', [listOf(db, ids)])
    .select('id', 'text')

/** The newest articles of a feed. */
export const articlesOfFeed = (db: Db, feedId: string, limit: number): Promise<ArticleRecord[]> =>
  db<ArticleRecord>('articles').where({ feed_id: feedId }).orderBy('at', 'desc').limit(limit)

export const articlesByGuids = (db: Db, feedId: string, guids: string[]): Promise<ArticleRecord[]> => articlesWith(db, feedId, 'guid', guids)

export const articlesByLinks = (db: Db, feedId: string, keys: string[]): Promise<ArticleRecord[]> => articlesWith(db, feedId, 'link_key', keys)

const articlesWith = async (db: Db, feedId: string, column: 'guid' | 'link_key', values: string[]): Promise<ArticleRecord[]> =>
  values.length === 0
    ? []
    : db<ArticleRecord>('articles')
        .where({ feed_id: feedId })
        .whereRaw('?? IN ?', [column, listOf(db, values)])

/** Inserts a feed's articles; one that another process has just inserted stays as that made it. */
export async function insertArticles(db: Db, feedId: string, rows: ArticleRecord[]): Promise<void> {
  if (rows.length === 0) return
  const row = (await db('articles').max({ number: 'number' }).first()) as { number: number | null } | undefined
  const numbered = rows.map((one, at) => ({ ...one, number: Number(row?.number ?? 0) + at + 1 }))
  await insertAll(db, 'articles', numbered, ['feed_id', 'guid'])
  await countArticles(db, feedId)
}

/** Counts a feed's articles anew; an index holds them together, so this costs little. */
const countArticles = async (db: Db, feedId: string): Promise<void> => {
  await db('feeds')
    .where({ id: feedId })
    .update({ articles: db('articles').where({ feed_id: feedId }).count() })
}

/** The times of a feed's newest articles, newest first. */
export const newestTimes = async (db: Db, feedId: string, limit: number): Promise<number[]> =>
  (await db<ArticleRecord>('articles').where({ feed_id: feedId }).orderBy('at', 'desc').limit(limit).select('at')).map((row) => row.at)

/** Gives a feed's articles to another; one whose id is there already stays behind. */
export const moveArticles = async (db: Db, fromFeedId: string, toFeedId: string): Promise<void> => {
  await db.raw('UPDATE OR IGNORE articles SET feed_id = ? WHERE feed_id = ?', [toFeedId, fromFeedId])
  for (const table of ['article_states', 'watch_marks']) {
    await db(table).where({ feed_id: fromFeedId }).whereIn('article_id', db('articles').where({ feed_id: toFeedId }).select('id')).update({ feed_id: toFeedId }) // prettier-ignore
  }
  await countArticles(db, toFeedId)
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
