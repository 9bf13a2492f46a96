import type { Knex } from 'knex'

// What comes by mail: letters of one's own as clippings or posts, and lists of links; PDFs; sources that
// clip.
const STATEMENTS = [
  `ALTER TABLE clipping_contents ADD COLUMN pages INTEGER`,
  // In whose name a source clips what it brings; null where it does not.
  `ALTER TABLE sources ADD COLUMN clips_for TEXT`,
  // Whether a letter of a mailing list is an article for each of its links.
  `ALTER TABLE sources ADD COLUMN by_link INTEGER NOT NULL DEFAULT 0`,
  `CREATE TABLE letter_boxes (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    person_id TEXT NOT NULL REFERENCES people ON DELETE CASCADE, nonce TEXT NOT NULL,
    senders_json TEXT NOT NULL,
    becomes TEXT NOT NULL CHECK (becomes IN ('clipping', 'in-review', 'approved')),
    accounts_json TEXT NOT NULL, by_link INTEGER NOT NULL, answers INTEGER NOT NULL,
    version INTEGER NOT NULL DEFAULT 1, UNIQUE (brand_id, person_id)
  ) STRICT`,
  `CREATE INDEX letter_boxes_by_person ON letter_boxes (person_id)`,
  // A letter is kept whole until it is dealt with, and what became of it for a while.
  `CREATE TABLE letters (
    id TEXT PRIMARY KEY, box_id TEXT NOT NULL REFERENCES letter_boxes ON DELETE CASCADE,
    message_id TEXT NOT NULL, at INTEGER NOT NULL, sender TEXT NOT NULL, subject TEXT NOT NULL,
    raw BLOB, state TEXT NOT NULL CHECK (state IN ('waiting', 'kept', 'failed')),
    tries INTEGER NOT NULL DEFAULT 0, next_try_at INTEGER, message TEXT, clipping_id TEXT,
    answered_at INTEGER,
    UNIQUE (box_id, message_id)
  ) STRICT`,
  `CREATE INDEX letters_due ON letters (next_try_at) WHERE next_try_at IS NOT NULL`,
  `CREATE INDEX letters_by_box ON letters (box_id, at)`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
