import type { Knex } from 'knex'

// Which source a row of a file became: so that reading it in can be taken back.
const STATEMENTS = [`ALTER TABLE import_items ADD COLUMN source_id TEXT`]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
