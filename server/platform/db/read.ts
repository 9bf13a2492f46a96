import type { Knex } from 'knex'
import type { Tables } from 'knex/types/tables'
import type { Columns, ShapeOf } from './tables'
import type { Db } from './index'
import { readApart } from './sqlite/readApart'

// Queries that join tables or compute columns: Knex can't tell what they answer, so each says it, and a test
// runs each on a data file and compares.

type Query = Knex.QueryBuilder | Knex.Raw
type Watcher = (shape: Columns, query: Query) => void

let watcher: Watcher | null = null
/** Lets a test see which query answers which columns. */
export const watchReads = (watch: Watcher | null): void => void (watcher = watch)

/** A query that begins at a table and joins others; what it answers is said where it is read. */
export const joined = (db: Db, table: keyof Tables): Knex.QueryBuilder => db(table)

/** All rows of a query with these columns. */
export async function readAll<C extends Columns>(shape: C, query: Query): Promise<ShapeOf<C>[]> {
  watcher?.(shape, query)
  return (await query) as ShapeOf<C>[]
}

/** The first row of a query with these columns. */
export async function readFirst<C extends Columns>(
  shape: C,
  query: Knex.QueryBuilder,
): Promise<ShapeOf<C> | undefined> {
  return (await readAll(shape, query.limit(1)))[0]
}

/** As `readAll`, in the thread for reads that may take long: see `readApart`. */
export function readAllApart<C extends Columns>(shape: C, query: Query): Promise<ShapeOf<C>[]> {
  watcher?.(shape, query)
  return readApart<ShapeOf<C>>(query)
}
