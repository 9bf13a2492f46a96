import type { Knex } from 'knex'
import type { ArticleState } from '#shared/articles/types'
import type { ExcludedBy, Show } from '#shared/articles/shows'
import type { Db } from '#server/platform/db'
import { joined, readAll, readFirst } from '#server/platform/db/read'
import { pick, text, whole, type ShapeOf } from '#server/platform/db/tables'
import { ARTICLES, type ArticleRow, type NewArticle } from '../rows'
import { insertAll, listOf } from '#server/platform/db/sqlite/bulk'
import { hasTag } from './tags'
import { IN_FORCE } from '../marks'

/** What a brand adds to an article: the language it says its source is in goes before what the feed says. */
const FROM_BRAND = {
  label: text(),
  source_id: text(),
  state: text<ArticleState>().orNull(),
  excluded_by: text<ExcludedBy>().orNull(),
}
const FOR_BRAND = { ...ARTICLES.columns, ...FROM_BRAND }
export type ArticleForBrand = ShapeOf<typeof FOR_BRAND>

export type WireOrder = 'newest' | 'oldest' | 'waiting'
type Kind = ArticleRow['kind']

export interface WireFilter {
  show: Show
  watchId?: string | null
  tagId?: string | null
  /** The time now, in milliseconds: marks are in force for a time. */
  now: number
  sourceId?: string | null
  /** Name of a folder of the brand's sources. */
  folder?: string | null
  /** The brand's own content, or others'; both for null. */
  own?: boolean | null
  /** Hosts of its own sites: what stands there is its own, whatever source it came by. */
  ownSites?: string[]
  kind?: Kind | null
  language?: string | null
  region?: string | null
  /** Only articles with these numbers: those that hold words asked for. */
  numbers?: number[] | null
  /** Only articles from this instant on, in milliseconds. */
  since?: number | null
  order?: WireOrder
  /** Only articles behind this one in the order. */
  after: { at: number; id: string } | null
  limit: number
}

// A watch that hides says so by its id; its column of reasons knows those of sources.
const EXCLUDED_BY = `CASE WHEN article_states.watch_id IS NOT NULL
  THEN 'watch' ELSE article_states.excluded_by END AS excluded_by`

/** A brand sees an article only through a source of its own. */
function visible(db: Db, brandId: string, articles: Knex.Raw = db.raw('articles')): Knex.QueryBuilder {
  return db
    .from(articles)
    .join('sources', 'sources.feed_id', 'articles.feed_id')
    .leftJoin('article_states', (join) =>
      join
        .on('article_states.article_id', 'articles.id')
        .andOn('article_states.brand_id', 'sources.brand_id'),
    )
    .where('sources.brand_id', brandId)
    .whereNull('sources.removed_at')
}

/**
 * Where an article stands in a list: what its order and turns need, and no more, so that sorting moves
 * little.
 */
const WIRE_PLACE = {
  ...pick(ARTICLES, 'id', 'feed_id', 'at', 'first_seen_at'),
  state: FROM_BRAND.state,
  excluded_by: FROM_BRAND.excluded_by,
}
export type WirePlace = ShapeOf<typeof WIRE_PLACE>

/** One stretch of the Wire in its order, as places alone; `articlesAt` gives what they hold. */
export async function wirePlaces(db: Db, brandId: string, filter: WireFilter): Promise<WirePlace[]> {
  const isOpen = filter.show === 'open' && !filter.numbers
  const column = `${isOpen ? 'undecided' : 'articles'}.${filter.order === 'waiting' ? 'first_seen_at' : 'at'}`
  const id = isOpen ? 'undecided.article_id' : 'articles.id'
  const direction = filter.order === 'oldest' || filter.order === 'waiting' ? 'asc' : 'desc'
  const query = visible(
    db,
    brandId,
    filter.numbers ? numbered(db, filter.numbers) : db.raw(await walkedTable(db, brandId, filter)),
  )
  if (isOpen) query.where('undecided.brand_id', brandId)
  narrow(db, query, filter)
  if (filter.after)
    query.whereRaw(`(${column}, ${id}) ${direction === 'asc' ? '>' : '<'} (?, ?)`, [
      filter.after.at,
      filter.after.id,
    ])
  return readAll(
    WIRE_PLACE,
    query
      .orderBy(column, direction)
      .orderBy(id, direction)
      .limit(filter.limit)
      .select(
        'articles.id',
        'articles.feed_id',
        'articles.at',
        'articles.first_seen_at',
        'article_states.state',
        db.raw(EXCLUDED_BY),
      ),
  )
}

