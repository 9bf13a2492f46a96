import type { Knex } from 'knex'

// What people capture while they see it, and what is kept of it as a clipping of its own.
const STATEMENTS = [
  `CREATE TABLE captures (
    id TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES people ON DELETE CASCADE,
    way TEXT NOT NULL, at INTEGER NOT NULL, captured_json TEXT NOT NULL,
    looked_at INTEGER, message TEXT, clipping_id TEXT
  ) STRICT`,
  `CREATE INDEX captures_by_time ON captures (at)`,
  `CREATE TABLE clipping_contents (
    clipping_id TEXT PRIMARY KEY REFERENCES clippings ON DELETE CASCADE,
    brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    link_key TEXT, url TEXT, title TEXT NOT NULL, author TEXT, site TEXT, description TEXT NOT NULL,
    text TEXT NOT NULL, language TEXT, published_at INTEGER, pictures_json TEXT NOT NULL,
    picture_url TEXT, video_json TEXT
  ) STRICT`,
  `CREATE INDEX clipping_contents_by_link ON clipping_contents (brand_id, link_key)`,
  // Pictures of clippings, fetched behind: no change holds them, so that it can be undone.
  `CREATE TABLE clipping_pictures (
    clipping_id TEXT PRIMARY KEY REFERENCES clippings ON DELETE CASCADE,
    picture_id TEXT REFERENCES pictures ON DELETE SET NULL, tries INTEGER NOT NULL, next_try_at INTEGER
  ) STRICT`,
  `CREATE INDEX clipping_pictures_by_picture ON clipping_pictures (picture_id)`,
  `CREATE INDEX clipping_pictures_due ON clipping_pictures (next_try_at) WHERE next_try_at IS NOT NULL`,
  `CREATE TABLE clipping_tags (
    clipping_id TEXT NOT NULL REFERENCES clippings ON DELETE CASCADE,
    tag_id TEXT NOT NULL REFERENCES tags ON DELETE CASCADE, PRIMARY KEY (clipping_id, tag_id)
  ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX clipping_tags_by_tag ON clipping_tags (tag_id)`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
