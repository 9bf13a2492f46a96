import type { Knex } from 'knex'

const STATEMENTS = [
  // What a watch does besides marking, what it looks at (nothing named: everything), and what it lends to
  // drafts.
  `ALTER TABLE watches ADD COLUMN collects INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE watches ADD COLUMN hides INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE watches ADD COLUMN tells INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE watches ADD COLUMN on_rail INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE watches ADD COLUMN hashtags_json TEXT NOT NULL DEFAULT '[]'`,
  `ALTER TABLE watches ADD COLUMN folders_json TEXT NOT NULL DEFAULT '[]'`,
  `ALTER TABLE watches ADD COLUMN sources_json TEXT NOT NULL DEFAULT '[]'`,
  `ALTER TABLE watches ADD COLUMN feed_nonce TEXT`,
  // `run_at`: the look that found it, so that what an older state of the watch marked is told from it. A mark
  // is in force for a time, where its watch asks for an age: what an article's growing older changes is
  // worked out once.
  `CREATE TABLE marks (
    watch_id TEXT NOT NULL REFERENCES watches ON DELETE CASCADE, article_id TEXT NOT NULL REFERENCES articles ON DELETE CASCADE,
    from_at INTEGER NOT NULL DEFAULT 0, until_at INTEGER NOT NULL DEFAULT 8640000000000000,
    feed_id TEXT NOT NULL, strength REAL NOT NULL, found_json TEXT NOT NULL, marked_at INTEGER NOT NULL DEFAULT 0,
    run_at INTEGER NOT NULL DEFAULT 0,
    PRIMARY KEY (watch_id, article_id, from_at)
  ) STRICT, WITHOUT ROWID`,
  `INSERT INTO marks (watch_id, article_id, feed_id, strength, found_json)
    SELECT watch_id, article_id, coalesce(feed_id, (SELECT feed_id FROM articles WHERE articles.id = article_id)),
    strength, found_json FROM watch_marks`,
  `DROP TABLE watch_marks`,
  `ALTER TABLE marks RENAME TO watch_marks`,
  `CREATE INDEX marks_of_article ON watch_marks (article_id, watch_id, from_at, until_at)`,
  // With the times in it, so that counting does not look up each mark.
  `CREATE INDEX marks_by_feed ON watch_marks (watch_id, feed_id, from_at, until_at)`,
  // Which watch passed an article in the curator's place; its reason is then its words.
  `ALTER TABLE article_states ADD COLUMN watch_id TEXT`,
  `CREATE INDEX states_by_watch ON article_states (watch_id) WHERE watch_id IS NOT NULL`,
  // A watch that was changed looks through the archive in the background: how far it is, by the articles'
  // numbers from the newest down.
  `CREATE TABLE watch_runs (
    watch_id TEXT PRIMARY KEY REFERENCES watches ON DELETE CASCADE, brand_id TEXT NOT NULL, started_at INTEGER NOT NULL,
    total INTEGER NOT NULL, done INTEGER NOT NULL, found INTEGER NOT NULL, below INTEGER, ended_at INTEGER,
    stopped INTEGER NOT NULL DEFAULT 0
  ) STRICT`,
  `CREATE INDEX watch_runs_open ON watch_runs (started_at) WHERE ended_at IS NULL`,
  // Until when somebody has seen what a watch that tells has to tell.
  `CREATE TABLE watch_seen (
    person_id TEXT NOT NULL REFERENCES people ON DELETE CASCADE, watch_id TEXT NOT NULL REFERENCES watches ON DELETE CASCADE,
    seen_at INTEGER NOT NULL, PRIMARY KEY (person_id, watch_id)
  ) STRICT, WITHOUT ROWID`,
  // Tags come from watches, from sources and by hand; what a hand took off stays off.
  `CREATE TABLE tags (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, name TEXT NOT NULL COLLATE NOCASE,
    version INTEGER NOT NULL DEFAULT 1, UNIQUE (brand_id, name)
  ) STRICT`,
  `CREATE TABLE watch_tags (
    watch_id TEXT NOT NULL REFERENCES watches ON DELETE CASCADE, tag_id TEXT NOT NULL REFERENCES tags ON DELETE CASCADE,
    PRIMARY KEY (watch_id, tag_id)
  ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX watch_tags_of_tag ON watch_tags (tag_id)`,
  `CREATE TABLE source_tags (
    source_id TEXT NOT NULL REFERENCES sources ON DELETE CASCADE, tag_id TEXT NOT NULL REFERENCES tags ON DELETE CASCADE,
    PRIMARY KEY (source_id, tag_id)
  ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX source_tags_of_tag ON source_tags (tag_id)`,
  `CREATE TABLE article_tags (
    brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, article_id TEXT NOT NULL REFERENCES articles ON DELETE CASCADE,
    tag_id TEXT NOT NULL REFERENCES tags ON DELETE CASCADE, is_on INTEGER NOT NULL, PRIMARY KEY (brand_id, article_id, tag_id)
  ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX article_tags_of_tag ON article_tags (tag_id, article_id)`,
  // Authors are found by their names too: what has one is indexed anew, in the background.
  `UPDATE articles SET indexed = 0 WHERE author IS NOT NULL`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
