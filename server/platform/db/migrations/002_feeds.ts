import type { Knex } from 'knex'

const STATEMENTS = [
  // A feed that moved for good remembers from where; one that is gone is not asked for any more.
  `ALTER TABLE feeds ADD COLUMN moved_from TEXT`,
  `ALTER TABLE feeds ADD COLUMN moved_at INTEGER`,
  `ALTER TABLE feeds ADD COLUMN host TEXT NOT NULL DEFAULT ''`,
  `CREATE INDEX feeds_due ON feeds (next_fetch_at)`,
  `ALTER TABLE feeds ADD COLUMN gone_at INTEGER`,
  `ALTER TABLE feeds ADD COLUMN ttl_minutes INTEGER`,
  `ALTER TABLE feeds ADD COLUMN gap_minutes INTEGER`,
  `ALTER TABLE feeds ADD COLUMN newest_at INTEGER`,
  // A hash of the last body: one that comes again unchanged is not parsed again.
  `ALTER TABLE feeds ADD COLUMN body_hash TEXT`,
  `ALTER TABLE feeds ADD COLUMN repairs_json TEXT NOT NULL DEFAULT '[]'`,
  `ALTER TABLE articles ADD COLUMN changed_at INTEGER`,
  `ALTER TABLE articles ADD COLUMN dating TEXT NOT NULL DEFAULT 'stated' CHECK (dating IN ('stated', 'missing', 'future'))`,
  `UPDATE articles SET dating = 'missing' WHERE published_at IS NULL`,
  `UPDATE articles SET dating = 'future' WHERE published_at > first_seen_at`,
  `CREATE INDEX articles_by_link ON articles (feed_id, link_key)`,
  // Counts that every screen shows must not be counted anew each time: a feed knows how many articles it has,
  // and what a brand did with one, or a watch found in one, knows its feed.
  `ALTER TABLE feeds ADD COLUMN articles INTEGER NOT NULL DEFAULT 0`,
  `UPDATE feeds SET articles = (SELECT count(*) FROM articles WHERE articles.feed_id = feeds.id)`,
  `ALTER TABLE article_states ADD COLUMN feed_id TEXT`,
  `UPDATE article_states SET feed_id = (SELECT feed_id FROM articles WHERE articles.id = article_states.article_id)`,
  `CREATE INDEX states_by_feed ON article_states (brand_id, feed_id, state)`,
  `ALTER TABLE watch_marks ADD COLUMN feed_id TEXT`,
  `UPDATE watch_marks SET feed_id = (SELECT feed_id FROM articles WHERE articles.id = watch_marks.article_id)`,
  `CREATE INDEX marks_by_feed ON watch_marks (watch_id, feed_id)`,
  `UPDATE feeds SET newest_at = (SELECT max(at) FROM articles WHERE articles.feed_id = feeds.id)`,
  // Subscriptions at WebSub hubs. Their addresses and secrets are derived, so none is kept.
  `CREATE TABLE hubs (
    feed_id TEXT PRIMARY KEY REFERENCES feeds ON DELETE CASCADE, hub_url TEXT NOT NULL, topic_url TEXT NOT NULL,
    state TEXT NOT NULL CHECK (state IN ('asked', 'on', 'refused')), until INTEGER, next_try_at INTEGER NOT NULL, says TEXT
  ) STRICT`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
  const feeds = (await db('feeds').select('id', 'url')) as { id: string; url: string }[]
  for (const { id, url } of feeds)
    await db('feeds')
      .where({ id })
      .update({ host: new URL(url).host })
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
