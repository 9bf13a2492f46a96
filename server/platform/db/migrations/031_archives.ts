import type { Knex } from 'knex'

// Archives of brands that are read: how far they are, and what stands for what is there already.
const STATEMENTS = [
  `CREATE TABLE archives (
    id TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES people ON DELETE CASCADE, brand_id TEXT NOT NULL,
    brand_name TEXT NOT NULL, file_name TEXT NOT NULL, salt TEXT NOT NULL, state TEXT NOT NULL,
    parts_json TEXT NOT NULL, done INTEGER NOT NULL DEFAULT 0, total INTEGER NOT NULL,
    stored INTEGER NOT NULL DEFAULT 0, left_out INTEGER NOT NULL DEFAULT 0,
    faults_json TEXT NOT NULL DEFAULT '[]', message TEXT, created_at INTEGER NOT NULL, ended_at INTEGER
  ) STRICT`,
  `CREATE INDEX archives_by_person ON archives (person_id, created_at)`,
  `CREATE INDEX archives_at_work ON archives (created_at) WHERE state = 'reading'`,
  `CREATE TABLE archive_ids (
    archive_id TEXT NOT NULL REFERENCES archives ON DELETE CASCADE, anew TEXT NOT NULL, stands_for TEXT,
    content_json TEXT, PRIMARY KEY (archive_id, anew)
  ) STRICT, WITHOUT ROWID`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
