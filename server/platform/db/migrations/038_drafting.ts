import type { Knex } from 'knex'

// By what a brand's drafts are written, what that took, and the drafts.
const STATEMENTS = [
  `CREATE TABLE drafting (
    brand_id TEXT PRIMARY KEY REFERENCES brands ON DELETE CASCADE,
    host TEXT NOT NULL DEFAULT '', address_sealed TEXT, key_sealed TEXT, model TEXT NOT NULL DEFAULT '',
    language TEXT, freedom INTEGER NOT NULL DEFAULT 40, answer_tokens INTEGER NOT NULL DEFAULT 300,
    month_tokens INTEGER NOT NULL DEFAULT 200000, price_cents INTEGER, currency TEXT,
    version INTEGER NOT NULL DEFAULT 1
  ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE draft_use (
    brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, month TEXT NOT NULL,
    tokens INTEGER NOT NULL DEFAULT 0, requests INTEGER NOT NULL DEFAULT 0, PRIMARY KEY (brand_id, month)
  ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE drafts (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    article_id TEXT NOT NULL, post_id TEXT, order_id TEXT, writer TEXT NOT NULL,
    model TEXT NOT NULL DEFAULT '', host TEXT NOT NULL DEFAULT '', wish TEXT NOT NULL,
    language TEXT NOT NULL, text TEXT NOT NULL, findings_json TEXT NOT NULL DEFAULT '[]',
    repairs INTEGER NOT NULL DEFAULT 0, tokens INTEGER NOT NULL DEFAULT 0, created_by TEXT,
    created_at INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX drafts_by_article ON drafts (brand_id, article_id, id)`,
  `CREATE INDEX drafts_by_post ON drafts (post_id) WHERE post_id IS NOT NULL`,
  `CREATE INDEX drafts_by_time ON drafts (created_at)`,
  `CREATE TABLE draft_wishes (
    order_id TEXT NOT NULL, article_id TEXT NOT NULL,
    brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, state TEXT NOT NULL DEFAULT 'waiting',
    room INTEGER NOT NULL, attempts INTEGER NOT NULL DEFAULT 0, due_at INTEGER NOT NULL,
    message TEXT, draft_id TEXT, created_at INTEGER NOT NULL, PRIMARY KEY (order_id, article_id)
  ) STRICT`,
  `CREATE INDEX draft_wishes_due ON draft_wishes (due_at) WHERE state = 'waiting'`,
  `CREATE INDEX draft_wishes_by_brand ON draft_wishes (brand_id) WHERE state = 'waiting'`,
  `CREATE INDEX draft_wishes_by_time ON draft_wishes (created_at)`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
