import { existsSync, mkdirSync } from 'node:fs'
import { dirname } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import knexFactory, { type Knex } from 'knex'
import { migrationSource } from '../migrations'
import { keepStatements } from './statements'

interface RawConnection {
  pragma: (statement: string) => unknown
  prepare: (sql: string) => unknown
}

/**
 * Opens a data file (made if it is not there) and brings it to the newest form, a copy taken before an older
 * one is changed.
 */
export async function openDb(file: string): Promise<Knex> {
  mkdirSync(dirname(file), { recursive: true })
  const db = knexFactory({
    client: 'better-sqlite3',
    connection: { filename: file },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate: (
        connection: RawConnection,
        done: (error: Error | null, connection: RawConnection) => void,
      ) => {
        connection.pragma('journal_mode = WAL')
        connection.pragma('synchronous = NORMAL')
        connection.pragma('foreign_keys = ON')
        connection.pragma('busy_timeout = 5000')
        keepStatements(connection)
        done(null, connection)
      },
    },
  })
  await copyBeforeChange(db, file)
  await bringUp(db)
  return db
}

/**
 * Begins a transaction as one that writes, waiting for other processes to end theirs. One that reads first
 * and writes later would fail where another wrote in between (SQLITE_BUSY_SNAPSHOT), and no waiting would
 * help.
 */
export async function takeWriteLock(transaction: Knex): Promise<void> {
  await transaction.raw('UPDATE keeping SET value = value WHERE 0')
}

const LOCK_LOOKS = 40
const LOCK_PAUSE_MS = 250

/**
 * Brings the data to the newest form. Of processes that start together one does it and the others wait; a
 * lock left by a killed one is freed.
 */
async function bringUp(db: Knex): Promise<void> {
  for (let look = 0; ; look++) {
    try {
      await db.migrate.latest({ migrationSource })
      return
    } catch (error) {
      const isLocked = error instanceof Error && /lock/i.test(`${error.name} ${error.message}`)
      if (!isLocked || look > LOCK_LOOKS) throw error
      await pause(LOCK_PAUSE_MS)
      if (look === LOCK_LOOKS) await db.migrate.forceFreeMigrationsLock({ migrationSource })
    }
  }
}

/**
 * A release may change the data's form: the file as it was stays beside it, named after what was done to it
 * last.
 */
async function copyBeforeChange(db: Knex, file: string): Promise<void> {
  const [done, pending] = (await db.migrate.list({ migrationSource })) as [{ name: string }[], unknown[]]
  const last = done.at(-1)?.name
  const copy = `${file}.${last}`
  if (last && pending.length > 0 && !existsSync(copy)) await db.raw('VACUUM INTO ?', [copy])
}
