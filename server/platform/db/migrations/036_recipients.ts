import type { Knex } from 'knex'

// Where articles are handed on to, and what was handed on.
const STATEMENTS = [
  `CREATE TABLE recipients (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    name TEXT NOT NULL, kind TEXT NOT NULL, host TEXT NOT NULL DEFAULT '', address_sealed TEXT,
    token_sealed TEXT, mail_json TEXT NOT NULL DEFAULT '[]', nonce TEXT,
    events_json TEXT NOT NULL DEFAULT '[]', position INTEGER NOT NULL,
    failures INTEGER NOT NULL DEFAULT 0, retry_at INTEGER, message TEXT, last_at INTEGER,
    created_by TEXT NOT NULL, created_at INTEGER NOT NULL, version INTEGER NOT NULL DEFAULT 1,
    removed_at INTEGER
  ) STRICT`,
  `CREATE INDEX recipients_by_brand ON recipients (brand_id, position)`,
  `CREATE TABLE dispatches (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    recipient_id TEXT NOT NULL REFERENCES recipients ON DELETE CASCADE,
    type TEXT NOT NULL DEFAULT 'article.handed-on', key TEXT NOT NULL,
    title TEXT NOT NULL, article_id TEXT, payload_json TEXT NOT NULL, by_person TEXT, order_id TEXT,
    by_name TEXT NOT NULL, state TEXT NOT NULL DEFAULT 'waiting', attempts INTEGER NOT NULL DEFAULT 0,
    status INTEGER, message TEXT, created_at INTEGER NOT NULL, due_at INTEGER NOT NULL, ended_at INTEGER
  ) STRICT`,
  `CREATE INDEX dispatches_waiting ON dispatches (recipient_id, due_at, id) WHERE state = 'waiting'`,
  `CREATE INDEX dispatches_by_recipient ON dispatches (recipient_id, id)`,
  `CREATE INDEX dispatches_by_brand ON dispatches (brand_id, id)`,
  `CREATE INDEX dispatches_by_key ON dispatches (brand_id, key)`,
  `CREATE INDEX dispatches_by_time ON dispatches (created_at)`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
