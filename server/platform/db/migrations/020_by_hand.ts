import type { Knex } from 'knex'

// Networks without an open protocol: described by who uses them, posted to by hand or by a webhook.
const STATEMENTS = [
  `CREATE TABLE described_networks (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, name TEXT NOT NULL,
    opens_at TEXT NOT NULL, rules_json TEXT NOT NULL, per_day INTEGER, position INTEGER NOT NULL,
    removed_at INTEGER, version INTEGER NOT NULL DEFAULT 1
  ) STRICT`,
  `CREATE INDEX described_networks_of_brand ON described_networks (brand_id, position)`,
  // Which of them an account is on; null for one whose network says itself how it takes posts.
  `ALTER TABLE accounts ADD COLUMN network_id TEXT REFERENCES described_networks`,
  `CREATE INDEX accounts_of_network ON accounts (network_id) WHERE network_id IS NOT NULL`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
