import type { StoredMessages } from './messages'
import type { Knex } from 'knex'
import type { Tables } from 'knex/types/tables'

// Tables are declared as values, so that types come from what a test can compare with a data file.

/** One column of a table: its type in the data file, whether it may be empty, whether it fills itself. */
export interface Column<T, Optional extends boolean = boolean> {
  readonly type: 'TEXT' | 'INTEGER' | 'REAL' | 'BLOB'
  readonly isNullable: boolean
  readonly hasDefault: boolean
  /** Only for its type: what a row holds here, and whether an insert may leave it out. */
  readonly holds?: { value: T; optional: Optional }
  readonly isSure: boolean
  /** What is noted by the way, as when something was last tried: nobody's change, and no undo's matter. */
  readonly isNoted: boolean
  orNull: () => Column<T | null, true>
  orDefault: () => Column<T, true>
  /** For an answer whose query leaves out the rows where the table's column is empty. */
  surely: () => Column<T, Optional>
  noted: () => Column<T, Optional>
}

/** Columns by name: those of a table, or of what a query answers. */
export type Columns = Record<string, Column<unknown>>

/** A table's name and columns. */
export interface Table<C extends Columns = Columns> {
  readonly name: string
  readonly columns: C
}

/** What a row with these columns holds. */
export type ShapeOf<C extends Columns> = { [K in keyof C]: C[K] extends Column<infer V> ? V : never }

/** What a table's rows hold. */
export type RowOf<T extends Table> = ShapeOf<T['columns']>

/** Some of a table's columns. */
export const pick = <C extends Columns, K extends keyof C>(table: Table<C>, ...names: K[]): Pick<C, K> =>
  Object.fromEntries(names.map((name) => [name, table.columns[name]])) as Pick<C, K>

type OptionalOf<C extends Columns> = {
  [K in keyof C]: C[K] extends Column<unknown, true> ? K : never
}[keyof C]

/** What an insert must name: all columns but those that may be empty or fill themselves. */
export type InsertOf<T extends Table> = Omit<RowOf<T>, OptionalOf<T['columns']>> &
  Partial<Pick<RowOf<T>, OptionalOf<T['columns']>>>

/** What an update may say: values, or what the data file computes. */
export type UpdateOf<T extends Table> = {
  [K in keyof RowOf<T>]?: RowOf<T>[K] | Knex.Raw | Knex.QueryBuilder
}

/** How Knex sees a table: what is read, inserted and updated. */
export type TableType<T extends Table> = Knex.CompositeTableType<RowOf<T>, InsertOf<T>, UpdateOf<T>>

const column = <T, Optional extends boolean = false>(
  type: Column<T>['type'],
  isNullable = false,
  hasDefault = false,
  isSure = false,
  isNoted = false,
): Column<T, Optional> => ({
  type,
  isNullable,
  hasDefault,
  isSure,
  isNoted,
  orNull: () => column<T | null, true>(type, true, hasDefault),
  orDefault: () => column<T, true>(type, isNullable, true),
  surely: () => column<T, Optional>(type, isNullable, hasDefault, true),
  noted: () => column<T, Optional>(type, isNullable, hasDefault, isSure, true),
})

export const text = <T extends string = string>(): Column<T, false> => column('TEXT')
/** Messages; they are said before they are shown. */
export const messages = (): Column<StoredMessages, false> => column('TEXT')
/** A person’s own words, or messages in their place. */
export const wordsOrMessages = (): Column<StoredMessages | string, false> => column('TEXT')
export const whole = <T extends number = number>(): Column<T, false> => column('INTEGER')
export const real = (): Column<number, false> => column('REAL')
export const blob = (): Column<Buffer, false> => column('BLOB')

/** All tables declared so far, by name. */
export const tables = new Map<string, Table>()

/** Declares a table with its columns. */
export function tableOf<C extends Columns>(name: string, columns: C): Table<C> {
  const table = { name, columns }
  tables.set(name, table)
  return table
}

/** What SQLite holds in a column. */
export type SqlValue = string | number | Buffer | null
/** Values by their columns, whatever table they are of. */
export type Values = Record<string, SqlValue>

/** Names of tables, and what each holds and takes. */
export type TableName = keyof Tables
export type RowAt<T extends TableName> = Knex.ResolveTableType<Tables[T]>
export type InsertAt<T extends TableName> = Knex.ResolveTableType<Tables[T], 'insert'>
export type PatchAt<T extends TableName> = Partial<RowAt<T>>
