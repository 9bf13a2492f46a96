import type { Db } from '#server/platform/db'
import { listOf } from '#server/platform/db/sqlite/bulk'

const REMOVABLE = [
  'watches',
  'sources',
  'almanac_entries',
  'accounts',
  'clipping_folders',
  'recipients',
] as const
type Removable = (typeof REMOVABLE)[number]
const isRemovable = (table: string): table is Removable => REMOVABLE.some((one) => one === table)
export type NamedTable = Removable | 'tags' | 'folders'

/** Whether all of a brand's rows that an order names are there. */
export async function areThere(db: Db, brandId: string, table: NamedTable, ids: string[]): Promise<boolean> {
  if (ids.length === 0) return true
  const query = db(table)
    .where({ brand_id: brandId })
    .whereRaw('id IN ?', [listOf(db, ids)])
  if (isRemovable(table)) query.whereNull('removed_at')
  return (await query.select('id')).length === new Set(ids).size
}

/** The clipping of an article, to be filed. */
export const clippingIdOf = async (db: Db, brandId: string, articleId: string): Promise<string | undefined> =>
  (await db('clippings').where({ brand_id: brandId, article_id: articleId, kind: 'article' }).first('id'))?.id
