import type { Knex } from 'knex'

/** Columns that are called what they are called everywhere else in code: table, old name, new name. */
const RENAMED = [
  ['article_states', 'because', 'excluded_by'],
  ['articles', 'page_says', 'page_message'],
  ['brands', 'tell_says', 'tell_message'],
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
  // So do lists within columns, which stand in what an undo puts back as texts within a text.
  await db.raw(`UPDATE accounts SET except_json = replace(except_json, '"does":', '"action":')`)
  for (const kind of ['none', 'replace', 'add'])
    await db.raw(`UPDATE history SET rows_json = replace(rows_json, ?, ?)`, [
      String.raw`\"does\":\"${kind}\"`,
      String.raw`\"action\":\"${kind}\"`,
    ])
  await db.raw(`UPDATE imports SET problems_json = replace(problems_json, '"says":', '"message":')`)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
