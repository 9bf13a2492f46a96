import type { Knex } from 'knex'
import type { ArticleState } from '#shared/articles/types'
import type { ExcludedBy } from '#shared/articles/shows'
import type { Db } from '#server/platform/db'
import { joined, readAll, readFirst } from '#server/platform/db/read'
import { pick, text, type ShapeOf, type Values } from '#server/platform/db/tables'
import { ARTICLES, type ArticleRow, type NewArticle } from '../rows'
import { insertAll, listOf } from '#server/platform/db/sqlite/bulk'

/** What a brand adds to an article: the language it says its source is in goes before what the feed says. */
export const FROM_BRAND = {
  label: text(),
  source_id: text(),
  state: text<ArticleState>().orNull(),
  excluded_by: text<ExcludedBy>().orNull(),
}
const FOR_BRAND = { ...ARTICLES.columns, ...FROM_BRAND }
export type ArticleForBrand = ShapeOf<typeof FOR_BRAND>

// A watch that hides says so by its id; its column of reasons knows those of sources.
export const EXCLUDED_BY = `CASE WHEN article_states.watch_id IS NOT NULL
  THEN 'watch' ELSE article_states.excluded_by END AS excluded_by`

/** A brand sees an article only through a source of its own. */
export function visible(db: Db, brandId: string, articles: Knex.Raw = db.raw('articles')): Knex.QueryBuilder {
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

/** An article as a brand sees it, with its state there; undefined where the brand does not see it. */
export const articleForBrand = (db: Db, brandId: string, id: string): Promise<ArticleForBrand | undefined> =>
  readFirst(
    FOR_BRAND,
    visible(db, brandId)
      .where('articles.id', id)
      .select(['articles.*', ...OF_BRAND, db.raw(EXCLUDED_BY)]),
  )

/** The newest of a brand's articles that stands at a page; undefined for none. */
export const articleOfLink = (
  db: Db,
  brandId: string,
  linkKey: string,
): Promise<{ id: string; label: string; state: ArticleState | null } | undefined> =>
  readFirst(
    { ...pick(ARTICLES, 'id'), label: FROM_BRAND.label, state: FROM_BRAND.state },
    visible(db, brandId)
      .where('articles.link_key', linkKey)
      .orderBy('articles.at', 'desc')
      .select('articles.id', 'sources.label', 'article_states.state'),
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
  const last = await lastNumber(db)
  const numbered = rows.map((row, at) => ({ ...row, number: last + at + 1 }))
  await insertAll(db, 'articles', numbered, ['feed_id', 'guid'])
  await countArticles(db, feedId)
}

/** Stores articles as rows that were checked elsewhere; one whose guid its feed has already is left out. */
export async function insertCheckedArticles(db: Db, feedId: string, rows: Values[]): Promise<void> {
  const last = await lastNumber(db)
  for (const [at, row] of rows.entries())
    await joined(db, 'articles')
      .insert({ ...row, feed_id: feedId, number: last + at + 1 })
      .onConflict(['feed_id', 'guid'])
      .ignore()
  await countArticles(db, feedId)
}

const lastNumber = async (db: Db): Promise<number> =>
  Number((await db('articles').max({ number: 'number' }).first())?.number ?? 0)

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
