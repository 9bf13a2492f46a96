import type { StoredMessages } from '#server/platform/db/messages'
import { joined, readAll, readFirst } from '#server/platform/db/read'
import { pick, whole } from '#server/platform/db/tables'
import { IMPORTS, IMPORT_ITEMS, type ImportItemRow, type ImportRow } from '../rows'
import type { Db } from '#server/platform/db'

export async function insertImport(db: Db, row: ImportRow, items: ImportItemRow[]): Promise<void> {
  await db('imports').insert(row)
  for (let at = 0; at < items.length; at += 100) await db('import_items').insert(items.slice(at, at + 100))
}

export const latestImport = (db: Db, brandId: string): Promise<ImportRow | undefined> =>
  db('imports').where({ brand_id: brandId }).orderBy('created_at', 'desc').first()

export const importById = (db: Db, brandId: string, id: string): Promise<ImportRow | undefined> =>
  db('imports').where({ brand_id: brandId, id }).first()

export const countItems = async (db: Db, importId: string): Promise<Map<ImportItemRow['state'], number>> => {
  const rows = await readAll(
    { ...pick(IMPORT_ITEMS, 'state'), n: whole() },
    joined(db, 'import_items')
      .where({ import_id: importId })
      .groupBy('state')
      .select('state', db.raw('count(*) AS n')),
  )
  return new Map(rows.map((row) => [row.state, Number(row.n)]))
}

export const failedItems = (db: Db, importId: string, most: number): Promise<ImportItemRow[]> =>
  db('import_items').where({ import_id: importId, state: 'failed' }).orderBy('position').limit(most)

/** How many of the sources that an import added are still there. */
export const countStanding = async (db: Db, importId: string): Promise<number> => {
  const row = await readFirst(
    { n: whole() },
    joined(db, 'import_items')
      .join('sources', 'sources.id', 'import_items.source_id')
      .where({ import_id: importId, state: 'added' })
      .whereNull('sources.removed_at')
      .count({ n: '*' }),
  )
  return Number(row?.n ?? 0)
}

export const itemsIn = (db: Db, importId: string, state: ImportItemRow['state']): Promise<ImportItemRow[]> =>
  db('import_items').where({ import_id: importId, state }).orderBy('position')

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
export const stopImport = async (db: Db, id: string, at: number, message: StoredMessages): Promise<void> => {
  await db('imports').where({ id }).whereNull('stopped_at').update({ stopped_at: at })
  await db('import_items').where({ import_id: id, state: 'waiting' }).update({ state: 'failed', message })
}

/** Items that wait in imports which go on, in the files' order. */
export const waitingItems = (db: Db, most: number) =>
  readAll(
    { ...IMPORT_ITEMS.columns, ...pick(IMPORTS, 'brand_id', 'created_by') },
    joined(db, 'import_items')
      .join('imports', 'imports.id', 'import_items.import_id')
      .where('import_items.state', 'waiting')
      .whereNull('imports.stopped_at')
      .orderBy('imports.created_at')
      .orderBy('import_items.position')
      .limit(most)
      .select('import_items.*', 'imports.brand_id', 'imports.created_by'),
  )
