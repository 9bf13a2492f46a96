import type { Knex } from 'knex'

// Calendars of a brand or of one account, that whoever has their address may read.
const STATEMENTS = [
  `CREATE TABLE calendars (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, account_id TEXT,
    nonce TEXT NOT NULL, created_by TEXT NOT NULL, created_at INTEGER NOT NULL
  ) STRICT`,
  `CREATE UNIQUE INDEX calendars_of_brand ON calendars (brand_id, coalesce(account_id, ''))`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