/** Articles found by their numbers, before anything else is looked at. */
const numbered = (db: Db, numbers: number[]): Knex.Raw =>
  db.raw('json_each(?) AS hits CROSS JOIN articles ON articles.number = hits.value', [
    JSON.stringify(numbers),
  ])

/** What a list shows of an article; of its HTML the beginning is enough. */
const LISTED = pick(
  ARTICLES,
  'id',
  'feed_id',
  'guid',
  'link_key',
  'url',
  'title',
  'author',
  'sanitiser_version',
  'language',
  'categories_json',
  'image',
  'published_at',
  'updated_at',
  'first_seen_at',
  'at',
  'dating',
  'changed_at',
  'kind',
  'page_at',
  'page_message',
  'indexed',
)
const LISTED_FOR_BRAND = { ...LISTED, ...pick(ARTICLES, 'summary_html', 'content_html'), ...FROM_BRAND }
export type ListedArticle = ShapeOf<typeof LISTED_FOR_BRAND>
const BEGINNING = 4_000
const OF_BRAND = ['sources.label', 'sources.id AS source_id', 'article_states.state']

/** Articles found by their ids, before anything else is looked at. */
const listedFirst = (db: Db, ids: string[]): Knex.Raw =>
  db.raw('json_each(?) AS listed CROSS JOIN articles ON articles.id = listed.value', [JSON.stringify(ids)])

/** The articles with these ids that a brand can see, in the ids' order. */
export async function articlesAt(db: Db, brandId: string, ids: string[]): Promise<ListedArticle[]> {
  if (ids.length === 0) return []
  const rows = await readAll(
    LISTED_FOR_BRAND,
    visible(db, brandId, listedFirst(db, ids)).select([
      ...Object.keys(LISTED).map((column) => `articles.${column}`),
      db.raw(`substr(articles.summary_html, 1, ${BEGINNING}) AS summary_html`),
      db.raw(`substr(articles.content_html, 1, ${BEGINNING}) AS content_html`),
      ...OF_BRAND,
      db.raw(EXCLUDED_BY),
    ]),
  )
  const byId = new Map(rows.map((row) => [row.id, row]))
  return ids.flatMap((id) => byId.get(id) ?? [])
}

/**
 * Where the articles are taken from. Who wants much of what is kept finds it by walking through time; who
 * wants little of it, by looking at those few feeds or rows. What waits for a decision stands in a table of
 * its own.
 */
async function walkedTable(db: Db, brandId: string, filter: WireFilter): Promise<string> {
  const order = filter.order === 'waiting' ? 'first_seen' : 'time'
  if (filter.show === 'open') {
    const walk = (await wantsMuch(db, brandId, filter)) ? ` INDEXED BY undecided_by_${order} CROSS` : ''
    return `undecided${walk} JOIN articles ON articles.id = undecided.article_id`
  }
  return filter.show === 'all' && (await wantsMuch(db, brandId, filter))
    ? `articles INDEXED BY articles_by_${order}`
    : 'articles'
}

function narrow(db: Db, query: Knex.QueryBuilder, filter: WireFilter): void {
  narrowToShow(query, filter.show)
  narrowToSources(db, query, filter)
  narrowToOwn(query, filter)
  if (filter.kind) query.where('articles.kind', filter.kind)
  if (filter.language) {
    const language = 'coalesce(sources.language, articles.language)'
    query.whereRaw(`(${language} = ? OR ${language} LIKE ?)`, [filter.language, `${filter.language}-%`])
  }
  if (filter.since) query.where('articles.at', '>=', filter.since)
  if (filter.watchId)
    query.whereExists(
      db('watch_marks')
        .whereRaw('watch_marks.article_id = articles.id')
        .where('watch_id', filter.watchId)
        .whereRaw(IN_FORCE, [filter.now, filter.now])
        .select(db.raw('1')),
    )
  if (filter.tagId) query.whereRaw(...hasTag(filter.tagId, filter.now))
}

// The key of an address begins with `https://` and has its host in lower case.
const HOST = `substr(articles.link_key, 9, instr(substr(articles.link_key, 9) || '/', '/') - 1)`

/** Narrows a query over a brand's articles to its own, or to others'. */
function narrowToOwn(query: Knex.QueryBuilder, { own, ownSites = [] }: WireFilter): void {
  if (own === undefined || own === null) return
  const conditions = ['sources.own = 1', ...ownSites.map(() => `${HOST} = ? OR ${HOST} LIKE ?`)]
  query.whereRaw(`coalesce(${conditions.join(' OR ')}, 0) = ?`, [
    ...ownSites.flatMap((site) => [site, `%.${site}`]),
    own ? 1 : 0,
  ])
}

