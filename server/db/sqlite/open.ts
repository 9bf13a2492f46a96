import { existsSync, mkdirSync } from 'node:fs'
import { dirname } from 'node:path'
import knexFactory, { type Knex } from 'knex'
import { migrationSource } from '../migrations'

interface RawConnection {
  pragma: (statement: string) => unknown
}

/** Opens a data file (made if it is not there) and brings it to the newest form, a copy taken before an older one is changed. */
export async function openDb(file: string): Promise<Knex> {
  mkdirSync(dirname(file), { recursive: true })
  const db = knexFactory({
    client: 'better-sqlite3',
    connection: { filename: file },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate: (connection: RawConnection, done: (error: Error | null, connection: RawConnection) => void) => {
        connection.pragma('journal_mode = WAL')
        connection.pragma('synchronous = NORMAL')
        connection.pragma('foreign_keys = ON')
        connection.pragma('busy_timeout = 5000')
        done(null, connection)
      },
    },
  })
  await copyBeforeChange(db, file)
  await db.migrate.latest({ migrationSource })
  return db
}

/** A release may change the data's form: the file as it was stays beside it, named after what was done to it last. */
async function copyBeforeChange(db: Knex, file: string): Promise<void> {
  const [done, pending] = (await db.migrate.list({ migrationSource })) as [{ name: string }[], unknown[]]
  const last = done.at(-1)?.name
  const copy = `${file}.${last}`
  if (last && pending.length > 0 && !existsSync(copy)) await db.raw('VACUUM INTO ?', [copy])
}
