import type { Db } from '#server/platform/db'
import { joined, readAll, readFirst } from '#server/platform/db/read'
import { text, whole, type ShapeOf } from '#server/platform/db/tables'
import type { ClippingKind } from '#shared/clippings/types'
import { CLIPPINGS, type ClippingRow } from '../rows'
import { listOf } from '#server/platform/db/sqlite/bulk'
import { hasTag } from '#server/articles'

const WITH_ARTICLE = {
  ...CLIPPINGS.columns,
  folder: text().orNull(),
  title: text().orNull(),
  url: text().orNull(),
  at: whole().orNull(),
  summary_html: text().orNull(),
  outlet: text().orNull(),
  author: text().orNull(),
  picture_id: text().orNull(),
  picture_url: text().orNull(),
  beginning: text().orNull(),
  video_json: text().orNull(),
  posts: whole(),
}
export type ClippingWithArticle = ShapeOf<typeof WITH_ARTICLE>

export interface ClippingFilter {
  show: 'waiting' | 'shelved' | 'done'
  folderId: string | null
  kind: ClippingKind | null
  /** Part of a title, a note or an outlet's name. */
  text: string | null
  written: boolean | null
  tagId: string | null
  /** The time now, in milliseconds: marks are in force for a time. */
  now: number
  limit: number
}

const of = (show: ClippingFilter['show']): string =>
  ({
    waiting: 'shelved = 0 AND done_at IS NULL',
    shelved: 'shelved = 1 AND done_at IS NULL',
    done: 'done_at IS NOT NULL',
  })[show]
/** Posts that name a clipping, by clipping: those of its article are counted apart. */
const USES = `(SELECT made.value AS clipping_id, count(DISTINCT posts.id) AS n
  FROM posts CROSS JOIN json_each(posts.clippings_json) AS made
  JOIN clippings AS named ON named.id = made.value
  WHERE posts.brand_id = ? AND posts.removed_at IS NULL
    AND (posts.article_id IS NULL OR posts.article_id IS NOT named.article_id)
  GROUP BY made.value) AS uses`
/** How many posts were made from a clipping, where a query has `USES`. */
const MADE = `(coalesce(uses.n, 0) + (SELECT count(*) FROM posts WHERE posts.brand_id = clippings.brand_id
  AND posts.removed_at IS NULL AND posts.article_id = clippings.article_id))`
/** The same of one clipping by itself: it goes through all posts. */
export const POSTS = `(SELECT count(*) FROM posts WHERE posts.brand_id = clippings.brand_id
  AND posts.removed_at IS NULL AND (posts.article_id = clippings.article_id
    OR EXISTS (SELECT 1 FROM json_each(posts.clippings_json) AS made WHERE made.value = clippings.id)))`

/** A brand's clippings with the article each was kept from. */
const withArticles = (db: Db, brandId: string) =>
  joined(db, 'clippings')
    .leftJoin(db.raw(USES, [brandId]), 'uses.clipping_id', 'clippings.id')
    .leftJoin('clipping_contents', 'clipping_contents.clipping_id', 'clippings.id')
    .leftJoin('clipping_pictures', 'clipping_pictures.clipping_id', 'clippings.id')
    .leftJoin('clipping_folders', (join) =>
      join.on('clipping_folders.id', 'clippings.folder_id').andOnNull('clipping_folders.removed_at'),
    )
    .leftJoin('articles', 'articles.id', 'clippings.article_id')
    .leftJoin('feeds', 'feeds.id', 'articles.feed_id')
    .leftJoin('sources', (join) =>
      join
        .on('sources.feed_id', 'articles.feed_id')
        .andOn('sources.brand_id', 'clippings.brand_id')
        .andOnNull('sources.removed_at'),
    )
    .where('clippings.brand_id', brandId)

const columns = (db: Db) => [
  'clippings.*',
  'clipping_folders.name as folder',
  db.raw(`coalesce(nullif(clipping_contents.title, ''), articles.title) AS title`),
  db.raw('coalesce(clipping_contents.url, articles.url) AS url'),
  db.raw('coalesce(clipping_contents.published_at, articles.at) AS at'),
  'articles.summary_html',
  db.raw('coalesce(sources.label, feeds.title, clipping_contents.site) AS outlet'),
  db.raw('coalesce(clipping_contents.author, articles.author) AS author'),
  'clipping_pictures.picture_id',
  db.raw('coalesce(clipping_contents.picture_url, articles.image) AS picture_url'),
  db.raw(
    `substr(coalesce(nullif(clipping_contents.description, ''), nullif(clipping_contents.text, ''),
       articles.text), 1, 400) AS beginning`,
  ),
  'clipping_contents.video_json',
  db.raw(`${MADE} AS posts`),
]

/** Clippings by their ids, and the quotes of an article, oldest first. */
export const clippingsFor = (
  db: Db,
  brandId: string,
  ids: string[],
  articleId: string | null,
): Promise<ClippingWithArticle[]> =>
  readAll(
    WITH_ARTICLE,
    withArticles(db, brandId)
      .where((either) => {
        either.whereRaw('clippings.id IN ?', [listOf(db, ids)])
        if (articleId !== null)
          either.orWhere((quote) =>
            quote.where('clippings.article_id', articleId).whereNotNull('clippings.quote'),
          )
      })
      .orderBy('clippings.created_at')
      .select(columns(db)),
  )

/** Clippings by their ids, and all of an article, that nobody is done with yet. */
export const waitingClippings = (
  db: Db,
  brandId: string,
  ids: string[],
  articleId: string | null,
): Promise<ClippingRow[]> =>
  db('clippings')
    .where({ brand_id: brandId })
    .whereNull('done_at')
    .where((either) => {
      either.whereRaw('id IN ?', [listOf(db, ids)])
      if (articleId !== null) either.orWhere({ article_id: articleId })
    })

