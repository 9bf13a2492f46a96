import type { Knex } from 'knex'

// What may ask in a person's name without their sign-in, and the codes by which it is handed over. Of both
// only a hash is kept.
const STATEMENTS = [
  `CREATE TABLE tokens (
    id TEXT PRIMARY KEY, hash TEXT NOT NULL UNIQUE,
    person_id TEXT NOT NULL REFERENCES people ON DELETE CASCADE,
    brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    scopes TEXT NOT NULL, name TEXT NOT NULL, made_at INTEGER NOT NULL,
    last_used_at INTEGER NOT NULL, ended_at INTEGER
  ) STRICT`,
  `CREATE INDEX tokens_by_person ON tokens (person_id, brand_id)`,
  `CREATE INDEX tokens_by_use ON tokens (last_used_at)`,
  `CREATE TABLE pairings (
    hash TEXT PRIMARY KEY,
    person_id TEXT NOT NULL REFERENCES people ON DELETE CASCADE,
    brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    scopes TEXT NOT NULL, ends_at INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX pairings_by_person ON pairings (person_id)`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
