import type { Knex } from 'knex'
import { v7 as uuid } from 'uuid'
import { isListOf, isObject, isShape, isText, orNull, readJson } from '#shared/platform/json'

// Clippings as a collection: folders of their own, found by their words, and lists brought from elsewhere.
const STATEMENTS = [
  `CREATE TABLE clipping_folders (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    name TEXT NOT NULL, removed_at INTEGER, version INTEGER NOT NULL DEFAULT 1
  ) STRICT`,
  `CREATE INDEX clipping_folders_by_brand ON clipping_folders (brand_id)`,
  `ALTER TABLE clippings ADD COLUMN folder_id TEXT REFERENCES clipping_folders ON DELETE SET NULL`,
  `CREATE INDEX clippings_by_folder ON clippings (folder_id) WHERE folder_id IS NOT NULL`,
  `CREATE INDEX clippings_of_article ON clippings (article_id) WHERE article_id IS NOT NULL`,
  `CREATE TABLE saved_lists (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    created_by TEXT NOT NULL, created_at INTEGER NOT NULL, name TEXT NOT NULL,
    shelved INTEGER NOT NULL, problems_json TEXT NOT NULL, stopped_at INTEGER
  ) STRICT`,
  `CREATE INDEX saved_lists_by_brand ON saved_lists (brand_id, created_at)`,
  `CREATE TABLE saved_items (
    list_id TEXT NOT NULL REFERENCES saved_lists ON DELETE CASCADE, position INTEGER NOT NULL,
    url TEXT NOT NULL, title TEXT, folder TEXT, tags_json TEXT NOT NULL, note TEXT, added_at INTEGER,
    state TEXT NOT NULL, message TEXT, clipping_id TEXT, PRIMARY KEY (list_id, position)
  ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX saved_items_waiting ON saved_items (list_id, position) WHERE state = 'waiting'`,
  // What is found by its words follows its clipping by itself, also where a change is undone. The index asks
  // for numbers that stay, which rowids of a table with another key are not (they change with VACUUM).
  `CREATE TABLE clipping_numbers (
    number INTEGER PRIMARY KEY, clipping_id TEXT NOT NULL UNIQUE REFERENCES clippings ON DELETE CASCADE
  ) STRICT`,
  `CREATE VIRTUAL TABLE clipping_search USING fts5(
    title, body, tokenize = "unicode61 remove_diacritics 2"
  )`,
]

/** What is found of clippings: their own words, and the title of their article. */
const FOUND = `SELECT clipping_numbers.number,
    coalesce(nullif(clipping_contents.title, ''), articles.title, ''),
    coalesce(clippings.quote, '') || ' ' || coalesce(clippings.note, '') || ' ' ||
    coalesce(clipping_contents.description, '') || ' ' || coalesce(clipping_contents.text, '') || ' ' ||
    coalesce(clipping_contents.site, '') || ' ' || coalesce(clipping_contents.author, '')
  FROM clippings
  JOIN clipping_numbers ON clipping_numbers.clipping_id = clippings.id
  LEFT JOIN clipping_contents ON clipping_contents.clipping_id = clippings.id
  LEFT JOIN articles ON articles.id = clippings.article_id`
const NUMBER = (id: string): string => `(SELECT number FROM clipping_numbers WHERE clipping_id = ${id})`
const INDEX = (id: string): string => `
  DELETE FROM clipping_search WHERE rowid = ${NUMBER(id)};
  INSERT INTO clipping_search (rowid, title, body) ${FOUND} WHERE clippings.id = ${id};`
const TRIGGERS = [
  `CREATE TRIGGER clipping_added AFTER INSERT ON clippings BEGIN
    INSERT INTO clipping_numbers (clipping_id) VALUES (new.id); ${INDEX('new.id')} END`,
  `CREATE TRIGGER clipping_changed AFTER UPDATE OF quote, note ON clippings BEGIN ${INDEX('new.id')} END`,
  `CREATE TRIGGER clipping_removed BEFORE DELETE ON clippings BEGIN
    DELETE FROM clipping_search WHERE rowid = ${NUMBER('old.id')};
    DELETE FROM clipping_numbers WHERE clipping_id = old.id; END`,
  `CREATE TRIGGER content_added AFTER INSERT ON clipping_contents BEGIN ${INDEX('new.clipping_id')} END`,
  `CREATE TRIGGER content_changed AFTER UPDATE ON clipping_contents BEGIN ${INDEX('new.clipping_id')} END`,
  `CREATE TRIGGER content_removed AFTER DELETE ON clipping_contents BEGIN ${INDEX('old.clipping_id')} END`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
  const folders = (await db('clippings')
    .whereNotNull('folder' as never)
    .distinct('brand_id', 'folder')) as { brand_id: string; folder: string }[]
  const ids = new Map<string, string>()
  for (const { brand_id, folder } of folders) {
    const id = uuid()
    ids.set(`${brand_id} ${folder}`, id)
    await db.raw('INSERT INTO clipping_folders (id, brand_id, name) VALUES (?, ?, ?)', [id, brand_id, folder])
    await db.raw('UPDATE clippings SET folder_id = ? WHERE brand_id = ? AND folder = ?', [
      id,
      brand_id,
      folder,
    ])
  }
  await inHistory(db, ids)
  await db.raw('ALTER TABLE clippings DROP COLUMN folder')
  await db.raw('INSERT INTO clipping_numbers (clipping_id) SELECT id FROM clippings')
  await db.raw(`INSERT INTO clipping_search (rowid, title, body) ${FOUND}`)
  for (const trigger of TRIGGERS) await db.raw(trigger)
}

const isTracked = isListOf(
  isShape<{ table: string; before: object | null; after: object | null }>({
    table: isText,
    before: orNull(isObject),
    after: orNull(isObject),
  }),
)

/** What an undo puts back names the folder too: by its id from now on. */
async function inHistory(db: Knex, ids: Map<string, string>): Promise<void> {
  const entries = (await db('history')
    .where('rows_json', 'like', '%"clippings"%')
    .select('id', 'brand_id', 'rows_json')) as { id: string; brand_id: string; rows_json: string }[]
  for (const { id, brand_id, rows_json } of entries) {
    const rows = readJson(rows_json, isTracked)
    for (const { table, before, after } of rows)
      if (table === 'clippings')
        for (const values of [before, after]) {
          if (!values || !('folder' in values)) continue
          const { folder } = values
          Reflect.deleteProperty(values, 'folder')
          Reflect.set(
            values,
            'folder_id',
            typeof folder === 'string' ? (ids.get(`${brand_id} ${folder}`) ?? null) : null,
          )
        }
    await db('history')
      .where({ id })
      .update({ rows_json: JSON.stringify(rows) })
  }
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
