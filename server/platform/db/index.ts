import { join } from 'node:path'
import type { Knex } from 'knex'
import { settings } from '../settings'
import { openDb, takeWriteLock } from './sqlite/open'

/** The database, or a transaction on it: what every store function is given first. */
export type Db = Knex

let opened: Promise<Knex> | null = null

/** The one connection of this process, opened and migrated. */
export function useDb(): Promise<Knex> {
  opened ??= openDb(join(settings().dataDir, 'quill.sqlite'))
  return opened
}

/** Runs work in one transaction: all of it is stored, or none. */
export async function inTransaction<T>(work: (db: Db) => Promise<T>): Promise<T> {
  const db = await useDb()
  return db.transaction(async (transaction) => {
    await takeWriteLock(transaction)
    return work(transaction)
  })
}

export async function closeDb(): Promise<void> {
  const closing = opened
  opened = null
  await (await closing)?.destroy()
}
