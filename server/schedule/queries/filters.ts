import type { Db } from '#server/platform/db'
import type { SheetFilterRow } from '../rows'

/** A brand's filters by their names. */
export const filtersOf = (db: Db, brandId: string): Promise<SheetFilterRow[]> =>
  db('sheet_filters').where({ brand_id: brandId }).orderBy(['name', 'id'])
