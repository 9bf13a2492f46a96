import type { Knex } from 'knex'

// The almanac: days worth posting on, places whose public holidays count, calendars that are read; what a
// post is for; timetables that differ on holidays.
const STATEMENTS = [
  `CREATE TABLE almanac_entries (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    kind TEXT NOT NULL, title TEXT NOT NULL, prompt TEXT NOT NULL,
    from_day TEXT NOT NULL, days INTEGER NOT NULL, rrule TEXT, easter_days INTEGER,
    except_json TEXT NOT NULL DEFAULT '[]', run_up_json TEXT NOT NULL DEFAULT '[]', remind_days INTEGER,
    pillar_id TEXT, created_by TEXT NOT NULL, created_at INTEGER NOT NULL,
    version INTEGER NOT NULL DEFAULT 1, removed_at INTEGER
  ) STRICT`,
  `CREATE INDEX almanac_entries_by_brand ON almanac_entries (brand_id)`,
  `CREATE TABLE almanac_places (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    country TEXT NOT NULL, region TEXT NOT NULL, name TEXT NOT NULL, observances INTEGER NOT NULL,
    holidays_json TEXT NOT NULL DEFAULT '[]', made_for TEXT NOT NULL DEFAULT '',
    created_by TEXT NOT NULL, created_at INTEGER NOT NULL
  ) STRICT`,
  `CREATE UNIQUE INDEX almanac_places_of_brand ON almanac_places (brand_id, country, region)`,
  `CREATE TABLE almanac_calendars (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    name TEXT NOT NULL, url TEXT, etag TEXT, last_modified TEXT,
    zone TEXT NOT NULL DEFAULT '', read_at INTEGER, next_at INTEGER NOT NULL,
    failures INTEGER NOT NULL DEFAULT 0, trouble TEXT, problems_json TEXT NOT NULL DEFAULT '[]',
    created_by TEXT NOT NULL, created_at INTEGER NOT NULL,
    version INTEGER NOT NULL DEFAULT 1, removed_at INTEGER
  ) STRICT`,
  `CREATE INDEX almanac_calendars_by_brand ON almanac_calendars (brand_id)`,
  `CREATE TABLE calendar_texts (
    calendar_id TEXT PRIMARY KEY REFERENCES almanac_calendars ON DELETE CASCADE, text TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE calendar_days (
    calendar_id TEXT NOT NULL REFERENCES almanac_calendars ON DELETE CASCADE, position INTEGER NOT NULL,
    day TEXT NOT NULL, at INTEGER, title TEXT NOT NULL, text TEXT, url TEXT,
    PRIMARY KEY (calendar_id, position)
  ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX calendar_days_by_day ON calendar_days (calendar_id, day)`,
  `ALTER TABLE calendars ADD COLUMN what TEXT NOT NULL DEFAULT 'posts'`,
  `DROP INDEX calendars_of_brand`,
  `CREATE UNIQUE INDEX calendars_of_brand
    ON calendars (brand_id, what, coalesce(account_id, campaign_id, ''))`,
  `CREATE TABLE sheet_filters (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    name TEXT NOT NULL, filter_json TEXT NOT NULL, created_by TEXT NOT NULL, created_at INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX sheet_filters_by_brand ON sheet_filters (brand_id)`,
  `ALTER TABLE campaigns ADD COLUMN share_wanted INTEGER`,
  `ALTER TABLE accounts ADD COLUMN holidays_json TEXT`,
  `ALTER TABLE posts ADD COLUMN for_day TEXT`,
  `ALTER TABLE posts ADD COLUMN for_title TEXT`,
  `ALTER TABLE posts ADD COLUMN prompt TEXT`,
  `ALTER TABLE posts ADD COLUMN almanac_id TEXT`,
  `CREATE INDEX posts_by_day ON posts (brand_id, for_day) WHERE for_day IS NOT NULL`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
