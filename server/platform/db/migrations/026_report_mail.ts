import type { Knex } from 'knex'

// To whom a report was mailed, so that a letter that was not taken is tried again for whom it failed alone;
// and why a brand's last report by itself was not made.
const STATEMENTS = [
  `ALTER TABLE reports ADD COLUMN mailed_to_json TEXT NOT NULL DEFAULT '[]'`,
  `ALTER TABLE report_timetables ADD COLUMN message TEXT`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
