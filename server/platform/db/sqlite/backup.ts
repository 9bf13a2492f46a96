import type { StoredMessages } from '../messages'
import { existsSync, renameSync, rmSync } from 'node:fs'
import Database from 'better-sqlite3'

/** Pages copied before others have their turn. */
const PAGES_AT_ONCE = 500

/**
 * Copies a data file to another while it is in use: the state of one moment, whatever is written meanwhile.
 * The copy takes its name only when it is whole. Throws where it is not sound.
 */
export async function copyLive(from: string, to: string): Promise<void> {
  const part = `${to}.part`
  rmSync(part, { force: true })
  const source = new Database(from, { readonly: true, fileMustExist: true })
  try {
    // A read transaction holds the moment: without it each write by another process begins the copy anew.
    source.exec('BEGIN')
    source.prepare('SELECT count(*) FROM sqlite_master').get()
    await source.backup(part, { progress: () => PAGES_AT_ONCE })
  } finally {
    source.close()
  }
  const trouble = troubleOf(part)
  if (trouble !== null) throw new Error(`The copy is not sound: ${trouble}`)
  renameSync(part, to)
}

/** What is wrong with a data file, as SQLite's own check says; null for nothing. */
export function troubleOf(file: string): string | null {
  try {
    const db = new Database(file, { fileMustExist: true })
    try {
      db.pragma('journal_mode = DELETE')
      const [{ integrity_check: message }] = db.pragma('integrity_check') as [{ integrity_check: string }]
      return message === 'ok' ? null : message
    } finally {
      db.close()
    }
  } catch (error) {
    return error instanceof Error ? error.message : String(error)
  }
}

/** The names of the changes of form that a data file has been through; null where it is none of ours. */
export function migrationsOf(file: string): string[] | null {
  const db = new Database(file, { readonly: true, fileMustExist: true })
  try {
    return (db.prepare('SELECT name FROM knex_migrations ORDER BY id').all() as { name: string }[]).map(
      ({ name }) => name,
    )
  } catch {
    return null
  } finally {
    db.close()
  }
}

/** Whether a process has the data file open for writing. */
export function isInUse(file: string): boolean {
  if (!existsSync(file)) return false
  const db = new Database(file, { timeout: 500 })
  try {
    // Only one connection alone may leave the write-ahead log.
    db.pragma('journal_mode = DELETE')
    return false
  } catch {
    return true
  } finally {
    db.close()
  }
}

export interface RestoredCounts {
  brands: number
  deliveries: number
}

/**
 * Makes a restored file safe to start from: every brand on hold with the reason, and each delivery that was
 * on its way is asked about first, since it may have gone out after the copy was made.
 */
export function makeCareful(
  file: string,
  reason: StoredMessages,
  message: StoredMessages,
  at: number,
): RestoredCounts {
  const db = new Database(file)
  try {
    return db.transaction((): RestoredCounts => {
      const brands = db
        .prepare('UPDATE brands SET held = 1, hold_until = NULL, hold_reason = ? WHERE removed_at IS NULL')
        .run(reason).changes
      const open = "state IN ('planned', 'sending', 'waiting')"
      db.prepare(
        `INSERT INTO delivery_events (delivery_id, at, state, cause) SELECT id, ?, 'unknown', ?
          FROM deliveries WHERE ${open}`,
      ).run(at, message)
      const deliveries = db
        .prepare(
          `UPDATE deliveries SET state = 'unknown', message = ?, attempts = max(attempts, 1), lease_until = 0,
            next_try_at = due_at WHERE ${open}`,
        )
        .run(message).changes
      return { brands, deliveries }
    })()
  } finally {
    db.close()
  }
}
