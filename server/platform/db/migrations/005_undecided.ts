import type { Knex } from 'knex'

// What a brand has not decided about, as rows of their own: in an archive that is decided but for the newest,
// the Wire would else walk through all of it. Triggers keep them, whoever writes: an article stands here as
// long as a source of the brand brings it and it is neither clipped, shelved nor passed. `is_new`: nor read.
const COLUMNS = 'brand_id, article_id, feed_id, at, first_seen_at, is_new'
const BELONGS = (state: string): string => `coalesce(${state}, 'new') IN ('new', 'read')`

/** Rows for the articles of feeds that a condition names, for each brand that reads them. */
const rowsWhere = (condition: string): string => `INSERT INTO undecided (${COLUMNS})
  SELECT sources.brand_id, articles.id, articles.feed_id, articles.at, articles.first_seen_at, coalesce(article_states.state, 'new') = 'new'
  FROM articles JOIN sources ON sources.feed_id = articles.feed_id AND sources.removed_at IS NULL
  LEFT JOIN article_states ON article_states.brand_id = sources.brand_id AND article_states.article_id = articles.id
  WHERE ${BELONGS('article_states.state')} AND ${condition};`

const ofArticle = (row: string): string => `
  DELETE FROM undecided WHERE article_id = ${row}.id;
  ${rowsWhere(`articles.id = ${row}.id`)}`
const ofState = (row: string): string => `
  DELETE FROM undecided WHERE brand_id = ${row}.brand_id AND article_id = ${row}.article_id;
  ${rowsWhere(`articles.id = ${row}.article_id AND sources.brand_id = ${row}.brand_id`)}`
const ofSource = (feeds: string): string => `
  DELETE FROM undecided WHERE brand_id = NEW.brand_id AND feed_id IN (${feeds});
  ${rowsWhere(`articles.feed_id IN (${feeds}) AND sources.brand_id = NEW.brand_id`)}`

const STATEMENTS = [
  `CREATE TABLE undecided (
    brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, article_id TEXT NOT NULL REFERENCES articles ON DELETE CASCADE,
    feed_id TEXT NOT NULL, at INTEGER NOT NULL, first_seen_at INTEGER NOT NULL, is_new INTEGER NOT NULL,
    PRIMARY KEY (brand_id, article_id)
  ) STRICT, WITHOUT ROWID`,
  rowsWhere('true'),
  `CREATE INDEX undecided_by_time ON undecided (brand_id, at, article_id)`,
  `CREATE INDEX undecided_by_first_seen ON undecided (brand_id, first_seen_at, article_id)`,
  `CREATE INDEX undecided_by_feed ON undecided (brand_id, feed_id)`,
  `CREATE INDEX undecided_by_article ON undecided (article_id)`,
  // How many are new in each feed, so that no count walks over them.
  `CREATE TABLE unread_counts (
    brand_id TEXT NOT NULL REFERENCES brands ON DELETE CASCADE, feed_id TEXT NOT NULL, n INTEGER NOT NULL, PRIMARY KEY (brand_id, feed_id)
  ) STRICT, WITHOUT ROWID`,
  `INSERT INTO unread_counts SELECT brand_id, feed_id, count(*) FROM undecided WHERE is_new = 1 GROUP BY brand_id, feed_id`,
  `CREATE TRIGGER unread_more AFTER INSERT ON undecided WHEN NEW.is_new = 1 BEGIN
    INSERT INTO unread_counts VALUES (NEW.brand_id, NEW.feed_id, 1) ON CONFLICT (brand_id, feed_id) DO UPDATE SET n = n + 1; END`,
  `CREATE TRIGGER unread_less AFTER DELETE ON undecided WHEN OLD.is_new = 1 BEGIN
    UPDATE unread_counts SET n = n - 1 WHERE brand_id = OLD.brand_id AND feed_id = OLD.feed_id; END`,
  `CREATE TRIGGER undecided_article_came AFTER INSERT ON articles BEGIN ${rowsWhere('articles.id = NEW.id')} END`,
  `CREATE TRIGGER undecided_article_moved AFTER UPDATE OF feed_id, at ON articles
    WHEN OLD.feed_id <> NEW.feed_id OR OLD.at <> NEW.at BEGIN ${ofArticle('NEW')} END`,
  `CREATE TRIGGER undecided_state_came AFTER INSERT ON article_states BEGIN ${ofState('NEW')} END`,
  `CREATE TRIGGER undecided_state_changed AFTER UPDATE OF state ON article_states WHEN OLD.state <> NEW.state BEGIN ${ofState('NEW')} END`,
  `CREATE TRIGGER undecided_state_went AFTER DELETE ON article_states BEGIN ${ofState('OLD')} END`,
  `CREATE TRIGGER undecided_source_came AFTER INSERT ON sources BEGIN ${ofSource('NEW.feed_id')} END`,
  `CREATE TRIGGER undecided_source_changed AFTER UPDATE OF feed_id, removed_at ON sources
    WHEN OLD.feed_id <> NEW.feed_id OR OLD.removed_at IS NOT NEW.removed_at BEGIN ${ofSource('OLD.feed_id, NEW.feed_id')} END`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
