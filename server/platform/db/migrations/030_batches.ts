import type { Knex } from 'knex'

// Posts from files: looked through, mended and lined up one row after another.
const STATEMENTS = [
  `CREATE TABLE batches (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    name TEXT NOT NULL, created_by TEXT NOT NULL, created_at INTEGER NOT NULL, changed_at INTEGER NOT NULL,
    heads_json TEXT NOT NULL, columns_json TEXT NOT NULL, day_order TEXT, usual_json TEXT NOT NULL,
    too_many INTEGER NOT NULL, state TEXT NOT NULL, acting_by TEXT, moved INTEGER NOT NULL DEFAULT 0,
    version INTEGER NOT NULL DEFAULT 1, removed_at INTEGER
  ) STRICT`,
  `CREATE INDEX batches_by_brand ON batches (brand_id, created_at)`,
  `CREATE INDEX batches_at_work ON batches (state) WHERE state <> 'ready'`,
  `CREATE TABLE batch_rows (
    batch_id TEXT NOT NULL REFERENCES batches ON DELETE CASCADE, position INTEGER NOT NULL,
    line INTEGER NOT NULL, cells_json TEXT NOT NULL, edits_json TEXT NOT NULL DEFAULT '{}',
    state TEXT NOT NULL, problems_json TEXT NOT NULL DEFAULT '[]', warnings_json TEXT NOT NULL DEFAULT '[]',
    planned_json TEXT, place_json TEXT, post_id TEXT, PRIMARY KEY (batch_id, position)
  ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX batch_rows_by_state ON batch_rows (batch_id, state, position)`,
  `CREATE TABLE batch_pictures (
    batch_id TEXT NOT NULL REFERENCES batches ON DELETE CASCADE, name TEXT NOT NULL,
    state TEXT NOT NULL, picture_id TEXT, PRIMARY KEY (batch_id, name)
  ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX batch_pictures_waiting ON batch_pictures (batch_id) WHERE state = 'waiting'`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
