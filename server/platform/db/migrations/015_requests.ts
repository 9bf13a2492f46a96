import type { Knex } from 'knex'

/** Which request made a change: its window knows it from the answer. */
export async function up(db: Knex): Promise<void> {
  await db.raw('ALTER TABLE changes ADD COLUMN request TEXT')
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
