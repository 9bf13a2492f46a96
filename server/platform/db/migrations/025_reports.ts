import type { Knex } from 'knex'

// Reports for clients: made once and kept as they were made, each at a secret address of its own until that
// is ended; and the timetable on which a brand's are made and mailed.
const STATEMENTS = [
  `CREATE TABLE reports (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    nonce TEXT, title TEXT NOT NULL, from_day TEXT NOT NULL, to_day TEXT NOT NULL, content_json TEXT NOT NULL,
    pdf BLOB, made_at INTEGER NOT NULL, made_by TEXT, ended_at INTEGER, mailed_at INTEGER, message TEXT
  ) STRICT`,
  `CREATE INDEX reports_of_brand ON reports (brand_id, made_at)`,
  `CREATE TABLE report_pictures (
    report_id TEXT NOT NULL REFERENCES reports ON DELETE CASCADE, position INTEGER NOT NULL,
    type TEXT NOT NULL, content BLOB NOT NULL, PRIMARY KEY (report_id, position)
  ) STRICT`,
  `CREATE TABLE report_timetables (
    brand_id TEXT PRIMARY KEY REFERENCES brands ON DELETE CASCADE, every TEXT NOT NULL,
    mail_json TEXT NOT NULL, origin TEXT NOT NULL, opening TEXT NOT NULL, parts_json TEXT NOT NULL,
    next_at INTEGER, set_by TEXT, version INTEGER NOT NULL DEFAULT 0
  ) STRICT`,
  // All the times a post went out, for its page.
  `CREATE INDEX sent_posts_of_post ON sent_posts (post_id)`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
