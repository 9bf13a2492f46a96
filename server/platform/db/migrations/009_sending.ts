import type { Knex } from 'knex'

const STATEMENTS = [
  `ALTER TABLE deliveries ADD COLUMN good_until INTEGER`,
  `CREATE INDEX deliveries_of_account ON deliveries (account_id, state, next_try_at)`,
  `CREATE INDEX deliveries_of_post ON deliveries (post_id)`,
  // Who did it, where a person did.
  `ALTER TABLE delivery_events ADD COLUMN person_id TEXT`,
  `CREATE INDEX events_of_delivery ON delivery_events (delivery_id)`,
  // Each time something is handed to an account's network, so that its rate is kept whoever sends.
  `CREATE TABLE handovers (account_id TEXT NOT NULL REFERENCES accounts ON DELETE CASCADE, at INTEGER NOT NULL) STRICT`,
  `CREATE INDEX handovers_of_account ON handovers (account_id, at)`,
  // Until when its network wants to be left alone; since when it refuses the sign-in; the session it gave,
  // sealed.
  `ALTER TABLE accounts ADD COLUMN quiet_until INTEGER`,
  `ALTER TABLE accounts ADD COLUMN refused_at INTEGER`,
  `ALTER TABLE accounts ADD COLUMN session_sealed TEXT`,
  `ALTER TABLE accounts ADD COLUMN also_to_json TEXT NOT NULL DEFAULT '[]'`,
  // A post that came back into the line says from when it is, and why it came back.
  `ALTER TABLE lines ADD COLUMN back_from INTEGER`,
  `ALTER TABLE lines ADD COLUMN back_says TEXT`,
  `CREATE TABLE notices (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, kind TEXT NOT NULL,
    about TEXT NOT NULL, at INTEGER NOT NULL,
    title TEXT NOT NULL, says TEXT NOT NULL, link TEXT NOT NULL, seen_at INTEGER, settled_at INTEGER, told_at INTEGER
  ) STRICT`,
  `CREATE INDEX notices_of_brand ON notices (brand_id, at)`,
  // One open notice for each thing.
  `CREATE UNIQUE INDEX open_notices ON notices (brand_id, kind, about) WHERE settled_at IS NULL`,
  `ALTER TABLE brands ADD COLUMN telling_json TEXT`,
  `ALTER TABLE brands ADD COLUMN hook_sealed TEXT`,
  `ALTER TABLE brands ADD COLUMN tell_next_at INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE brands ADD COLUMN tell_says TEXT`,
  `CREATE INDEX changes_of_brand ON changes (brand_id, seq)`,
  // Work that only one process may do at a time.
  `CREATE TABLE turns (name TEXT PRIMARY KEY, holder TEXT NOT NULL, until INTEGER NOT NULL) STRICT`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
