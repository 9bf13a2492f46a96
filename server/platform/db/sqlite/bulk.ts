import type { Db } from '..'
import type { InsertAt, RowAt, SqlValue, TableName, Values } from '../tables'

const entriesOf = (row: object): [string, unknown][] => Object.entries(row)

/**
 * Inserts rows by one small statement that stays the same however many they are: SQLite takes them apart
 * itself. Every row has the first one's columns. A row whose `conflict` columns are there already is left
 * out.
 */
export async function insertAll<T extends TableName>(
  db: Db,
  table: T,
  rows: InsertAt<T>[],
  conflict: (keyof RowAt<T> & string)[],
): Promise<void> {
  const [first] = rows
  if (!first) return
  const columns = entriesOf(first).map(([column]) => column)
  const values = columns.map((_, at) => `json_extract(value, '$[${at}]')`).join(', ')
  const json = JSON.stringify(
    rows.map((row) => {
      const given = new Map(entriesOf(row))
      return columns.map((column) => given.get(column) ?? null)
    }),
  )
  // WHERE true: without it SQLite takes ON CONFLICT for a join's condition.
  await db.raw(
    `INSERT INTO ?? (${columns.map(() => '??').join(', ')}) SELECT ${values} FROM json_each(?) WHERE true
      ON CONFLICT (${conflict.map(() => '??').join(', ')}) DO NOTHING`,
    [table, ...columns, json, ...conflict],
  )
}

/** A list of values as a subquery, for `whereIn`: one binding, however many they are. */
export const listOf = (db: Db, values: (string | number)[]) =>
  db.raw('(SELECT value FROM json_each(?))', [JSON.stringify(values)])

/** A key as one text, to find its row by. */
export const keyText = (key: object): string => JSON.stringify(Object.values(key))

/** The rows that have these keys, by the key's text; all keys name the same columns. */
export async function rowsAt(db: Db, table: TableName, keys: object[]): Promise<Map<string, Values>> {
  const columns = Object.keys(keys[0] ?? {})
  if (columns.length === 0) return new Map()
  const matches = columns.map((_, at) => `??.?? = json_extract(wanted.value, '$[${at}]')`).join(' AND ')
  const rows = (await db.raw(`SELECT ??.* FROM json_each(?) AS wanted CROSS JOIN ?? ON ${matches}`, [
    table,
    jsonOf(keys),
    table,
    ...columns.flatMap((column) => [table, column]),
  ])) as Values[]
  return new Map(rows.map((row) => [JSON.stringify(columns.map((column) => row[column])), row]))
}

/** Inserts rows with these keys, or changes those there are, all to the same values. */
export async function putRows(db: Db, table: TableName, keys: object[], row: object): Promise<void> {
  const [columns, values] = [Object.keys(keys[0] ?? {}), Object.keys(row)]
  if (columns.length === 0) return
  const names = [...columns, ...values].map(() => '??').join(', ')
  const picked = [
    ...columns.map((_, at) => `json_extract(value, '$[${at}]')`),
    ...values.map(() => '?'),
  ].join(', ')
  const changes = values.map(() => '?? = excluded.??').join(', ')
  await db.raw(
    `INSERT INTO ?? (${names}) SELECT ${picked} FROM json_each(?) WHERE true
      ON CONFLICT (${columns.map(() => '??').join(', ')}) DO UPDATE SET ${changes}`,
    [
      table,
      ...columns,
      ...values,
      ...(Object.values(row) as SqlValue[]),
      jsonOf(keys),
      ...columns,
      ...values.flatMap((name) => [name, name]),
    ],
  )
}

const jsonOf = (keys: object[]): string => JSON.stringify(keys.map((key) => Object.values(key)))
