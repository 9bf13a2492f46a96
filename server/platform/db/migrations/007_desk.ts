import type { Knex } from 'knex'

const STATEMENTS = [
  // A post is written over days, by several people: what it is made from, when and by whom it was last
  // changed, who is to look at it.
  `ALTER TABLE posts ADD COLUMN language TEXT`,
  `ALTER TABLE posts ADD COLUMN clippings_json TEXT NOT NULL DEFAULT '[]'`,
  `ALTER TABLE posts ADD COLUMN from_post_id TEXT`,
  `ALTER TABLE posts ADD COLUMN saved_at INTEGER`,
  `ALTER TABLE posts ADD COLUMN saved_by TEXT`,
  `ALTER TABLE posts ADD COLUMN asked_at INTEGER`,
  `ALTER TABLE posts ADD COLUMN removed_at INTEGER`,
  `CREATE INDEX posts_of_brand ON posts (brand_id, saved_at)`,
  `ALTER TABLE wordings ADD COLUMN picture_id TEXT`,
  `ALTER TABLE proofs ADD COLUMN chosen INTEGER NOT NULL DEFAULT 1`,
  `ALTER TABLE proofs ADD COLUMN left_out_json TEXT NOT NULL DEFAULT '[]'`,
  `ALTER TABLE proofs ADD COLUMN board TEXT`,
  `ALTER TABLE proofs ADD COLUMN audience TEXT`,
  `ALTER TABLE proofs ADD COLUMN link_place TEXT`,
  `ALTER TABLE proofs ADD COLUMN crops_json TEXT NOT NULL DEFAULT '{}'`,
  `CREATE TABLE post_events (
    id TEXT PRIMARY KEY, post_id TEXT NOT NULL REFERENCES posts ON DELETE CASCADE, at INTEGER NOT NULL, person_id TEXT,
    what TEXT NOT NULL CHECK (what IN ('asked', 'approved', 'sent-back', 'withdrawn', 'returned')), version INTEGER NOT NULL, note TEXT
  ) STRICT`,
  `CREATE INDEX events_of_post ON post_events (post_id, at)`,
  // Pictures lie in the data file too, so that a copy of it is a copy of everything.
  `CREATE TABLE pictures (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, width INTEGER NOT NULL, height INTEGER NOT NULL,
    bytes INTEGER NOT NULL, type TEXT NOT NULL, content BLOB NOT NULL, from_url TEXT, says TEXT,
    created_by TEXT NOT NULL, created_at INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX pictures_of_brand ON pictures (brand_id, created_at)`,
  `CREATE TABLE post_pictures (
    post_id TEXT NOT NULL REFERENCES posts ON DELETE CASCADE, position INTEGER NOT NULL, picture_id TEXT NOT NULL REFERENCES pictures,
    description TEXT NOT NULL, focus_x REAL NOT NULL, focus_y REAL NOT NULL, PRIMARY KEY (post_id, position)
  ) STRICT, WITHOUT ROWID`,
  // Short links: a code a post and account. Clicks are counted by the hour, and nothing about who clicked is
  // kept.
  `CREATE TABLE short_links (
    code TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    post_id TEXT NOT NULL REFERENCES posts ON DELETE CASCADE,
    account_id TEXT NOT NULL REFERENCES accounts, target TEXT, created_at INTEGER NOT NULL, UNIQUE (post_id, account_id)
  ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE short_clicks (
    code TEXT NOT NULL REFERENCES short_links ON DELETE CASCADE, hour INTEGER NOT NULL, clicks INTEGER NOT NULL, PRIMARY KEY (code, hour)
  ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE link_looks (
    url TEXT PRIMARY KEY, kind TEXT NOT NULL, detail TEXT, card_json TEXT, looked_at INTEGER NOT NULL
  ) STRICT, WITHOUT ROWID`,
  // Who may approve posts for an account, what becomes of links there, and after how many days the same may
  // be shared again.
  `ALTER TABLE accounts ADD COLUMN approver TEXT NOT NULL DEFAULT 'anyone' CHECK (approver IN ('anyone', 'someone-else'))`,
  `ALTER TABLE accounts ADD COLUMN link_rule_json TEXT`,
  `ALTER TABLE accounts ADD COLUMN repeat_after_days INTEGER`,
  `ALTER TABLE brands ADD COLUMN writing_json TEXT`,
  `ALTER TABLE brands ADD COLUMN writing_version INTEGER NOT NULL DEFAULT 1`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
