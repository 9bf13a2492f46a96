import type { Knex } from 'knex'

// Tokens that people make for programs of their own, with an end; and what such programs asked for once.
const STATEMENTS = [
  `ALTER TABLE tokens ADD COLUMN ends_at INTEGER`,
  `CREATE TABLE token_requests (
    token_id TEXT NOT NULL REFERENCES tokens ON DELETE CASCADE, key TEXT NOT NULL, hash TEXT NOT NULL,
    answer_json TEXT, at INTEGER NOT NULL, PRIMARY KEY (token_id, key)
  ) STRICT`,
  `CREATE INDEX token_requests_by_time ON token_requests (at)`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
