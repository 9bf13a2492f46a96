import type { ArticleTag } from '#shared/articles/types'
import type { Db } from '#server/platform/db'
import { joined, readAll, readAllApart } from '#server/platform/db/read'
import { pick, text, whole } from '#server/platform/db/tables'
import { ARTICLE_TAGS, TAGS, type TagRow } from '../rows'
import { listOf } from '#server/platform/db/sqlite/bulk'
import { IN_FORCE } from '../marks'

/** A brand’s tags, by name. */
export const tagsOf = (db: Db, brandId: string): Promise<TagRow[]> =>
  db('tags').where({ brand_id: brandId }).orderBy('name')

export const tagById = (db: Db, brandId: string, id: string): Promise<TagRow | undefined> =>
  db('tags').where({ brand_id: brandId, id }).first()

/** A tag by its name, however its letters are written. */
export const tagByName = (db: Db, brandId: string, name: string): Promise<TagRow | undefined> =>
  db('tags').where({ brand_id: brandId, name }).first()

/**
 * A condition on an article and the brand's source of it: that it has a tag at a time, with what it is asked
 * with.
 */
export const hasTag = (tagId: string, at: number): [string, (string | number)[]] => [
  `coalesce(
    (SELECT is_on FROM article_tags WHERE article_tags.brand_id = sources.brand_id
      AND article_tags.article_id = articles.id AND article_tags.tag_id = ?),
    EXISTS (SELECT 1 FROM source_tags WHERE source_tags.source_id = sources.id AND source_tags.tag_id = ?)
      OR EXISTS (SELECT 1 FROM watch_tags JOIN watches ON watches.id = watch_tags.watch_id AND watches.removed_at IS NULL
        JOIN watch_marks ON watch_marks.watch_id = watch_tags.watch_id
          AND watch_marks.article_id = articles.id
        WHERE watch_tags.tag_id = ? AND ${IN_FORCE})
  ) = 1`,
  [tagId, tagId, tagId, at, at],
]

const TAGGED = { article_id: text(), ...pick(TAGS, 'id', 'name'), by: text<ArticleTag['by']>() }

/**
 * The tags of articles at a time, by name: from their sources, from watches, and by hand, which has the last
 * word.
 */
export async function tagsOfArticles(
  db: Db,
  brandId: string,
  articleIds: string[],
  at: number,
): Promise<Map<string, ArticleTag[]>> {
  const ids = listOf(db, articleIds)
  const bySource = await readAll(
    TAGGED,
    joined(db, 'source_tags')
      .join('sources', 'sources.id', 'source_tags.source_id')
      .join('articles', 'articles.feed_id', 'sources.feed_id')
      .join('tags', 'tags.id', 'source_tags.tag_id')
      .where('sources.brand_id', brandId)
      .whereNull('sources.removed_at')
      .whereRaw('articles.id IN ?', [ids])
      .select('articles.id AS article_id', 'tags.id', 'tags.name', db.raw(`'source' AS by`)),
  )
  const byWatch = await readAll(
    TAGGED,
    joined(db, 'watch_tags')
      .join('watches', 'watches.id', 'watch_tags.watch_id')
      .join('watch_marks', 'watch_marks.watch_id', 'watch_tags.watch_id')
      .join('tags', 'tags.id', 'watch_tags.tag_id')
      .where('watches.brand_id', brandId)
      .whereNull('watches.removed_at')
      .whereRaw('watch_marks.article_id IN ?', [ids])
      .whereRaw(IN_FORCE, [at, at])
      .select('watch_marks.article_id', 'tags.id', 'tags.name', db.raw(`'watch' AS by`)),
  )
  const byHand = await readAll(
    { ...TAGGED, ...pick(ARTICLE_TAGS, 'is_on') },
    joined(db, 'article_tags')
      .join('tags', 'tags.id', 'article_tags.tag_id')
      .where('article_tags.brand_id', brandId)
      .whereRaw('article_tags.article_id IN ?', [ids])
      .select(
        'article_tags.article_id',
        'tags.id',
        'tags.name',
        'article_tags.is_on',
        db.raw(`'hand' AS by`),
      ),
  )
  const found = new Map<string, Map<string, ArticleTag>>()
  for (const { article_id, id, name, by } of [...bySource, ...byWatch])
    tagsAt(found, article_id).set(id, { id, name, by })
  for (const { article_id, id, name, by, is_on } of byHand) {
    if (is_on === 1) tagsAt(found, article_id).set(id, { id, name, by })
    else tagsAt(found, article_id).delete(id)
  }
  return new Map(
    [...found].map(([id, tags]) => [id, [...tags.values()].sort((a, b) => a.name.localeCompare(b.name))]),
  )
}

function tagsAt(found: Map<string, Map<string, ArticleTag>>, articleId: string): Map<string, ArticleTag> {
  const known = found.get(articleId) ?? new Map<string, ArticleTag>()
  found.set(articleId, known)
  return known
}

