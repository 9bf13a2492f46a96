import type { Knex } from 'knex'

// How each person wants to be told, and what they were told.
const STATEMENTS = [
  `CREATE TABLE own_telling (
    brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, person_id TEXT NOT NULL,
    topics_json TEXT NOT NULL, quiet_from TEXT, quiet_until TEXT, since INTEGER NOT NULL,
    next_at INTEGER NOT NULL DEFAULT 0, message TEXT, PRIMARY KEY (brand_id, person_id)
  ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE notices_told (
    notice_id TEXT NOT NULL REFERENCES notices ON DELETE CASCADE, person_id TEXT NOT NULL,
    at INTEGER NOT NULL, PRIMARY KEY (notice_id, person_id)
  ) STRICT, WITHOUT ROWID`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