/** The words that a brand kept of an article, oldest first. */
export const passagesOf = async (db: Db, brandId: string, articleId: string): Promise<string[]> =>
  (
    await db('clippings')
      .where({ brand_id: brandId, article_id: articleId })
      .whereNotNull('quote')
      .orderBy('created_at')
      .limit(200)
      .select('quote')
  ).flatMap(({ quote }) => quote ?? [])

/** A brand's clippings, newest first. What it kept stays its own, also when the source is gone. */
export async function clippingsOf(
  db: Db,
  brandId: string,
  filter: ClippingFilter,
): Promise<ClippingWithArticle[]> {
  const query = withArticles(db, brandId).whereRaw(of(filter.show))
  if (filter.folderId) query.where('clipping_folders.id', filter.folderId)
  if (filter.kind) query.where('clippings.kind', filter.kind)
  if (filter.tagId) {
    const [condition, given] = hasTag(filter.tagId, filter.now)
    query.whereRaw(
      `(${condition} OR EXISTS (SELECT 1 FROM clipping_tags
         WHERE clipping_tags.clipping_id = clippings.id AND clipping_tags.tag_id = ?))`,
      [...given, filter.tagId],
    )
  }
  if (filter.written !== null) query.whereRaw(`${MADE} ${filter.written ? '> 0' : '= 0'}`)
  if (filter.text) {
    const like = `%${filter.text.replace(/[\\%_]/g, '\\$&')}%`
    query.whereRaw(
      `(coalesce(articles.title, '') LIKE ? ESCAPE '\\' OR coalesce(clippings.note, '') LIKE ? ESCAPE '\\'
        OR coalesce(clippings.quote, '') LIKE ? ESCAPE '\\'
        OR coalesce(clipping_contents.title, '') LIKE ? ESCAPE '\\'
        OR coalesce(sources.label, feeds.title, clipping_contents.site, '') LIKE ? ESCAPE '\\')`,
      [like, like, like, like, like],
    )
  }
  return readAll(
    WITH_ARTICLE,
    query
      .orderBy('clippings.created_at', 'desc')
      .orderBy('clippings.id', 'desc')
      .limit(filter.limit)
      .select(columns(db)),
  )
}

/**
 * Clippings that wait and hold a note of one's own and an address, with no post made from them; the oldest
 * first.
 */
export async function clippingsToWrite(
  db: Db,
  brandId: string,
  limit: number,
): Promise<(ClippingWithArticle & { note: string })[]> {
  const rows = await readAll(
    WITH_ARTICLE,
    withArticles(db, brandId)
      .whereRaw(of('waiting'))
      .whereRaw("trim(coalesce(clippings.note, '')) <> ''")
      .whereRaw('coalesce(clipping_contents.url, articles.url) IS NOT NULL')
      .whereRaw(`${MADE} = 0`)
      .orderBy('clippings.created_at')
      .orderBy('clippings.id')
      .limit(limit)
      .select(columns(db)),
  )
  return rows.map((row) => ({ ...row, note: row.note ?? '' }))
}

/** All of a brand's clippings, newest first. */
export const allClippings = (db: Db, brandId: string, most: number): Promise<ClippingWithArticle[]> =>
  readAll(
    WITH_ARTICLE,
    withArticles(db, brandId).orderBy('clippings.created_at', 'desc').limit(most).select(columns(db)),
  )

export const clippingById = (db: Db, brandId: string, id: string): Promise<ClippingRow | undefined> =>
  db('clippings').where({ brand_id: brandId, id }).first()

/** Whether any brand has a clipping of this id. */
export const anyClipping = async (db: Db, id: string): Promise<boolean> =>
  (await db('clippings').where({ id }).first('id')) !== undefined

/** The clipping that an article's being clipped or shelved made. */
export const articleClipping = (
  db: Db,
  brandId: string,
  articleId: string,
): Promise<Pick<ClippingRow, 'id'> | undefined> =>
  db('clippings').where({ brand_id: brandId, article_id: articleId, kind: 'article' }).first('id')

/** The tags given to clippings themselves, by clipping. */
export async function tagsOfClippings(
  db: Db,
  ids: string[],
): Promise<Map<string, { id: string; name: string }[]>> {
  const rows = await readAll(
    { clipping_id: text(), id: text(), name: text() },
    joined(db, 'clipping_tags')
      .join('tags', 'tags.id', 'clipping_tags.tag_id')
      .whereRaw('clipping_tags.clipping_id IN ?', [listOf(db, ids)])
      .orderBy('tags.name')
      .select('clipping_tags.clipping_id', 'tags.id', 'tags.name'),
  )
  const found = new Map<string, { id: string; name: string }[]>()
  for (const { clipping_id, id, name } of rows)
    found.set(clipping_id, [...(found.get(clipping_id) ?? []), { id, name }])
  return found
}

export async function countClippings(
  db: Db,
  brandId: string,
): Promise<Record<ClippingFilter['show'], number>> {
  const sums = (['waiting', 'shelved', 'done'] as const).map((show) =>
    db.raw('coalesce(sum(CASE WHEN ?? THEN 1 ELSE 0 END), 0) AS ??', [db.raw(of(show)), show]),
  )
  const row = await readFirst(
    { waiting: whole(), shelved: whole(), done: whole() },
    joined(db, 'clippings').where({ brand_id: brandId }).select(sums),
  )
  return row ?? { waiting: 0, shelved: 0, done: 0 }
}
