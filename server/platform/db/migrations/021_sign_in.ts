import type { Knex } from 'knex'

// Sign-in at the network: what is on its way, what servers know us as, what was granted.
const STATEMENTS = [
  // One that began; taken off as its answer comes, so that an answer is good once.
  `CREATE TABLE sign_ins (
    state_hash TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    person_id TEXT NOT NULL REFERENCES people ON DELETE CASCADE, session_id TEXT NOT NULL,
    account_id TEXT, flow_sealed TEXT NOT NULL, slots_json TEXT NOT NULL, began_at INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX sign_ins_by_age ON sign_ins (began_at)`,
  `CREATE INDEX sign_ins_of_brand ON sign_ins (brand_id)`,
  `CREATE INDEX sign_ins_of_person ON sign_ins (person_id)`,
  // What a server knows this installation as, for one way back.
  `CREATE TABLE network_clients (
    origin TEXT NOT NULL, redirect_uri TEXT NOT NULL, scopes TEXT NOT NULL, client_sealed TEXT NOT NULL,
    registered_at INTEGER NOT NULL, PRIMARY KEY (origin, redirect_uri, scopes)
  ) STRICT`,
  // What was granted, encrypted: scopes, what renews it, where it is taken back; null for a token by hand.
  `ALTER TABLE accounts ADD COLUMN grant_sealed TEXT`,
  // How many hashtags go out there at most; null for as many as the network takes.
  `ALTER TABLE accounts ADD COLUMN hashtags_most INTEGER`,
  // Until when one process renews it.
  `ALTER TABLE accounts ADD COLUMN renewing_until INTEGER NOT NULL DEFAULT 0`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
