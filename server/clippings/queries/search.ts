import type { Db } from '#server/platform/db'
import { joined, readAll, readAllApart } from '#server/platform/db/read'
import { listOf } from '#server/platform/db/sqlite/bulk'
import { pick, text, whole, type ShapeOf } from '#server/platform/db/tables'
import { CLIPPING_NUMBERS, CLIPPINGS } from '../rows'

const FOUND = {
  ...pick(CLIPPINGS, 'id', 'kind', 'created_at', 'shelved', 'done_at', 'quote', 'note'),
  ...pick(CLIPPING_NUMBERS, 'number'),
  title: text().orNull(),
  site: text().orNull(),
  text: text().orNull(),
}
export type FoundClippingRow = ShapeOf<typeof FOUND>

/** A word in the title weighs eight times one in the text. */
const WEIGHTS = '8.0, 1.0'
/** Clippings of all brands that are weighed; of one brand's, so many more are looked at than are shown. */
const MOST_MATCHES = 500
/** Characters of a text in which the place is looked for. */
const LOOKED_AT = 20_000

/**
 * A brand's clippings that match an FTS5 query, best first; an article's text is found as the article's.
 * Weighing is done apart: many words take their time.
 */
export async function clippingsWithWords(
  db: Db,
  brandId: string,
  match: string,
  most: number,
): Promise<FoundClippingRow[]> {
  const hits = await readAllApart(
    { rowid: whole() },
    db.raw(
      `SELECT rowid FROM clipping_search WHERE clipping_search MATCH ?
       ORDER BY bm25(clipping_search, ${WEIGHTS}) LIMIT ${MOST_MATCHES}`,
      [match],
    ),
  )
  const order = new Map(hits.map(({ rowid }, at) => [rowid, at]))
  const ids = await readAll(
    pick(CLIPPING_NUMBERS, 'number', 'clipping_id'),
    joined(db, 'clipping_numbers')
      .join('clippings', 'clippings.id', 'clipping_numbers.clipping_id')
      .leftJoin('clipping_contents', 'clipping_contents.clipping_id', 'clippings.id')
      .whereRaw('clipping_numbers.number IN ?', [listOf(db, [...order.keys()])])
      .where('clippings.brand_id', brandId)
      // An article that was clipped and no more is found among the articles.
      .whereRaw(
        `(clippings.kind <> 'article' OR clippings.note IS NOT NULL OR clipping_contents.url IS NOT NULL)`,
      )
      .select('clipping_numbers.number', 'clipping_numbers.clipping_id'),
  )
  const shown = ids
    .sort((a, b) => order.get(a.number)! - order.get(b.number)!)
    .slice(0, most)
    .map(({ clipping_id }) => clipping_id)
  const rows = await found(db, shown)
  return rows.sort((a, b) => order.get(a.number)! - order.get(b.number)!)
}

const found = (db: Db, ids: string[]): Promise<FoundClippingRow[]> =>
  readAll(
    FOUND,
    joined(db, 'clippings')
      .join('clipping_numbers', 'clipping_numbers.clipping_id', 'clippings.id')
      .leftJoin('clipping_contents', 'clipping_contents.clipping_id', 'clippings.id')
      .leftJoin('articles', 'articles.id', 'clippings.article_id')
      .whereRaw('clippings.id IN ?', [listOf(db, ids)])
      .select(
        'clippings.id',
        'clippings.kind',
        'clippings.created_at',
        'clippings.shelved',
        'clippings.done_at',
        'clippings.quote',
        'clippings.note',
        'clipping_numbers.number',
        db.raw(`coalesce(nullif(clipping_contents.title, ''), articles.title) AS title`),
        'clipping_contents.site',
        db.raw(
          `substr(coalesce(nullif(clipping_contents.text, ''), clipping_contents.description),
             1, ${LOOKED_AT}) AS text`,
        ),
      ),
  )
