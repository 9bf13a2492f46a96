import { pictureColumn, type Archived, type Kind } from '#server/platform/archive/kinds'
import type { Db } from '#server/platform/db'
import type { Values } from '#server/platform/db/tables'
import { checkPicture } from '#server/posts'
import { OWN_WAYS } from './ownWays'
import * as store from './queries/archives'
import { insertRows, keysThere } from './queries/rows'
import type { RowsRead } from './readRows'
import type { ArchiveRow } from './rows'
import type { PartFault, Placing } from './types'

/** Pictures of a part that are none, or too large, are left out. Asked before its transaction begins. */
export async function withoutBadPictures(archived: Archived, read: RowsRead): Promise<RowsRead> {
  const column = pictureColumn(archived)
  if (!column) return read
  const rest: RowsRead = { rows: [], faults: [...read.faults] }
  for (const { at, values } of read.rows) {
    const facts = await checkPicture(values[column] as Uint8Array)
    if (facts === null || facts.type !== values['type']) rest.faults.push({ row: at, column })
    else {
      const { width, height, bytes } = facts
      // A picture's size is its own, whatever its row says.
      const sizes: Values = 'width' in archived.table.columns ? { width, height, bytes } : {}
      rest.rows.push({ at, values: { ...values, ...sizes, [column]: facts.content } })
    }
  }
  return rest
}

/**
 * Stores rows of a part: those that name what is not there, or are there twice, are left out. Run in one
 * transaction with what says that the part is done. Gives how many were stored, and the others.
 */
export async function placeRows(
  db: Db,
  archive: ArchiveRow,
  archived: Archived,
  read: RowsRead,
): Promise<{ stored: number; faults: PartFault[] }> {
  const faults: PartFault[] = [...read.faults]
  let rows: Placing[] = read.rows.map(({ at, values }) => ({ at, values: { ...values }, read: values }))
  for (const [column, kind] of Object.entries(archived.kinds))
    if (kind.is === 'row') rows = await resolved(db, archive, rows, column, kind, faults)
  const { name } = archived.table
  const way = await OWN_WAYS[name]?.(db, archive, rows)
  if (way) {
    faults.push(...way.faults)
    rows = way.rows
  }
  const refused = await insertEach(db, name, rows)
  faults.push(...refused.map(({ at }) => ({ row: at, column: '' })))
  for (const values of way?.also?.rows ?? []) await isInserted(db, way!.also!.table, [values])
  return { stored: (way?.stored ?? 0) + rows.length - refused.length, faults }
}

/** Rows with what a column names as it is here; a row that can't be without it is left out. */
async function resolved(
  db: Db,
  archive: ArchiveRow,
  rows: Placing[],
  column: string,
  { of, key, isLoose }: Extract<Kind, { is: 'row' }>,
  faults: PartFault[],
): Promise<Placing[]> {
  const named = [...new Set(rows.flatMap(({ values }) => values[column] ?? []))].map(String)
  if (named.length === 0) return rows
  const there = await keysThere(db, of, key, named)
  const kept = await store.keptIds(db, archive.id, named)
  return rows.filter(({ at, values }) => {
    const name = values[column]
    if (name === null || name === undefined || there.has(String(name))) return true
    values[column] = kept.get(String(name))?.stands_for ?? null
    if (values[column] !== null || isLoose) return true
    faults.push({ row: at, column })
    return false
  })
}

/** Inserts rows; where they do not go together, each for itself. Gives those that are refused. */
async function insertEach(db: Db, table: string, rows: Placing[]): Promise<Placing[]> {
  const all = rows.map(({ values }) => values)
  if (rows.length === 0 || (await isInserted(db, table, all))) return []
  const refused: Placing[] = []
  for (const row of rows) if (!(await isInserted(db, table, [row.values]))) refused.push(row)
  return refused
}

/** Whether rows suit their table; none is stored where one does not. */
async function isInserted(db: Db, table: string, rows: Values[]): Promise<boolean> {
  try {
    await insertRows(db, table, rows)
    return true
  } catch (error) {
    if ((error as { code?: string }).code?.startsWith('SQLITE_CONSTRAINT')) return false
    throw error
  }
}
