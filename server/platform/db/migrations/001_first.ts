import type { Knex } from 'knex'

// Instants are integer milliseconds UTC. Rows that people edit carry a version. Rows a brand owns carry its
// brand_id.
const STATEMENTS = [
  `CREATE TABLE people (
    id TEXT PRIMARY KEY, name TEXT NOT NULL, email TEXT NOT NULL UNIQUE COLLATE NOCASE, password_hash TEXT, created_at INTEGER NOT NULL
  ) STRICT`,
  `CREATE TABLE sessions (
    id TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES people ON DELETE CASCADE, device TEXT NOT NULL,
    created_at INTEGER NOT NULL, last_seen_at INTEGER NOT NULL, revoked_at INTEGER
  ) STRICT`,
  `CREATE TABLE sign_in_tries (who TEXT PRIMARY KEY, failures INTEGER NOT NULL, blocked_until INTEGER NOT NULL) STRICT`,
  `CREATE TABLE brands (
    id TEXT PRIMARY KEY, name TEXT NOT NULL, zone TEXT NOT NULL, language TEXT NOT NULL, mark TEXT NOT NULL, mark_ink INTEGER NOT NULL,
    created_at INTEGER NOT NULL, removed_at INTEGER, version INTEGER NOT NULL DEFAULT 1
  ) STRICT`,
  `CREATE TABLE members (
    brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, person_id TEXT NOT NULL REFERENCES people ON DELETE CASCADE,
    role TEXT NOT NULL CHECK (role IN ('owner', 'curator', 'client')), PRIMARY KEY (brand_id, person_id)
  ) STRICT`,
  `CREATE TABLE pillars (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, name TEXT NOT NULL, ink INTEGER NOT NULL,
    description TEXT NOT NULL, position INTEGER NOT NULL, removed_at INTEGER, version INTEGER NOT NULL DEFAULT 1
  ) STRICT`,
  `CREATE TABLE accounts (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, protocol TEXT NOT NULL, name TEXT NOT NULL,
    handle TEXT NOT NULL, address TEXT NOT NULL, page_url TEXT NOT NULL, endpoint_json TEXT NOT NULL, token_sealed TEXT NOT NULL,
    rules_json TEXT NOT NULL, per_day INTEGER, min_gap_minutes INTEGER NOT NULL DEFAULT 0, held INTEGER NOT NULL DEFAULT 0,
    hold_until INTEGER, hold_reason TEXT, checked_at INTEGER, trouble TEXT, position INTEGER NOT NULL, removed_at INTEGER,
    version INTEGER NOT NULL DEFAULT 1
  ) STRICT`,
  `CREATE TABLE slots (
    id TEXT PRIMARY KEY, account_id TEXT NOT NULL REFERENCES accounts ON DELETE CASCADE, weekday INTEGER NOT NULL, time TEXT NOT NULL,
    use TEXT NOT NULL CHECK (use IN ('any', 'pillar', 'free')), pillar_id TEXT
  ) STRICT`,
  `CREATE INDEX slots_of_account ON slots (account_id)`,
  `CREATE TABLE feeds (
    id TEXT PRIMARY KEY, url TEXT NOT NULL UNIQUE, title TEXT, home_url TEXT, format TEXT, etag TEXT, last_modified TEXT,
    fetched_at INTEGER, next_fetch_at INTEGER NOT NULL, interval_minutes INTEGER NOT NULL DEFAULT 60, failures INTEGER NOT NULL DEFAULT 0,
    failing_since INTEGER, trouble TEXT, lease_until INTEGER NOT NULL DEFAULT 0
  ) STRICT`,
  `CREATE TABLE folders (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, name TEXT NOT NULL, UNIQUE (brand_id, name)
  ) STRICT`,
  `CREATE TABLE sources (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, feed_id TEXT NOT NULL REFERENCES feeds,
    label TEXT NOT NULL, own INTEGER NOT NULL, created_at INTEGER NOT NULL, removed_at INTEGER, version INTEGER NOT NULL DEFAULT 1
  ) STRICT`,
  `CREATE UNIQUE INDEX source_once ON sources (brand_id, feed_id) WHERE removed_at IS NULL`,
  `CREATE INDEX sources_of_feed ON sources (feed_id)`,
  `CREATE TABLE source_folders (
    source_id TEXT NOT NULL REFERENCES sources ON DELETE CASCADE, folder_id TEXT NOT NULL REFERENCES folders ON DELETE CASCADE,
    PRIMARY KEY (source_id, folder_id)
  ) STRICT`,
  `CREATE TABLE articles (
    id TEXT PRIMARY KEY, feed_id TEXT NOT NULL REFERENCES feeds, guid TEXT NOT NULL, link_key TEXT, url TEXT, title TEXT, author TEXT,
    summary_html TEXT, content_html TEXT, text TEXT NOT NULL, sanitiser_version INTEGER NOT NULL, language TEXT,
    categories_json TEXT NOT NULL, image TEXT, published_at INTEGER, updated_at INTEGER, first_seen_at INTEGER NOT NULL,
    at INTEGER NOT NULL, UNIQUE (feed_id, guid)
  ) STRICT`,
  `CREATE INDEX articles_by_time ON articles (at DESC, id DESC)`,
  `CREATE INDEX articles_by_feed ON articles (feed_id, at DESC)`,
  `CREATE TABLE article_states (
    brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, article_id TEXT NOT NULL REFERENCES articles ON DELETE CASCADE,
    state TEXT NOT NULL CHECK (state IN ('new', 'read', 'clipped', 'shelved', 'passed')), changed_at INTEGER NOT NULL,
    PRIMARY KEY (brand_id, article_id)
  ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE watches (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, name TEXT NOT NULL, query TEXT NOT NULL,
    ink INTEGER NOT NULL, position INTEGER NOT NULL, removed_at INTEGER, version INTEGER NOT NULL DEFAULT 1
  ) STRICT`,
  `CREATE TABLE watch_marks (
    watch_id TEXT NOT NULL REFERENCES watches ON DELETE CASCADE, article_id TEXT NOT NULL REFERENCES articles ON DELETE CASCADE,
    strength REAL NOT NULL, found_json TEXT NOT NULL, PRIMARY KEY (watch_id, article_id)
  ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX marks_of_article ON watch_marks (article_id)`,
  `CREATE TABLE clippings (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, article_id TEXT REFERENCES articles,
    kind TEXT NOT NULL, quote TEXT, note TEXT, shelved INTEGER NOT NULL DEFAULT 0, created_by TEXT NOT NULL, created_at INTEGER NOT NULL
  ) STRICT`,
  `CREATE TABLE posts (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, article_id TEXT REFERENCES articles,
    pillar_id TEXT, link TEXT, link_title TEXT, hashtags_json TEXT NOT NULL, credit TEXT, good_until INTEGER, not_before INTEGER,
    series_id TEXT, approval TEXT NOT NULL CHECK (approval IN ('draft', 'in-review', 'approved', 'sent-back')), approved_by TEXT,
    approved_at INTEGER, approved_version INTEGER, created_by TEXT NOT NULL, created_at INTEGER NOT NULL,
    version INTEGER NOT NULL DEFAULT 1
  ) STRICT`,
  `CREATE INDEX posts_of_article ON posts (brand_id, article_id)`,
  `CREATE TABLE wordings (
    id TEXT PRIMARY KEY, post_id TEXT NOT NULL REFERENCES posts ON DELETE CASCADE, position INTEGER NOT NULL, text TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX wordings_of_post ON wordings (post_id)`,
  `CREATE TABLE proofs (
    post_id TEXT NOT NULL REFERENCES posts ON DELETE CASCADE, account_id TEXT NOT NULL REFERENCES accounts, own_text TEXT,
    PRIMARY KEY (post_id, account_id)
  ) STRICT`,
  `CREATE TABLE lines (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE,
    post_id TEXT NOT NULL REFERENCES posts ON DELETE CASCADE,
    account_id TEXT NOT NULL REFERENCES accounts, position REAL NOT NULL, state TEXT NOT NULL CHECK (state IN ('in-line', 'held')),
    fixed_at INTEGER, slot_at INTEGER, lined_at INTEGER NOT NULL, UNIQUE (post_id, account_id)
  ) STRICT`,
  `CREATE INDEX lines_of_brand ON lines (brand_id, position)`,
  `CREATE TABLE deliveries (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, post_id TEXT NOT NULL REFERENCES posts,
    account_id TEXT NOT NULL REFERENCES accounts, key TEXT NOT NULL UNIQUE, due_at INTEGER NOT NULL, slot_at INTEGER, state TEXT NOT NULL,
    frozen_json TEXT NOT NULL, pillar_id TEXT, link_key TEXT, series_id TEXT, attempts INTEGER NOT NULL DEFAULT 0,
    next_try_at INTEGER NOT NULL, lease_until INTEGER NOT NULL DEFAULT 0, remote_id TEXT, remote_url TEXT,
    says TEXT NOT NULL, sent_at INTEGER
  ) STRICT`,
  `CREATE INDEX deliveries_due ON deliveries (state, next_try_at)`,
  `CREATE INDEX deliveries_of_brand ON deliveries (brand_id, due_at)`,
  `CREATE TABLE delivery_events (
    delivery_id TEXT NOT NULL REFERENCES deliveries ON DELETE CASCADE, at INTEGER NOT NULL, state TEXT NOT NULL, cause TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE changes (
    seq INTEGER PRIMARY KEY AUTOINCREMENT, at INTEGER NOT NULL, brand_id TEXT, what TEXT NOT NULL, which TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE history (
    id TEXT PRIMARY KEY, brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, person_id TEXT NOT NULL, at INTEGER NOT NULL,
    what TEXT NOT NULL, rows_json TEXT NOT NULL, undone_at INTEGER
  ) STRICT`,
  `CREATE INDEX history_of_thing ON history (brand_id, what)`,
  `CREATE TABLE keeping (name TEXT PRIMARY KEY, value TEXT NOT NULL) STRICT`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
