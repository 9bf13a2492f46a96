import type { Db } from '#server/platform/db'
import { ARTICLES, type ArticleRow } from '#server/articles'
import { SOURCES, type SourceRow } from '#server/sources'
import { readAll } from '#server/platform/db/read'
import { pick, text } from '#server/platform/db/tables'
import { listOf } from '#server/platform/db/sqlite/bulk'

/** What a watch looks at of an article, and what its brand says of the source. */
export interface WatchedArticle {
  article: Pick<
    ArticleRow,
    'id' | 'feed_id' | 'title' | 'text' | 'author' | 'url' | 'language' | 'categories_json' | 'at'
  >
  source: Pick<SourceRow, 'label' | 'language' | 'region'>
}

const WATCHED = pick(
  ARTICLES,
  'id',
  'feed_id',
  'title',
  'text',
  'author',
  'url',
  'language',
  'categories_json',
  'at',
)

/** The articles with these ids that a brand can see, in the ids' order. */
export async function watchedArticles(db: Db, brandId: string, ids: string[]): Promise<WatchedArticle[]> {
  if (ids.length === 0) return []
  const rows = await readAll(
    { ...WATCHED, ...pick(SOURCES, 'label', 'region'), source_language: text().orNull() },
    db
      .from(
        db.raw('json_each(?) AS listed CROSS JOIN articles ON articles.id = listed.value', [
          JSON.stringify(ids),
        ]),
      )
      .join('sources', 'sources.feed_id', 'articles.feed_id')
      .where('sources.brand_id', brandId)
      .whereNull('sources.removed_at')
      .orderBy('listed.key')
      .select([
        ...Object.keys(WATCHED).map((column) => `articles.${column}`),
        'sources.label',
        'sources.language AS source_language',
        'sources.region',
      ]),
  )
  return rows.map(({ label, source_language, region, ...article }) => ({
    article,
    source: { label, language: source_language, region },
  }))
}

export interface PlainText {
  title: string | null
  text: string
  language: string | null
}

/** The newest articles a brand clipped or shelved, and the newest others. */
export async function keptAndOther(
  db: Db,
  brandId: string,
  limit: number,
): Promise<{ kept: PlainText[]; others: PlainText[] }> {
  const read = async (ids: string[]): Promise<PlainText[]> =>
    db('articles')
      .whereRaw('id IN ?', [listOf(db, ids)])
      .select('title', 'text', 'language')
  const keptIds = await db('clippings')
    .where({ brand_id: brandId })
    .whereNotNull('article_id')
    .orderBy('created_at', 'desc')
    .limit(limit)
    .select('article_id')
  const otherIds = await db('undecided')
    .where({ brand_id: brandId })
    .orderBy('at', 'desc')
    .limit(limit)
    .select('article_id')
  const passedIds = await db('article_states')
    .where({ brand_id: brandId, state: 'passed' })
    .orderBy('changed_at', 'desc')
    .limit(limit)
    .select('article_id')
  return {
    kept: await read(keptIds.flatMap((row) => row.article_id ?? [])),
    others: await read([...otherIds, ...passedIds].map((row) => row.article_id)),
  }
}
