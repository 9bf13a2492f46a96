import type { Knex } from 'knex'

const STATEMENTS = [
  // Articles that watches and rules have yet to look at: stored with the article, so that none is forgotten
  // where a process dies in between.
  `CREATE TABLE to_match (
    article_id TEXT PRIMARY KEY REFERENCES articles ON DELETE CASCADE, is_fresh INTEGER NOT NULL, since INTEGER NOT NULL
  ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX to_match_by_age ON to_match (since)`,
  // A code for each sending, an echo being one of its own. It outlives its post: links that are out go on
  // leading somewhere, and are counted.
  `CREATE TABLE short_links_now (
    code TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, post_id TEXT NOT NULL, account_id TEXT NOT NULL,
    echo INTEGER NOT NULL DEFAULT 0, target TEXT, created_at INTEGER NOT NULL, UNIQUE (post_id, account_id, echo)
  ) STRICT, WITHOUT ROWID`,
  `INSERT INTO short_links_now (code, brand_id, post_id, account_id, target, created_at)
    SELECT code, brand_id, post_id, account_id, target, created_at FROM short_links`,
  `CREATE TABLE short_clicks_now (
    code TEXT NOT NULL REFERENCES short_links_now ON DELETE CASCADE, hour INTEGER NOT NULL, clicks INTEGER NOT NULL,
    PRIMARY KEY (code, hour)
  ) STRICT, WITHOUT ROWID`,
  `INSERT INTO short_clicks_now SELECT code, hour, clicks FROM short_clicks`,
  `DROP TABLE short_clicks`,
  `DROP TABLE short_links`,
  `ALTER TABLE short_links_now RENAME TO short_links`,
  `ALTER TABLE short_clicks_now RENAME TO short_clicks`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
