import type { Db } from '#server/platform/db'
import { listOf } from '#server/platform/db/sqlite/bulk'
import { joined } from '#server/platform/db/read'
import type { TableName, Values } from '#server/platform/db/tables'

// Rows of any table that archives hold: what a table is called and has was declared by its subject.

/** Those of some keys that a table has. */
export async function keysThere(db: Db, table: string, key: string, keys: string[]): Promise<Set<string>> {
  const rows = (await joined(db, table as TableName)
    .whereRaw('?? IN ?', [key, listOf(db, keys)])
    .select(key)) as Values[]
  return new Set(rows.map((row) => String(row[key])))
}

/** Rows inserted by one statement: few enough bindings for SQLite, few enough pictures to hold. */
const AT_ONCE = 100

/** Inserts rows that all have the same columns: all of them, or it throws and there is none. */
export async function insertRows(db: Db, table: string, rows: Values[]): Promise<void> {
  await db.transaction(async (inner) => {
    for (let from = 0; from < rows.length; from += AT_ONCE)
      await joined(inner, table as TableName).insert(rows.slice(from, from + AT_ONCE))
  })
}
