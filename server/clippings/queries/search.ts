import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { pick, text, type ShapeOf } from '#server/platform/db/tables'
import { CLIPPINGS } from '../rows'

const FOUND = {
  ...pick(CLIPPINGS, 'id', 'kind', 'created_at', 'shelved', 'done_at'),
  title: text().orNull(),
  site: text().orNull(),
  /** The words around the first that was looked for. */
  place: text().orNull(),
}
export type FoundClippingRow = ShapeOf<typeof FOUND>

/** A word in the title weighs eight times one in the text. */
const WEIGHTS = '8.0, 1.0'

/** A brand's clippings that match an FTS5 query, best first; an article's text is found as the article's. */
export const clippingsWithWords = (
  db: Db,
  brandId: string,
  match: string,
  most: number,
): Promise<FoundClippingRow[]> =>
  readAll(
    FOUND,
    joined(db, 'clipping_numbers')
      .join(
        db.raw(
          `(SELECT rowid, bm25(clipping_search, ${WEIGHTS}) AS weight,
             snippet(clipping_search, 1, '', '', '…', 24) AS place
            FROM clipping_search WHERE clipping_search MATCH ? ORDER BY weight LIMIT 500) AS hits`,
          [match],
        ),
        'hits.rowid',
        'clipping_numbers.number',
      )
      .join('clippings', 'clippings.id', 'clipping_numbers.clipping_id')
      .leftJoin('clipping_contents', 'clipping_contents.clipping_id', 'clippings.id')
      .leftJoin('articles', 'articles.id', 'clippings.article_id')
      .where('clippings.brand_id', brandId)
      // An article that was clipped and no more is found among the articles.
      .whereRaw(
        `(clippings.kind <> 'article' OR clippings.note IS NOT NULL OR clipping_contents.url IS NOT NULL)`,
      )
      .orderBy('hits.weight')
      .limit(most)
      .select(
        'clippings.id',
        'clippings.kind',
        'clippings.created_at',
        'clippings.shelved',
        'clippings.done_at',
        db.raw(`coalesce(nullif(clipping_contents.title, ''), articles.title) AS title`),
        'clipping_contents.site',
        'hits.place',
      ),
  )
