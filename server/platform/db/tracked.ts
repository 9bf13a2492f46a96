import { isListOf, isMapOf, isObject, isShape, isText, orNull, type Is } from '#shared/platform/json'
import type { Db } from './index'
import { joined } from './read'
import { keyText, putRows, rowsAt } from './sqlite/bulk'
import { tables, type InsertAt, type PatchAt, type SqlValue, type TableName, type Values } from './tables'

/** One row before and after a change; null where it was not there. */
export interface TrackedRow {
  table: TableName
  key: Values
  before: Values | null
  after: Values | null
}

const isValues: Is<Values> = isMapOf(
  (value): value is SqlValue =>
    value === null || ['string', 'number'].includes(typeof value) || isObject(value),
)
/** Rows as a change remembers them, read back. */
export const isTracked: Is<TrackedRow[]> = isListOf(
  isShape<TrackedRow>({
    table: (value): value is TableName => isText(value) && tables.has(value),
    key: isValues,
    before: orNull(isValues),
    after: orNull(isValues),
  }),
)

/**
 * Writes rows and remembers how they were, so that the whole change can be put back. Use within one
 * transaction.
 */
export class Tracked {
  readonly rows: TrackedRow[] = []
  readonly #db: Db

  constructor(db: Db) {
    this.#db = db
  }

  async insert<T extends TableName, K extends PatchAt<T>>(
    table: T,
    key: K,
    row: Omit<InsertAt<T>, keyof K>,
  ): Promise<void> {
    await joined(this.#db, table).insert({ ...key, ...row })
    await this.#remember(table, key, null)
  }

  async update<T extends TableName>(table: T, key: PatchAt<T>, patch: PatchAt<T>): Promise<void> {
    const before = await this.#read(table, key)
    await joined(this.#db, table).where(key).update(patch)
    await this.#remember(table, key, before)
  }

  /** Inserts the row, or changes the one with this key. */
  async put<T extends TableName, K extends PatchAt<T>>(
    table: T,
    key: K,
    row: Omit<InsertAt<T>, keyof K>,
  ): Promise<void> {
    const before = await this.#read(table, key)
    if (!before) return this.insert(table, key, row)
    // A row that is all key is there already.
    if (Object.keys(row).length > 0) await joined(this.#db, table).where(key).update(row)
    await this.#remember(table, key, before)
  }

  /** Inserts or changes many rows at once: those of these keys, all to the same values. */
  async putAll<T extends TableName, K extends PatchAt<T>>(
    table: T,
    keys: K[],
    row: Omit<InsertAt<T>, keyof K>,
  ): Promise<void> {
    const before = await rowsAt(this.#db, table, keys)
    await putRows(this.#db, table, keys, row)
    const after = await rowsAt(this.#db, table, keys)
    for (const key of keys)
      this.rows.push({
        table,
        key: key as Values,
        before: before.get(keyText(key)) ?? null,
        after: after.get(keyText(key)) ?? null,
      })
  }

  async remove<T extends TableName>(table: T, key: PatchAt<T>): Promise<void> {
    const before = await this.#read(table, key)
    await joined(this.#db, table).where(key).del()
    await this.#remember(table, key, before)
  }

  async #read(table: TableName, key: object): Promise<Values | null> {
    return ((await joined(this.#db, table).where(key).first()) as Values | undefined) ?? null
  }

  async #remember(table: TableName, key: object, before: Values | null): Promise<void> {
    this.rows.push({ table, key: key as Values, before, after: await this.#read(table, key) })
  }
}

/** A row without what is only noted by the way. */
const withoutNotes = (table: TableName, row: Values): Values =>
  Object.fromEntries(
    Object.entries(row).filter(([name]) => tables.get(table)?.columns[name]?.isNoted !== true),
  )

/**
 * Puts rows back as they were, last change first, but for what is only noted by the way. Returns false, and
 * changes nothing, when a row is no longer as the change left it.
 */
export async function putBack(db: Db, rows: TrackedRow[]): Promise<boolean> {
  const checked = new Set<string>()
  for (const { table, key, after } of [...rows].reverse()) {
    const name = JSON.stringify([table, key])
    if (checked.has(name)) continue
    checked.add(name)
    const current = ((await joined(db, table).where(key).first()) as Values | undefined) ?? null
    const kept = (row: Values | null): string => JSON.stringify(row && withoutNotes(table, row))
    if (kept(current) !== kept(after)) return false
  }
  for (const { table, key, before, after } of [...rows].reverse()) {
    if (before === null) await joined(db, table).where(key).del()
    else if (after === null) await joined(db, table).insert(before)
    else await joined(db, table).where(key).update(withoutNotes(table, before))
  }
  return true
}
