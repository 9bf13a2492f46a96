import type { Knex } from 'knex'

/** Columns that are called what they are called everywhere else in code: table, old name, new name. */
const RENAMED = [
  ['article_states', 'because', 'excluded_by'],
  ['articles', 'page_says', 'page_message'],
  ['deliveries', 'says', 'message'],
  ['hubs', 'says', 'message'],
  ['import_items', 'says', 'message'],
  ['lines', 'back_says', 'back_message'],
  ['notices', 'says', 'message'],
  ['pictures', 'says', 'message'],
] as const

export async function up(db: Knex): Promise<void> {
  for (const [table, before, after] of RENAMED)
    await db.raw(`ALTER TABLE ${table} RENAME COLUMN ${before} TO ${after}`)
  // What an undo puts back names the columns too. An unescaped quote before the colon ends a key, never a text.
  for (const [, before, after] of RENAMED)
    await db.raw(`UPDATE history SET rows_json = replace(rows_json, ?, ?)`, [`"${before}":`, `"${after}":`])
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
