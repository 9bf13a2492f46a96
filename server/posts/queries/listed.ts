import type { DeliveryState } from '#shared/delivery/states'
import { TAG_IDS } from './posts'
import type { Db } from '#server/platform/db'
import { joined, readAll, readAllApart, readFirst } from '#server/platform/db/read'
import { listOf } from '#server/platform/db/sqlite/bulk'
import { text, whole, type ShapeOf } from '#server/platform/db/tables'

/** What of a delivery its place in a list hangs on. */
const SENT_KEY = {
  id: text(),
  account_id: text(),
  pillar_id: text().orNull(),
  campaign_id: text().orNull(),
  order_id: text().orNull(),
  tag_ids: text().orNull(),
  evergreen_id: text().orNull(),
  state: text<DeliveryState>(),
  due_at: whole(),
  who: text(),
  source: text().orNull(),
}
export type SentKey = ShapeOf<typeof SENT_KEY>

/**
 * All of a brand's deliveries, but for what came back into the line, by what a list is sorted and narrowed
 * by, in order of time. Read in the thread for long reads.
 */
export const sentKeys = (db: Db, brandId: string): Promise<SentKey[]> =>
  readAllApart(
    SENT_KEY,
    joined(db, 'deliveries')
      .join('posts', 'posts.id', 'deliveries.post_id')
      .join('people', 'people.id', 'posts.created_by')
      .leftJoin('articles', 'articles.id', 'posts.article_id')
      .leftJoin('feeds', 'feeds.id', 'articles.feed_id')
      .leftJoin('sources', (join) =>
        join
          .on('sources.feed_id', 'articles.feed_id')
          .andOn('sources.brand_id', 'posts.brand_id')
          .andOnNull('sources.removed_at'),
      )
      .where('deliveries.brand_id', brandId)
      .whereNot('deliveries.state', 'back-in-line')
      .orderBy('deliveries.due_at')
      .select([
        'deliveries.id',
        'deliveries.account_id',
        'deliveries.pillar_id',
        'posts.campaign_id',
        'posts.order_id',
        db.raw(TAG_IDS),
        'deliveries.evergreen_id',
        'deliveries.state',
        'deliveries.due_at',
        db.raw('people.name AS who'),
        db.raw('coalesce(sources.label, feeds.title) AS source'),
      ]),
  )

const STAMP = { many: whole(), last: whole().orNull() }

/** Differs once a delivery was added to those `sentKeys` gives, or taken from them. */
export async function sentStamp(db: Db, brandId: string): Promise<string> {
  const row = await readFirst(
    STAMP,
    joined(db, 'deliveries')
      .where({ brand_id: brandId })
      .whereNot('state', 'back-in-line')
      .select(db.raw('count(*) AS many'), db.raw('max(rowid) AS last')),
  )
  return `${row?.many} ${row?.last}`
}

const SENT_ID = { id: text() }

/** Those of a brand's deliveries whose text holds some words, letters of the alphabet large or small. */
export const sentWithWords = (db: Db, brandId: string, words: string): Promise<{ id: string }[]> =>
  readAllApart(
    SENT_ID,
    joined(db, 'deliveries')
      .where({ brand_id: brandId })
      .whereRaw(`instr(lower(frozen_json ->> 'text'), lower(?)) > 0`, [words])
      .select('id'),
  )

const SENT_TEXT = { id: text(), post_id: text(), text: text(), remote_url: text().orNull() }

/** The posts of some deliveries, with their text up to so many characters. */
export const sentTextsByIds = (
  db: Db,
  brandId: string,
  ids: string[],
  most: number,
): Promise<ShapeOf<typeof SENT_TEXT>[]> =>
  readAll(
    SENT_TEXT,
    joined(db, 'deliveries')
      .where({ brand_id: brandId })
      .whereRaw('id IN ?', [listOf(db, ids)])
      .select('id', 'post_id', 'remote_url')
      .select(db.raw(`coalesce(substr(frozen_json ->> 'text', 1, ?), '') AS text`, [most])),
  )
