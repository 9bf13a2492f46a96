import type { Knex } from 'knex'

// Campaigns: posts that serve one aim between two days; and tags of posts.
const STATEMENTS = [
  `CREATE TABLE campaigns (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    name TEXT NOT NULL, aim TEXT NOT NULL, words TEXT NOT NULL, more_words TEXT NOT NULL,
    from_day TEXT NOT NULL, to_day TEXT, accounts_json TEXT, pillar_id TEXT, ink INTEGER NOT NULL,
    mark TEXT NOT NULL, hashtags_json TEXT NOT NULL DEFAULT '[]', posts_wanted INTEGER,
    ended_at INTEGER, created_by TEXT NOT NULL, created_at INTEGER NOT NULL,
    version INTEGER NOT NULL DEFAULT 1, removed_at INTEGER
  ) STRICT`,
  `CREATE INDEX campaigns_by_brand ON campaigns (brand_id, from_day)`,
  `ALTER TABLE posts ADD COLUMN campaign_id TEXT`,
  `CREATE TABLE post_tags (
    post_id TEXT NOT NULL REFERENCES posts ON DELETE CASCADE, tag_id TEXT NOT NULL REFERENCES tags,
    PRIMARY KEY (post_id, tag_id)
  ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX post_tags_by_tag ON post_tags (tag_id)`,
  `ALTER TABLE calendars ADD COLUMN campaign_id TEXT`,
  `DROP INDEX calendars_of_brand`,
  `CREATE UNIQUE INDEX calendars_of_brand ON calendars (brand_id, coalesce(account_id, campaign_id, ''))`,
  `CREATE INDEX posts_by_campaign ON posts (campaign_id) WHERE campaign_id IS NOT NULL`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
