import type { Knex } from 'knex'

const STATEMENTS = [
  // What a brand wants of a source: whom to credit on each network, a pillar, only what is new, words it does
  // not want, whence and in what language it writes, and whether it rests.
  `ALTER TABLE sources ADD COLUMN credits_json TEXT NOT NULL DEFAULT '{}'`,
  `ALTER TABLE sources ADD COLUMN pillar_id TEXT`,
  `ALTER TABLE sources ADD COLUMN only_new INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE sources ADD COLUMN leave_out TEXT NOT NULL DEFAULT ''`,
  `ALTER TABLE sources ADD COLUMN region TEXT`,
  `ALTER TABLE sources ADD COLUMN language TEXT`,
  `ALTER TABLE sources ADD COLUMN paused_at INTEGER`,
  // A folder lends its sources hashtags, and may be read elsewhere as a feed. The key in its address is
  // derived from the installation's secret and this nonce, so that the data file alone opens nothing; another
  // nonce takes the address back.
  `ALTER TABLE folders ADD COLUMN hashtags_json TEXT NOT NULL DEFAULT '[]'`,
  `ALTER TABLE folders ADD COLUMN feed_nonce TEXT`,
  `ALTER TABLE folders ADD COLUMN version INTEGER NOT NULL DEFAULT 1`,
  // Which rule of its source passed an article in the curator's place; null where a person decided.
  `ALTER TABLE article_states ADD COLUMN because TEXT CHECK (because IN ('words', 'old', 'paused'))`,
  // A mailing list brings its articles by mail, to an address made for it.
  `ALTER TABLE feeds ADD COLUMN kind TEXT NOT NULL DEFAULT 'web' CHECK (kind IN ('web', 'mail'))`,
  `ALTER TABLE feeds ADD COLUMN mail_nonce TEXT`,
  // The credit as the account's own network writes it.
  `ALTER TABLE proofs ADD COLUMN credit TEXT`,
]

export async function up(db: Knex): Promise<void> {
  for (const statement of STATEMENTS) await db.raw(statement)
}

/** Migrations go forward only. */
export function down(): Promise<void> {
  return Promise.reject(new Error('Migrations go forward only; open a copy of the data file instead.'))
}
