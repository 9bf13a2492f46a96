import type { Knex } from 'knex'

// What becomes of posts that went out: how they stand, how they stood, what was said, who follows. Rows of
// posts sent before are made afterwards, as time allows.
const STATEMENTS = [
  // What a post was as it went out and how it stands: all that Results asks for, kept as it comes.
  `CREATE TABLE sent_posts (
    delivery_id TEXT PRIMARY KEY REFERENCES deliveries ON DELETE CASCADE,
    brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    account_id TEXT NOT NULL REFERENCES accounts ON DELETE CASCADE,
    post_id TEXT NOT NULL, sent_at INTEGER NOT NULL, code TEXT, pillar_id TEXT, article_id TEXT,
    source_id TEXT, site TEXT NOT NULL, wording INTEGER NOT NULL, echo INTEGER NOT NULL, text TEXT NOT NULL,
    length INTEGER NOT NULL, pictures INTEGER NOT NULL, hashtags_json TEXT NOT NULL, link_place TEXT NOT NULL,
    likes INTEGER, reshares INTEGER, replies INTEGER, quotes INTEGER, views INTEGER, read_at INTEGER,
    first_answers INTEGER, clicks INTEGER NOT NULL DEFAULT 0, first_clicks INTEGER NOT NULL DEFAULT 0,
    state TEXT NOT NULL, next_at INTEGER, message TEXT
  ) STRICT`,
  `CREATE INDEX sent_posts_of_brand ON sent_posts (brand_id, sent_at)`,
  `CREATE INDEX sent_posts_due ON sent_posts (next_at) WHERE next_at IS NOT NULL`,
  `CREATE INDEX sent_posts_by_code ON sent_posts (code) WHERE code IS NOT NULL`,
  // Each reading as it was told; all null where the network was asked and told nothing.
  `CREATE TABLE response_readings (
    delivery_id TEXT NOT NULL REFERENCES sent_posts ON DELETE CASCADE, at INTEGER NOT NULL,
    likes INTEGER, reshares INTEGER, replies INTEGER, quotes INTEGER, views INTEGER,
    PRIMARY KEY (delivery_id, at)
  ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE public_replies (
    delivery_id TEXT NOT NULL REFERENCES sent_posts ON DELETE CASCADE, remote_id TEXT NOT NULL,
    author TEXT NOT NULL, text TEXT NOT NULL, url TEXT, at INTEGER NOT NULL, seen_at INTEGER NOT NULL,
    PRIMARY KEY (delivery_id, remote_id)
  ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX public_replies_by_age ON public_replies (seen_at)`,
  `CREATE TABLE follower_counts (
    account_id TEXT NOT NULL REFERENCES accounts ON DELETE CASCADE, day TEXT NOT NULL,
    followers INTEGER NOT NULL, at INTEGER NOT NULL,
    PRIMARY KEY (account_id, day)
  ) STRICT, WITHOUT ROWID`,
  // What is asked of an account's network besides its posts, and until when it wants no questions.
  `CREATE TABLE account_readings (
    account_id TEXT PRIMARY KEY REFERENCES accounts ON DELETE CASCADE,
    followers_next_at INTEGER NOT NULL, past_read_at INTEGER, quiet_until INTEGER,
    has_told INTEGER NOT NULL DEFAULT 0, failures INTEGER NOT NULL DEFAULT 0, message TEXT
  ) STRICT, WITHOUT ROWID`,
  // Posts of the account that did not go out from here.
  `CREATE TABLE outside_posts (
    account_id TEXT NOT NULL REFERENCES accounts ON DELETE CASCADE, remote_id TEXT NOT NULL,
    url TEXT, at INTEGER NOT NULL, text TEXT NOT NULL, likes INTEGER, reshares INTEGER, replies INTEGER,
    quotes INTEGER, views INTEGER,
    PRIMARY KEY (account_id, remote_id)
  ) STRICT, WITHOUT ROWID`,
  // 0: not looked at since it went out; 1: it has its row in sent_posts.
  `ALTER TABLE deliveries ADD COLUMN counted INTEGER NOT NULL DEFAULT 0`,
  `CREATE INDEX deliveries_uncounted ON deliveries (sent_at)
    WHERE counted = 0 AND state IN ('sent', 'in-part')`,
  `CREATE INDEX deliveries_taken_back ON deliveries (id) WHERE counted = 1 AND state = 'taken-back'`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
