import type { Knex } from 'knex'

// Clicks by where from and on what, without anything of a person that outlives the day.
const STATEMENTS = [
  // '' where nothing is known. Repeats: the same browser at the same link within a day, again.
  `CREATE TABLE short_clicks_now (
    code TEXT NOT NULL REFERENCES short_links ON DELETE CASCADE, hour INTEGER NOT NULL, site TEXT NOT NULL,
    device TEXT NOT NULL, clicks INTEGER NOT NULL, repeats INTEGER NOT NULL,
    PRIMARY KEY (code, hour, site, device)
  ) STRICT, WITHOUT ROWID`,
  `INSERT INTO short_clicks_now SELECT code, hour, '', '', clicks, 0 FROM short_clicks`,
  `DROP TABLE short_clicks`,
  `ALTER TABLE short_clicks_now RENAME TO short_clicks`,
  // What repeats are known by: marks made with the salt of their day, both gone with it.
  `CREATE TABLE click_days (day TEXT PRIMARY KEY, salt TEXT NOT NULL) STRICT`,
  `CREATE TABLE click_marks (mark TEXT PRIMARY KEY, day TEXT NOT NULL) STRICT, WITHOUT ROWID`,
  `CREATE INDEX click_marks_by_day ON click_marks (day)`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
