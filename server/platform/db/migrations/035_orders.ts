import type { Knex } from 'knex'

// Standing orders: what may happen by itself, what came of it, and who said that posts may go out unseen.
const STATEMENTS = [
  `CREATE TABLE orders (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    name TEXT NOT NULL, rule_json TEXT NOT NULL, state TEXT NOT NULL DEFAULT 'off', message TEXT,
    on_since INTEGER, acts_for TEXT NOT NULL, last_at INTEGER, failures INTEGER NOT NULL DEFAULT 0,
    position INTEGER NOT NULL, created_by TEXT NOT NULL, created_at INTEGER NOT NULL,
    version INTEGER NOT NULL DEFAULT 1, removed_at INTEGER
  ) STRICT`,
  `CREATE INDEX orders_by_brand ON orders (brand_id, position)`,
  // What an order did or left: a thing once, by its key.
  `CREATE TABLE order_log (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    order_id TEXT NOT NULL REFERENCES orders ON DELETE CASCADE, key TEXT NOT NULL, run_id TEXT NOT NULL,
    at INTEGER NOT NULL, act TEXT NOT NULL, outcome TEXT NOT NULL, why TEXT, message TEXT,
    article_id TEXT, title TEXT NOT NULL, source TEXT NOT NULL, post_id TEXT, not_before INTEGER,
    put_on_json TEXT NOT NULL DEFAULT '[]'
  ) STRICT`,
  `CREATE UNIQUE INDEX order_log_by_key ON order_log (key, order_id)`,
  `CREATE INDEX order_log_by_time ON order_log (brand_id, at, id)`,
  `CREATE INDEX order_log_by_outcome ON order_log (brand_id, outcome, at, id)`,
  `CREATE INDEX order_log_by_post ON order_log (post_id) WHERE post_id IS NOT NULL`,
  // Articles that a brand's orders have yet to look at.
  `CREATE TABLE order_todo (
    brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, article_id TEXT NOT NULL,
    since INTEGER NOT NULL, PRIMARY KEY (brand_id, article_id)
  ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX order_todo_by_time ON order_todo (brand_id, since)`,
  `ALTER TABLE posts ADD COLUMN order_id TEXT`,
  `ALTER TABLE posts ADD COLUMN order_seen_at INTEGER`,
  `CREATE INDEX posts_unseen ON posts (brand_id, created_at)
    WHERE order_id IS NOT NULL AND order_seen_at IS NULL`,
  // Whether a link went out is asked of thousands of articles at once.
  `CREATE INDEX deliveries_by_link ON deliveries (brand_id, link_key) WHERE link_key IS NOT NULL`,
  `ALTER TABLE brands ADD COLUMN orders_stopped_at INTEGER`,
  `ALTER TABLE brands ADD COLUMN orders_stopped_by TEXT`,
  `ALTER TABLE brands ADD COLUMN orders_per_day INTEGER NOT NULL DEFAULT 12`,
  `ALTER TABLE accounts ADD COLUMN unseen_by TEXT`,
  `ALTER TABLE accounts ADD COLUMN unseen_since INTEGER`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