/** How many of a brand's articles have a tag at a time. */
export async function countTagged(db: Db, brandId: string, tagId: string, at: number): Promise<number> {
  const rows = await readAllApart(
    { n: whole() },
    db.raw(
      `SELECT count(*) AS n FROM (
       SELECT article_id FROM article_tags WHERE brand_id = :brand AND tag_id = :tag AND is_on = 1
       UNION SELECT watch_marks.article_id FROM watch_tags JOIN watches ON watches.id = watch_tags.watch_id
         AND watches.removed_at IS NULL
         JOIN watch_marks ON watch_marks.watch_id = watches.id
         WHERE watches.brand_id = :brand AND watch_tags.tag_id = :tag AND watch_marks.from_at <= :at
           AND watch_marks.until_at > :at
       UNION SELECT articles.id FROM source_tags JOIN sources ON sources.id = source_tags.source_id
         AND sources.removed_at IS NULL
         JOIN articles ON articles.feed_id = sources.feed_id WHERE sources.brand_id = :brand
           AND source_tags.tag_id = :tag
     ) AS tagged
     WHERE EXISTS (SELECT 1 FROM articles JOIN sources ON sources.feed_id = articles.feed_id
       AND sources.removed_at IS NULL WHERE articles.id = tagged.article_id AND sources.brand_id = :brand)
       AND NOT EXISTS (SELECT 1 FROM article_tags off WHERE off.brand_id = :brand AND off.tag_id = :tag
         AND off.article_id = tagged.article_id AND off.is_on = 0)`,
      { brand: brandId, tag: tagId, at },
    ),
  )
  return Number(rows[0]?.n ?? 0)
}

const TAG_NAME = { tag_id: text(), name: text() }

/** What puts a tag on articles by itself: names of watches and sources, by the tag. */
export async function originsOfTags(
  db: Db,
  brandId: string,
): Promise<{ watches: Map<string, string[]>; sources: Map<string, string[]> }> {
  const watches = await readAll(
    TAG_NAME,
    joined(db, 'watch_tags')
      .join('watches', 'watches.id', 'watch_tags.watch_id')
      .where('watches.brand_id', brandId)
      .whereNull('watches.removed_at')
      .orderBy('watches.position')
      .select('watch_tags.tag_id', 'watches.name'),
  )
  const sources = await readAll(
    TAG_NAME,
    joined(db, 'source_tags')
      .join('sources', 'sources.id', 'source_tags.source_id')
      .where('sources.brand_id', brandId)
      .whereNull('sources.removed_at')
      .orderBy('sources.label')
      .select('source_tags.tag_id', 'sources.label AS name'),
  )
  return { watches: grouped(watches), sources: grouped(sources) }
}

function grouped(rows: { tag_id: string; name: string }[]): Map<string, string[]> {
  const found = new Map<string, string[]>()
  for (const { tag_id, name } of rows) found.set(tag_id, [...(found.get(tag_id) ?? []), name])
  return found
}

export type TaggerTable = 'watch_tags' | 'source_tags' | 'clipping_tags' | 'post_tags'
/** The column that says whose tags they are. */
export const KEY = {
  watch_tags: 'watch_id',
  source_tags: 'source_id',
  clipping_tags: 'clipping_id',
  post_tags: 'post_id',
} as const

/** The tags that a watch or a source puts on articles. */
export const tagsOfTagger = (db: Db, table: TaggerTable, id: string): Promise<TagRow[]> =>
  readAll(
    TAGS.columns,
    joined(db, table)
      .join('tags', 'tags.id', `${table}.tag_id`)
      .where(`${table}.${KEY[table]}`, id)
      .orderBy('tags.name')
      .select('tags.*'),
  )

/** The names of the tags of all of a brand's watches or sources, by the id of each. */
export async function namesByTagger(
  db: Db,
  table: TaggerTable,
  brandId: string,
): Promise<Map<string, string[]>> {
  const rows = await readAll(
    TAG_NAME,
    joined(db, table)
      .join('tags', 'tags.id', `${table}.tag_id`)
      .where('tags.brand_id', brandId)
      .orderBy('tags.name')
      .select(`${table}.${KEY[table]} AS tag_id`, 'tags.name'),
  )
  return grouped(rows)
}

/** A row that names a tag; `isOn` where it may also say that the tag is taken off. */
type Link =
  | { table: 'watch_tags'; key: { watch_id: string }; isOn: true }
  | { table: 'source_tags'; key: { source_id: string }; isOn: true }
  | { table: 'clipping_tags'; key: { clipping_id: string }; isOn: true }
  | { table: 'post_tags'; key: { post_id: string }; isOn: true }
  | { table: 'article_tags'; key: { brand_id: string; article_id: string }; isOn: boolean }

/** Every row that names a tag. */
export async function linksOfTag(db: Db, tagId: string): Promise<Link[]> {
  const watches = await db('watch_tags').where({ tag_id: tagId }).select('watch_id')
  const sources = await db('source_tags').where({ tag_id: tagId }).select('source_id')
  const clippings = await db('clipping_tags').where({ tag_id: tagId }).select('clipping_id')
  const posts = await db('post_tags').where({ tag_id: tagId }).select('post_id')
  const articles = await db('article_tags').where({ tag_id: tagId }).select('*')
  return [
    ...watches.map(({ watch_id }): Link => ({ table: 'watch_tags', key: { watch_id }, isOn: true })),
    ...sources.map(({ source_id }): Link => ({ table: 'source_tags', key: { source_id }, isOn: true })),
    ...clippings.map(({ clipping_id }): Link => ({
      table: 'clipping_tags',
      key: { clipping_id },
      isOn: true,
    })),
    ...posts.map(({ post_id }): Link => ({ table: 'post_tags', key: { post_id }, isOn: true })),
    ...articles.map(({ brand_id, article_id, is_on }): Link => ({
      table: 'article_tags',
      key: { brand_id, article_id },
      isOn: is_on === 1,
    })),
  ]
}

export const insertTag = async (db: Db, row: TagRow): Promise<void> => {
  await db('tags').insert(row)
}

/** Removes a brand's tags that no watch, source, clipping, post or article has. */
export const clearUnusedTags = async (db: Db, brandId: string): Promise<void> => {
  const query = db('tags').where({ brand_id: brandId })
  for (const table of ['watch_tags', 'source_tags', 'clipping_tags', 'post_tags', 'article_tags'] as const)
    query.whereNotIn('id', db(table).select('tag_id'))
  await query.del()
}
