import type { Db } from '#server/platform/db'

export interface ImportRow {
  id: string
  brand_id: string
  created_by: string
  created_at: number
  problems_json: string
  stopped_at: number | null
}

export interface ImportItemRow {
  import_id: string
  position: number
  url: string
  title: string | null
  folders_json: string
  state: 'waiting' | 'added' | 'known' | 'failed'
  message: string | null
  /** The source it became, or was already; null where it is none. */
  source_id: string | null
}

export async function insertImport(db: Db, row: ImportRow, items: ImportItemRow[]): Promise<void> {
  await db('imports').insert(row)
  for (let at = 0; at < items.length; at += 100) await db('import_items').insert(items.slice(at, at + 100))
}

export const latestImport = (db: Db, brandId: string): Promise<ImportRow | undefined> =>
  db<ImportRow>('imports').where({ brand_id: brandId }).orderBy('created_at', 'desc').first()

export const importById = (db: Db, brandId: string, id: string): Promise<ImportRow | undefined> =>
  db<ImportRow>('imports').where({ brand_id: brandId, id }).first()

export const countItems = async (db: Db, importId: string): Promise<Map<ImportItemRow['state'], number>> => {
  const rows = (await db('import_items')
    .where({ import_id: importId })
    .groupBy('state')
    .select('state', db.raw('count(*) AS n'))) as unknown as { state: ImportItemRow['state']; n: number }[]
  return new Map(rows.map((row) => [row.state, Number(row.n)]))
}

export const failedItems = (db: Db, importId: string, most: number): Promise<ImportItemRow[]> =>
  db<ImportItemRow>('import_items')
    .where({ import_id: importId, state: 'failed' })
    .orderBy('position')
    .limit(most)

/** How many of the sources that an import added are still there. */
export const countStanding = async (db: Db, importId: string): Promise<number> => {
  const row = (await db('import_items')
    .join('sources', 'sources.id', 'import_items.source_id')
    .where({ import_id: importId, state: 'added' })
    .whereNull('sources.removed_at')
    .count({ n: '*' })
    .first()) as { n: number } | undefined
  return Number(row?.n ?? 0)
}

export const itemsIn = (db: Db, importId: string, state: ImportItemRow['state']): Promise<ImportItemRow[]> =>
  db<ImportItemRow>('import_items').where({ import_id: importId, state }).orderBy('position')

/** Those that could not be added wait once more, and the import goes on. */
export const waitAgain = async (db: Db, importId: string): Promise<void> => {
  await db('import_items')
    .where({ import_id: importId, state: 'failed' })
    .update({ state: 'waiting', message: null })
  await db('imports').where({ id: importId }).update({ stopped_at: null })
}

export const updateItem = async (
  db: Db,
  importId: string,
  position: number,
  patch: Partial<ImportItemRow>,
): Promise<void> => {
  await db('import_items').where({ import_id: importId, position }).update(patch)
}

/** What still waited could not be added, and is told as such. */
export const stopImport = async (db: Db, id: string, at: number, message: string): Promise<void> => {
  await db('imports').where({ id }).whereNull('stopped_at').update({ stopped_at: at })
  await db('import_items').where({ import_id: id, state: 'waiting' }).update({ state: 'failed', message })
}

/** Items that wait in imports which go on, in the files' order. */
export const waitingItems = async (
  db: Db,
  most: number,
): Promise<(ImportItemRow & { brand_id: string; created_by: string })[]> =>
  (await db('import_items')
    .join('imports', 'imports.id', 'import_items.import_id')
    .where('import_items.state', 'waiting')
    .whereNull('imports.stopped_at')
    .orderBy('imports.created_at')
    .orderBy('import_items.position')
    .limit(most)
    .select('import_items.*', 'imports.brand_id', 'imports.created_by')) as unknown as (ImportItemRow & {
    brand_id: string
    created_by: string
  })[]
