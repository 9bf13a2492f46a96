import type { Knex } from 'knex'

// A second factor for people's own sign-in, new passwords by mail, and sessions one can recognise.
const STATEMENTS = [
  // The authenticator's secret, encrypted; the one that is being set up; the last time step a code was of.
  `ALTER TABLE people ADD COLUMN totp_sealed TEXT`,
  `ALTER TABLE people ADD COLUMN totp_since INTEGER`,
  `ALTER TABLE people ADD COLUMN totp_begun_sealed TEXT`,
  `ALTER TABLE people ADD COLUMN totp_begun_at INTEGER`,
  `ALTER TABLE people ADD COLUMN totp_last_step INTEGER NOT NULL DEFAULT 0`,
  // Codes for whoever lost the authenticator, each good once; they end with the factor.
  `CREATE TABLE recovery_codes (
    person_id TEXT NOT NULL REFERENCES people ON DELETE CASCADE, code_hash TEXT NOT NULL, used_at INTEGER,
    PRIMARY KEY (person_id, code_hash)
  ) STRICT`,
  // Links to a new password that were sent.
  `CREATE TABLE password_resets (
    token_hash TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES people ON DELETE CASCADE,
    asked_at INTEGER NOT NULL, used_at INTEGER
  ) STRICT`,
  `CREATE INDEX password_resets_of_person ON password_resets (person_id, asked_at)`,
  `CREATE INDEX password_resets_by_age ON password_resets (asked_at)`,
  // What a session was begun with, in parts, so that each place says it in its own words.
  `ALTER TABLE sessions ADD COLUMN browser TEXT`,
  `ALTER TABLE sessions ADD COLUMN system TEXT`,
  `ALTER TABLE sessions ADD COLUMN kind TEXT`,
  `ALTER TABLE sessions ADD COLUMN way TEXT`,
  `UPDATE sessions SET browser = substr(device, 1, instr(device, ' on ') - 1),
    system = substr(device, instr(device, ' on ') + 4) WHERE instr(device, ' on ') > 0`,
  `UPDATE sessions SET browser = NULL WHERE browser = 'A browser'`,
  `ALTER TABLE sessions DROP COLUMN device`,
  // What stands on the button that an account's link is behind; null for none.
  `ALTER TABLE accounts ADD COLUMN button_label TEXT`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
