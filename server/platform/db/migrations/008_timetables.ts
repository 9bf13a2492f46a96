import type { Knex } from 'knex'

const STATEMENTS = [
  // A post may stand in one account's line more than once: first itself, then its echoes, each after the
  // first, with a wording of its own.
  `CREATE TABLE lines_now (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    post_id TEXT NOT NULL REFERENCES posts ON DELETE CASCADE,
    account_id TEXT NOT NULL REFERENCES accounts, position REAL NOT NULL, state TEXT NOT NULL CHECK (state IN ('in-line', 'held')),
    fixed_at INTEGER, slot_at INTEGER, lined_at INTEGER NOT NULL, echo INTEGER NOT NULL DEFAULT 0, wording INTEGER NOT NULL DEFAULT 0,
    follows_id TEXT, after_json TEXT, hold_until INTEGER, hold_reason TEXT, UNIQUE (post_id, account_id, echo)
  ) STRICT`,
  `INSERT INTO lines_now (id, brand_id, post_id, account_id, position, state, fixed_at, slot_at, lined_at)
    SELECT id, brand_id, post_id, account_id, position, state, fixed_at, slot_at, lined_at FROM lines`,
  `DROP TABLE lines`,
  `ALTER TABLE lines_now RENAME TO lines`,
  `CREATE INDEX lines_of_brand ON lines (brand_id, position)`,
  `ALTER TABLE deliveries ADD COLUMN line_id TEXT`,
  `ALTER TABLE deliveries ADD COLUMN echo INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE deliveries ADD COLUMN wording INTEGER NOT NULL DEFAULT 0`,
  // Days that differ from the week, and what share of an account's posts a pillar may have.
  `ALTER TABLE accounts ADD COLUMN except_json TEXT NOT NULL DEFAULT '[]'`,
  `ALTER TABLE accounts ADD COLUMN mix_json TEXT NOT NULL DEFAULT '[]'`,
  `ALTER TABLE brands ADD COLUMN link_apart_minutes INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE brands ADD COLUMN held INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE brands ADD COLUMN hold_until INTEGER`,
  `ALTER TABLE brands ADD COLUMN hold_reason TEXT`,
  `ALTER TABLE pillars ADD COLUMN returns TEXT NOT NULL DEFAULT 'once' CHECK (returns IN ('once', 'for-ever'))`,
  `ALTER TABLE pillars ADD COLUMN needs_approval INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE pillars ADD COLUMN hashtags_json TEXT NOT NULL DEFAULT '[]'`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
