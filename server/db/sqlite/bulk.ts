import type { Db } from '..'

type Row = Record<string, unknown>

/**
 * Inserts rows by one small statement that stays the same however many they are: SQLite takes them apart itself. Every row has the
 * first one's columns. A row whose `conflict` columns are there already is left out.
 */
export async function insertAll(db: Db, table: string, rows: Row[], conflict: string[]): Promise<void> {
  const [first] = rows
  if (!first) return
  const columns = Object.keys(first)
  const values = columns.map((_, at) => `json_extract(value, '$[${at}]')`).join(', ')
  const json = JSON.stringify(rows.map((row) => columns.map((column) => row[column] ?? null)))
  // WHERE true: without it SQLite takes ON CONFLICT for a join's condition.
  await db.raw(`INSERT INTO ?? (${columns.map(() => '??').join(', ')}) SELECT ${values} FROM json_each(?) WHERE true ON CONFLICT (${conflict.map(() => '??').join(', ')}) DO NOTHING`, [table, ...columns, json, ...conflict]) // prettier-ignore
}

/** A list of values as a subquery, for `whereIn`: one binding, however many they are. */
export const listOf = (db: Db, values: string[]) => db.raw('(SELECT value FROM json_each(?))', [JSON.stringify(values)])