/** Narrows a query over a brand's sources to those that are wanted. */
function narrowToSources(db: Db, query: Knex.QueryBuilder, filter: WireFilter): void {
  if (filter.sourceId) query.where('sources.id', filter.sourceId)
  if (filter.region) query.where('sources.region', filter.region)
  if (filter.folder)
    query.whereExists(
      db('source_folders')
        .join('folders', 'folders.id', 'source_folders.folder_id')
        .whereRaw('source_folders.source_id = sources.id')
        .where('folders.name', filter.folder)
        .select(db.raw('1')),
    )
}

/** Narrows a query over a brand's articles and their states to what a list shows. */
export function narrowToShow(query: Knex.QueryBuilder, show: Show): void {
  if (show === 'open') query.whereRaw(`coalesce(article_states.state, 'new') IN ('new', 'read')`)
  else if (show === 'left-out')
    query.where('article_states.state', 'passed').whereNotNull('article_states.excluded_by')
  else if (show !== 'all') query.where('article_states.state', show).whereNull('article_states.excluded_by')
}

/**
 * Whether walking through time costs less than sorting what the wanted sources hold. Of n articles, w of them
 * wanted, a page of 60 is found within about 60 n / w steps; sorting takes w.
 */
async function wantsMuch(db: Db, brandId: string, filter: WireFilter): Promise<boolean> {
  const wanted = joined(db, 'sources')
    .join('feeds', 'feeds.id', 'sources.feed_id')
    .where('sources.brand_id', brandId)
    .whereNull('sources.removed_at')
  narrowToSources(db, wanted, filter)
  if (filter.own && !filter.ownSites?.length) wanted.where('sources.own', 1)
  const [row] = await readAll(
    { wanted: whole().orNull(), everything: whole().orNull() },
    wanted.select(
      db.raw('sum(feeds.articles) AS wanted'),
      db.raw('(SELECT sum(articles) FROM feeds) AS everything'),
    ),
  )
  const [some, all] = [Number(row?.wanted ?? 0), Number(row?.everything ?? 0)]
  return some * some > 100 * all
}

/** An article as a brand sees it, with its state there; undefined where the brand does not see it. */
export const articleForBrand = (db: Db, brandId: string, id: string): Promise<ArticleForBrand | undefined> =>
  readFirst(
    FOR_BRAND,
    visible(db, brandId)
      .where('articles.id', id)
      .select(['articles.*', ...OF_BRAND, db.raw(EXCLUDED_BY)]),
  )

/** Keeps when an article was first opened. */
export const setOpened = async (db: Db, brandId: string, id: string, at: number): Promise<void> => {
  await db('article_openings')
    .insert({ brand_id: brandId, article_id: id, at })
    .onConflict(['brand_id', 'article_id'])
    .ignore()
}

/** Whether anybody of the brand opened the article whole. */
export const isOpened = async (db: Db, brandId: string, id: string): Promise<boolean> =>
  (await db('article_openings').where({ brand_id: brandId, article_id: id }).first('at')) !== undefined

/** Those of some articles that a brand sees, with their states; without their texts. */
export const statesOfArticles = (
  db: Db,
  brandId: string,
  ids: string[],
): Promise<{ id: string; feed_id: string; state: ArticleState | null }[]> =>
  readAll(
    { ...pick(ARTICLES, 'id', 'feed_id'), state: FROM_BRAND.state },
    visible(db, brandId, listedFirst(db, [...new Set(ids)])).select(
      'articles.id',
      'articles.feed_id',
      'article_states.state',
    ),
  )

/** How many articles a brand has not read. */
export async function unreadOf(db: Db, brandId: string): Promise<number> {
  const row = await db('unread_counts').where({ brand_id: brandId }).sum({ n: 'n' }).first()
  return Number(row?.n ?? 0)
}

/** From so many unread articles on, marks are counted by what was read of them. */
const MANY_UNREAD = 5_000

/** How many articles of each watch a brand has not read, by whichever way looks at less. */
export async function unreadByWatch(db: Db, brandId: string, now: number): Promise<Map<string, number>> {
  const watches = db('watches').where({ brand_id: brandId }).whereNull('removed_at').select('id')
  if ((await unreadOf(db, brandId)) < MANY_UNREAD) {
    const unread = db.from(db.raw('undecided CROSS JOIN watch_marks')).where({
      'undecided.brand_id': brandId,
      'undecided.is_new': 1,
    })
    return marksPerWatch(db, unread.whereRaw('watch_marks.article_id = undecided.article_id'), watches, now)
  }
  const feeds = db('sources').where({ brand_id: brandId }).whereNull('removed_at').select('feed_id')
  const marked = await marksPerWatch(db, db('watch_marks').whereIn('feed_id', feeds), watches, now)
  const read = await marksPerWatch(
    db,
    joined(db, 'article_states')
      .join('watch_marks', 'watch_marks.article_id', 'article_states.article_id')
      .where('article_states.brand_id', brandId)
      .whereNot('article_states.state', 'new')
      .whereIn('article_states.feed_id', feeds)
      .whereIn('watch_marks.feed_id', feeds),
    watches,
    now,
  )
  return new Map([...marked].map(([watchId, count]) => [watchId, count - (read.get(watchId) ?? 0)]))
}

