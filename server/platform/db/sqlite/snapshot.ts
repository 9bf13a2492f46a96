import { join } from 'node:path'
import Database from 'better-sqlite3'
import { settings } from '../../settings'
import type { Values } from '../tables'

/** The data as they are at one moment, whatever is written meanwhile. */
export interface Snapshot {
  /** Rows one after another; no other may be asked for until these are read. */
  rows: (sql: string, given: Record<string, string>) => IterableIterator<Values>
  close: () => void
}

/**
 * Opens the data of this moment on a connection of their own, which can't write. To be closed soon: until
 * then the write-ahead log only grows.
 */
export function openSnapshot(): Snapshot {
  const db = new Database(join(settings().dataDir, 'quill.sqlite'), { readonly: true, fileMustExist: true })
  // The moment is that of the first read.
  db.exec('BEGIN')
  db.prepare('SELECT count(*) FROM sqlite_master').get()
  return {
    rows: (sql, given) => db.prepare(sql).iterate(given) as IterableIterator<Values>,
    close: () => void db.close(),
  }
}
