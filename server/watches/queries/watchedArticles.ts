import type { Db } from '#server/platform/db'
import type { ArticleRow } from '#server/articles'
import type { SourceRow } from '#server/sources'
import { listOf } from '#server/platform/db/sqlite/bulk'

/** What a watch looks at of an article, and what its brand says of the source. */
export interface WatchedArticle {
  article: Pick<
    ArticleRow,
    'id' | 'feed_id' | 'title' | 'text' | 'author' | 'url' | 'language' | 'categories_json' | 'at'
  >
  source: Pick<SourceRow, 'label' | 'language' | 'region'>
}

type Row = WatchedArticle['article'] & {
  label: string
  source_language: string | null
  region: string | null
}

const COLUMNS = ['id', 'feed_id', 'title', 'text', 'author', 'url', 'language', 'categories_json', 'at'].map(
  (column) => `articles.${column}`,
)

/** The articles with these ids that a brand can see, in the ids' order. */
export async function watchedArticles(db: Db, brandId: string, ids: string[]): Promise<WatchedArticle[]> {
  if (ids.length === 0) return []
  const rows = (await db
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
      ...COLUMNS,
      'sources.label',
      'sources.language AS source_language',
      'sources.region',
    ])) as unknown as Row[]
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
    (await db('articles')
      .whereRaw('id IN ?', [listOf(db, ids)])
      .select('title', 'text', 'language')) as PlainText[]
  const keptIds = (await db('clippings')
    .where({ brand_id: brandId })
    .whereNotNull('article_id')
    .orderBy('created_at', 'desc')
    .limit(limit)
    .select('article_id')) as { article_id: string }[]
  const otherIds = (await db('undecided')
    .where({ brand_id: brandId })
    .orderBy('at', 'desc')
    .limit(limit)
    .select('article_id')) as { article_id: string }[]
  const passedIds = (await db('article_states')
    .where({ brand_id: brandId, state: 'passed' })
    .orderBy('changed_at', 'desc')
    .limit(limit)
    .select('article_id')) as { article_id: string }[]
  return {
    kept: await read(keptIds.map((row) => row.article_id)),
    others: await read([...otherIds, ...passedIds].map((row) => row.article_id)),
  }
}
