import type { Knex } from 'knex'

// Posts that come round again, an account each; whose turn a delivery was. When one was shown is told by the
// deliveries of its post on its account, those from before it was an evergreen too.
const STATEMENTS = [
  `CREATE TABLE evergreens (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    post_id TEXT NOT NULL REFERENCES posts ON DELETE CASCADE, account_id TEXT NOT NULL,
    position REAL NOT NULL, min_days INTEGER NOT NULL, ends_at INTEGER, most_times INTEGER,
    counted_from INTEGER NOT NULL, state TEXT NOT NULL, since INTEGER NOT NULL, message TEXT,
    created_by TEXT NOT NULL, created_at INTEGER NOT NULL, UNIQUE (post_id, account_id)
  ) STRICT`,
  `CREATE INDEX evergreens_of_brand ON evergreens (brand_id, position)`,
  `ALTER TABLE deliveries ADD COLUMN evergreen_id TEXT`,
  // Articles of the brand's own feeds that are to be no evergreen.
  `CREATE TABLE evergreens_passed (
    brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    article_id TEXT NOT NULL REFERENCES articles ON DELETE CASCADE, passed_at INTEGER NOT NULL,
    PRIMARY KEY (brand_id, article_id)
  ) STRICT`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
