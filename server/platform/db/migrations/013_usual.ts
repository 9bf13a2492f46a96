import type { Knex } from 'knex'

const STATEMENTS = [
  // The accounts a post begins with, by what it is made from; null where that says nothing.
  ...['sources', 'folders', 'watches', 'pillars'].map(
    (table) => `ALTER TABLE ${table} ADD COLUMN usual_accounts_json TEXT`,
  ),
  `ALTER TABLE folders ADD COLUMN pillar_id TEXT`,
  `ALTER TABLE watches ADD COLUMN pillar_id TEXT`,
  // The brand's own sites, and the pillar of posts about what stands there.
  `ALTER TABLE brands ADD COLUMN own_sites_json TEXT NOT NULL DEFAULT '[]'`,
  `ALTER TABLE brands ADD COLUMN own_pillar_id TEXT`,
  // The accounts on which an account's posts appear by themselves.
  `ALTER TABLE accounts ADD COLUMN appears_on_json TEXT NOT NULL DEFAULT '[]'`,
  // When somebody of the brand first read an article whole. Apart from its state: an undo of that one must
  // not find it changed.
  `CREATE TABLE article_openings (
    brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, article_id TEXT NOT NULL REFERENCES articles ON DELETE CASCADE,
    at INTEGER NOT NULL, PRIMARY KEY (brand_id, article_id)
  ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX article_openings_by_article ON article_openings (article_id)`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
