import { LIMITS } from '#shared/platform/limits'
import { ARTICLES, hasTag, IN_FORCE } from '#server/articles'
import type { Db } from '#server/platform/db'
import { readAll, readAllApart } from '#server/platform/db/read'
import { listOf } from '#server/platform/db/sqlite/bulk'
import { pick, text, whole, type ShapeOf } from '#server/platform/db/tables'
import { SOURCES } from '#server/sources'

const FACTS = {
  ...pick(ARTICLES, 'id', 'feed_id', 'link_key', 'url', 'title', 'author', 'categories_json', 'image'),
  ...pick(ARTICLES, 'at', 'first_seen_at', 'number'),
  ...pick(SOURCES, 'label', 'region'),
  language: text().orNull(),
  source_id: text(),
  since: whole(),
}
/** An article without its text, as a brand has it. */
export type ArticleFacts = ShapeOf<typeof FACTS>

const COLUMNS = [
  ...['articles.id', 'articles.feed_id', 'articles.link_key', 'articles.url', 'articles.title'],
  ...['articles.author', 'articles.categories_json', 'articles.image', 'articles.at'],
  ...['articles.first_seen_at', 'articles.number', 'sources.label', 'sources.region'],
  ...['sources.id AS source_id', 'sources.created_at AS since'],
]
const LANGUAGE = 'coalesce(sources.language, articles.language) AS language'

/** Whether a rule of its source, or a watch that hides, leaves an article out for the brand. */
const LEFT_OUT = `EXISTS (SELECT 1 FROM article_states WHERE article_states.brand_id = sources.brand_id
  AND article_states.article_id = articles.id AND article_states.excluded_by IS NOT NULL)`

/**
 * These articles as a brand has them, but for those that a rule, or a watch, leaves out; those that came
 * first first.
 */
export const factsOf = (db: Db, brandId: string, ids: string[]): Promise<ArticleFacts[]> =>
  readAll(
    FACTS,
    db
      .from(
        db.raw('json_each(?) AS listed CROSS JOIN articles ON articles.id = listed.value', [
          JSON.stringify(ids),
        ]),
      )
      .join('sources', 'sources.feed_id', 'articles.feed_id')
      .where('sources.brand_id', brandId)
      .whereNull('sources.removed_at')
      .whereRaw(`NOT ${LEFT_OUT}`)
      .orderBy(['articles.first_seen_at', 'articles.at', 'articles.number'])
      .select([...COLUMNS, db.raw(LANGUAGE)]),
  )

/** Which articles an order looks at: any of the watches and tags, from any of the feeds; null for all. */
export interface Trigger {
  feeds: string[] | null
  watches: string[]
  tags: string[]
}

/** The newest articles that would have set an order off since then, in the thread for long reads. */
export async function triggering(
  db: Db,
  brandId: string,
  { feeds, watches, tags }: Trigger,
  { since, now, most }: { since: number; now: number; most: number },
): Promise<ArticleFacts[]> {
  const query = db
    .from(db.raw('sources CROSS JOIN articles ON articles.feed_id = sources.feed_id'))
    .where('sources.brand_id', brandId)
    .whereNull('sources.removed_at')
    .where('articles.at', '>=', since)
    .where('articles.at', '<=', now)
    .whereRaw(`NOT ${LEFT_OUT}`)
    .orderBy('articles.at', 'desc')
    .limit(most)
    .select([...COLUMNS, db.raw(LANGUAGE)])
  if (feeds !== null) query.whereRaw('sources.feed_id IN ?', [listOf(db, feeds)])
  if (watches.length + tags.length > 0)
    query.where((either) => {
      either.whereRaw(
        `EXISTS (SELECT 1 FROM watch_marks WHERE watch_marks.article_id = articles.id
          AND watch_marks.watch_id IN ? AND ${IN_FORCE})`,
        [listOf(db, watches), now, now],
      )
      for (const tag of tags) either.orWhereRaw(...hasTag(tag, now))
    })
  return readAllApart(FACTS, query)
}

const TEXTS = { ...pick(ARTICLES, 'id'), text: text() }

/** The texts of articles, of very long ones the beginning: many are in memory at once. */
export const textsOfArticles = async (db: Db, ids: string[]): Promise<Map<string, string>> =>
  new Map(
    (
      await readAllApart(
        TEXTS,
        db
          .from(
            db.raw('json_each(?) AS listed CROSS JOIN articles ON articles.id = listed.value', [
              JSON.stringify(ids),
            ]),
          )
          .select(['articles.id', db.raw('substr(articles.text, 1, ?) AS text', [LIMITS.orders.text])]),
      )
    ).map(({ id, text: body }) => [id, body]),
  )

/**
 * Which of some articles a brand shares already: a post about it, or with its link, is in line or went out.
 */
export const sharedArticles = async (db: Db, brandId: string, ids: string[]): Promise<Set<string>> =>
  new Set(
    (
      await readAllApart(
        pick(ARTICLES, 'id'),
        db
          .from(
            db.raw('json_each(?) AS listed CROSS JOIN articles ON articles.id = listed.value', [
              JSON.stringify(ids),
            ]),
          )
          .whereRaw(
            `(EXISTS (SELECT 1 FROM posts WHERE posts.article_id = articles.id AND posts.brand_id = ?
                AND posts.removed_at IS NULL AND (
                  EXISTS (SELECT 1 FROM lines WHERE lines.post_id = posts.id)
                  OR EXISTS (SELECT 1 FROM evergreens WHERE evergreens.post_id = posts.id)
                  OR EXISTS (SELECT 1 FROM deliveries WHERE deliveries.post_id = posts.id
                    AND deliveries.state NOT IN ('not-sent', 'given-up', 'taken-back'))))
              OR EXISTS (SELECT 1 FROM deliveries WHERE deliveries.brand_id = ?
                AND deliveries.link_key = articles.link_key
                AND deliveries.state NOT IN ('not-sent', 'given-up', 'taken-back')))`,
            [brandId, brandId],
          )
          .select('articles.id'),
      )
    ).map(({ id }) => id),
  )

/** The newest articles that a brand sees, but for those left out. */
export const newestOf = async (db: Db, brandId: string, most: number): Promise<string[]> =>
  (
    await readAll(
      pick(ARTICLES, 'id'),
      db
        .from(db.raw('sources CROSS JOIN articles ON articles.feed_id = sources.feed_id'))
        .where('sources.brand_id', brandId)
        .whereNull('sources.removed_at')
        .whereRaw(`NOT ${LEFT_OUT}`)
        .orderBy('articles.at', 'desc')
        .limit(most)
        .select('articles.id'),
    )
  ).map(({ id }) => id)