async function marksPerWatch(
  db: Db,
  marks: Knex.QueryBuilder,
  watches: Knex.QueryBuilder,
  now: number,
): Promise<Map<string, number>> {
  const rows = await readAll(
    { watch_id: text(), n: whole() },
    marks
      .whereIn('watch_marks.watch_id', watches)
      .whereRaw(IN_FORCE, [now, now])
      .groupBy('watch_marks.watch_id')
      .select('watch_marks.watch_id', db.raw('count(*) AS n')),
  )
  return new Map(rows.map((row) => [row.watch_id, Number(row.n)]))
}

/** Articles a brand can see, whole, in the ids' order. */
export async function articlesWhole(db: Db, brandId: string, ids: string[]): Promise<ArticleForBrand[]> {
  if (ids.length === 0) return []
  const rows = await readAll(
    FOR_BRAND,
    visible(db, brandId, listedFirst(db, ids)).select(['articles.*', ...OF_BRAND, db.raw(EXCLUDED_BY)]),
  )
  const byId = new Map(rows.map((row) => [row.id, row]))
  return ids.flatMap((id) => byId.get(id) ?? [])
}

/** The whole texts of articles. */
export const textsOf = (db: Db, ids: string[]): Promise<Pick<ArticleRow, 'id' | 'text'>[]> =>
  db('articles')
    .whereRaw('id IN ?', [listOf(db, ids)])
    .select('id', 'text')

/** The newest articles of a feed. */
export const articlesOfFeed = (db: Db, feedId: string, limit: number): Promise<ArticleRow[]> =>
  db('articles').where({ feed_id: feedId }).orderBy('at', 'desc').limit(limit)

/** Articles of a feed by the ids that it gives them. */
export const articlesByGuids = (db: Db, feedId: string, guids: string[]): Promise<ArticleRow[]> =>
  articlesWith(db, feedId, 'guid', guids)

/** Articles of a feed by the keys of their links. */
export const articlesByLinks = (db: Db, feedId: string, keys: string[]): Promise<ArticleRow[]> =>
  articlesWith(db, feedId, 'link_key', keys)

const articlesWith = async (
  db: Db,
  feedId: string,
  column: 'guid' | 'link_key',
  values: string[],
): Promise<ArticleRow[]> =>
  values.length === 0
    ? []
    : db('articles')
        .where({ feed_id: feedId })
        .whereRaw('?? IN ?', [column, listOf(db, values)])

/** Inserts a feed's articles; one that another process has just inserted stays as that made it. */
export async function insertArticles(db: Db, feedId: string, rows: NewArticle[]): Promise<void> {
  if (rows.length === 0) return
  const last = await db('articles').max({ number: 'number' }).first()
  const numbered = rows.map((row, at) => ({ ...row, number: Number(last?.number ?? 0) + at + 1 }))
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
  (await db('articles').where({ feed_id: feedId }).orderBy('at', 'desc').limit(limit).select('at')).map(
    (row) => row.at,
  )

/** Gives a feed's articles to another; one whose id is there already stays behind. */
export const moveArticles = async (db: Db, fromFeedId: string, toFeedId: string): Promise<void> => {
  await db.raw('UPDATE OR IGNORE articles SET feed_id = ? WHERE feed_id = ?', [toFeedId, fromFeedId])
  for (const table of ['article_states', 'watch_marks'] as const) {
    await db(table)
      .where({ feed_id: fromFeedId })
      .whereIn('article_id', db('articles').where({ feed_id: toFeedId }).select('id'))
      .update({ feed_id: toFeedId })
  }
  await countArticles(db, toFeedId)
}

/** Changes an article for all brands that see it. */
export const updateArticle = async (db: Db, id: string, patch: Partial<ArticleRow>): Promise<void> => {
  await db('articles').where({ id }).update(patch)
}

/** An article's own clipping; quotes from it are others. */
export const clippingOfArticle = (
  db: Db,
  brandId: string,
  articleId: string,
): Promise<{ id: string } | undefined> =>
  db('clippings').where({ brand_id: brandId, article_id: articleId, kind: 'article' }).first('id')
