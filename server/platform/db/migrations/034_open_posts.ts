import type { Knex } from 'knex'

// Posts that may be on a Desk: all but those that went out, as they are, on every account chosen for them. Of
// a brand with years of posts these are few, and no list of drafts looks at the others.

/** Whether a post went out, as it is, wherever it was to. */
const isOut = (post: string): string =>
  `EXISTS (SELECT 1 FROM posts WHERE id = ${post} AND approval = 'approved' AND approved_version = version)
    AND EXISTS (SELECT 1 FROM proofs WHERE post_id = ${post} AND chosen = 1)
    AND NOT EXISTS (SELECT 1 FROM proofs WHERE proofs.post_id = ${post} AND proofs.chosen = 1
      AND NOT EXISTS (SELECT 1 FROM deliveries WHERE deliveries.post_id = ${post}
        AND deliveries.account_id = proofs.account_id AND deliveries.state = 'sent'))`
const opened = (post: string): string =>
  `INSERT OR IGNORE INTO open_posts SELECT brand_id, id FROM posts WHERE id = ${post};`
const closed = `DELETE FROM open_posts WHERE post_id = NEW.post_id AND brand_id = NEW.brand_id
  AND ${isOut('NEW.post_id')};`

const STATEMENTS = [
  `CREATE TABLE open_posts (
    brand_id TEXT NOT NULL, post_id TEXT NOT NULL, PRIMARY KEY (brand_id, post_id)
  ) STRICT, WITHOUT ROWID`,
  `INSERT INTO open_posts SELECT brand_id, id FROM posts AS one WHERE NOT (${isOut('one.id')})`,
  `CREATE TRIGGER post_opened AFTER INSERT ON posts BEGIN ${opened('NEW.id')} END`,
  `CREATE TRIGGER post_changed AFTER UPDATE OF version, approval, approved_version ON posts
    BEGIN ${opened('NEW.id')} END`,
  `CREATE TRIGGER post_gone AFTER DELETE ON posts
    BEGIN DELETE FROM open_posts WHERE post_id = OLD.id AND brand_id = OLD.brand_id; END`,
  `CREATE TRIGGER proof_came AFTER INSERT ON proofs BEGIN ${opened('NEW.post_id')} END`,
  `CREATE TRIGGER proof_changed AFTER UPDATE OF chosen ON proofs BEGIN ${opened('NEW.post_id')} END`,
  `CREATE TRIGGER proof_gone AFTER DELETE ON proofs BEGIN ${opened('OLD.post_id')} END`,
  `CREATE TRIGGER delivery_came AFTER INSERT ON deliveries WHEN NEW.state = 'sent' BEGIN ${closed} END`,
  `CREATE TRIGGER delivery_sent AFTER UPDATE OF state ON deliveries WHEN NEW.state = 'sent'
    BEGIN ${closed} END`,
  `CREATE TRIGGER delivery_unsent AFTER UPDATE OF state ON deliveries
    WHEN OLD.state = 'sent' AND NEW.state <> 'sent' BEGIN ${opened('NEW.post_id')} END`,
  `CREATE TRIGGER delivery_gone AFTER DELETE ON deliveries WHEN OLD.state = 'sent'
    BEGIN ${opened('OLD.post_id')} END`,
  // How many there are, and the last, is asked at every change.
  `CREATE INDEX deliveries_by_state ON deliveries (brand_id, state)`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
