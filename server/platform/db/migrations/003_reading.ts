import type { Knex } from 'knex'

const STATEMENTS = [
  // A number that stays, for the search index: SQLite's own row numbers change when the file is rewritten.
  `ALTER TABLE articles ADD COLUMN number INTEGER`,
  `UPDATE articles SET number = rowid`,
  `CREATE UNIQUE INDEX articles_by_number ON articles (number)`,
  // Whether the search index has it as it is; what has not is indexed in the background.
  `ALTER TABLE articles ADD COLUMN indexed INTEGER NOT NULL DEFAULT 0`,
  `CREATE INDEX articles_to_index ON articles (number) WHERE indexed = 0`,
  `CREATE INDEX articles_by_first_seen ON articles (first_seen_at, id)`,
  `ALTER TABLE articles ADD COLUMN kind TEXT NOT NULL DEFAULT 'text' CHECK (kind IN ('text', 'picture', 'video', 'sound', 'document'))`,
  // The text of the article's own page, where the feed gave only a summary: when it was looked for, and why
  // there is none.
  `ALTER TABLE articles ADD COLUMN page_html TEXT`,
  `ALTER TABLE articles ADD COLUMN page_at INTEGER`,
  `ALTER TABLE articles ADD COLUMN page_says TEXT`,
  // What is kept has a folder, and is worked off when one is done with it.
  `ALTER TABLE clippings ADD COLUMN folder TEXT`,
  `ALTER TABLE clippings ADD COLUMN done_at INTEGER`,
  `ALTER TABLE clippings ADD COLUMN version INTEGER NOT NULL DEFAULT 1`,
  `CREATE INDEX clippings_of_brand ON clippings (brand_id, created_at DESC)`,
  // Sources read in from a file: a row each, worked off in the background, so that a restart goes on where it
  // was.
  `CREATE TABLE imports (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, created_by TEXT NOT NULL, created_at INTEGER NOT NULL,
    problems_json TEXT NOT NULL, stopped_at INTEGER
  ) STRICT`,
  `CREATE INDEX imports_of_brand ON imports (brand_id, created_at DESC)`,
  `CREATE TABLE import_items (
    import_id TEXT NOT NULL REFERENCES imports ON DELETE CASCADE, position INTEGER NOT NULL, url TEXT NOT NULL, title TEXT,
    folders_json TEXT NOT NULL, state TEXT NOT NULL CHECK (state IN ('waiting', 'added', 'known', 'failed')), says TEXT,
    PRIMARY KEY (import_id, position)
  ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX import_items_waiting ON import_items (state, import_id)`,
  `CREATE VIRTUAL TABLE article_search USING fts5(
    title, body, stems, content = '', contentless_delete = 1, prefix = '2 3', tokenize = 'unicode61 remove_diacritics 2'
  )`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
