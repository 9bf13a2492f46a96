import type { Db } from './index'
import { keyText, putRows, rowsAt } from './sqlite/bulk'

type Row = Record<string, unknown>

/** One row before and after a change; null where it was not there. */
export interface TrackedRow {
  table: string
  key: Row
  before: Row | null
  after: Row | null
}

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

  async insert(table: string, key: Row, row: Row): Promise<void> {
    await this.#db(table).insert({ ...key, ...row })
    await this.#remember(table, key, null)
  }

  async update(table: string, key: Row, patch: Row): Promise<void> {
    const before = await this.#read(table, key)
    await this.#db(table).where(key).update(patch)
    await this.#remember(table, key, before)
  }

  /** Inserts the row, or changes the one with this key. */
  async put(table: string, key: Row, row: Row): Promise<void> {
    await ((await this.#read(table, key)) ? this.update(table, key, row) : this.insert(table, key, row))
  }

  /** Inserts or changes many rows at once: those of these keys, all to the same values. */
  async putAll(table: string, keys: Row[], row: Row): Promise<void> {
    const before = await rowsAt(this.#db, table, keys)
    await putRows(this.#db, table, keys, row)
    const after = await rowsAt(this.#db, table, keys)
    for (const key of keys)
      this.rows.push({
        table,
        key,
        before: before.get(keyText(key)) ?? null,
        after: after.get(keyText(key)) ?? null,
      })
  }

  async remove(table: string, key: Row): Promise<void> {
    const before = await this.#read(table, key)
    await this.#db(table).where(key).del()
    await this.#remember(table, key, before)
  }

  async #read(table: string, key: Row): Promise<Row | null> {
    return (await this.#db<Row>(table).where(key).first()) ?? null
  }

  async #remember(table: string, key: Row, before: Row | null): Promise<void> {
    this.rows.push({ table, key, before, after: await this.#read(table, key) })
  }
}

/**
 * Puts rows back as they were, last change first. Returns false, and changes nothing, when a row is no longer
 * as the change left it.
 */
export async function putBack(db: Db, rows: TrackedRow[]): Promise<boolean> {
  const checked = new Set<string>()
  for (const { table, key, after } of [...rows].reverse()) {
    const name = JSON.stringify([table, key])
    if (checked.has(name)) continue
    checked.add(name)
    const current = (await db<Row>(table).where(key).first()) ?? null
    if (JSON.stringify(current) !== JSON.stringify(after)) return false
  }
  for (const { table, key, before, after } of [...rows].reverse()) {
    if (before === null) await db(table).where(key).del()
    else if (after === null) await db(table).insert(before)
    else await db(table).where(key).update(before)
  }
  return true
}
