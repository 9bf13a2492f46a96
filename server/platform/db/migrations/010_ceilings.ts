import type { Knex } from 'knex'

const STATEMENTS = [
  // Tries are counted by who is asked for and from where, both as keyed hashes: the table tells nobody's name
  // or address.
  `DROP TABLE sign_in_tries`,
  `CREATE TABLE sign_in_tries (who TEXT PRIMARY KEY, failures INTEGER NOT NULL, blocked_until INTEGER NOT NULL,
     last_at INTEGER NOT NULL) STRICT`,
  // From where a session was signed in, as a keyed hash: who comes from there again is not kept waiting by
  // others' guesses.
  `ALTER TABLE sessions ADD COLUMN from_hash TEXT`,
  `CREATE INDEX sessions_of_person ON sessions (person_id, last_seen_at)`,
  // Who may make brands: the first person of an installation, and who owns one already.
  `ALTER TABLE people ADD COLUMN founds INTEGER NOT NULL DEFAULT 0`,
  `UPDATE people SET founds = 1 WHERE id IN (SELECT person_id FROM members WHERE role = 'owner')
    OR id = (SELECT id FROM people ORDER BY created_at, id LIMIT 1)`,
  // Mail goes only where somebody who reads it said so. What was told to by mail before goes on being told.
  `CREATE TABLE mail_addresses (
    brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, address TEXT NOT NULL COLLATE NOCASE,
    asked_at INTEGER NOT NULL, confirmed_at INTEGER,
    token_hash TEXT, PRIMARY KEY (brand_id, address)
  ) STRICT, WITHOUT ROWID`,
  `INSERT OR IGNORE INTO mail_addresses (brand_id, address, asked_at, confirmed_at)
    SELECT brands.id, mail.value, 0, 0 FROM brands, json_each(brands.telling_json, '$.mail') AS mail WHERE brands.telling_json IS NOT NULL`,
  // How many mails a mailing list brought on a day, and from which sites.
  `CREATE TABLE mail_days (feed_id TEXT NOT NULL REFERENCES feeds ON DELETE CASCADE, day TEXT NOT NULL,
     mails INTEGER NOT NULL, PRIMARY KEY (feed_id, day)) STRICT, WITHOUT ROWID`,
  `CREATE TABLE mail_senders (feed_id TEXT NOT NULL REFERENCES feeds ON DELETE CASCADE, site TEXT NOT NULL,
     PRIMARY KEY (feed_id, site)) STRICT, WITHOUT ROWID`,
  // What is old is looked for by its age.
  `CREATE INDEX history_by_age ON history (at)`,
  `CREATE INDEX changes_by_age ON changes (at)`,
  `CREATE INDEX link_looks_by_age ON link_looks (looked_at)`,
  `ALTER TABLE pictures ADD COLUMN unused_since INTEGER`,
  `CREATE INDEX pictures_unused ON pictures (unused_since) WHERE unused_since IS NOT NULL`,
  `CREATE INDEX wordings_with_picture ON wordings (picture_id) WHERE picture_id IS NOT NULL`,
  `CREATE INDEX pictures_of_posts ON post_pictures (picture_id)`,
  // Accounts that were removed keep no token; undoing the removal asks for a new sign-in.
  `UPDATE accounts SET token_sealed = '', session_sealed = NULL WHERE removed_at IS NOT NULL`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
