import type { Knex } from 'knex'

// How many days posts of a pillar are usually good for; null for no end.
const STATEMENTS = [`ALTER TABLE pillars ADD COLUMN good_days INTEGER`]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
