import { NOTHING_THERE } from '#shared/delivery/states'
import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { listOf } from '#server/platform/db/sqlite/bulk'
import { text, whole, type ShapeOf } from '#server/platform/db/tables'
import { EVERGREENS, type EvergreenRow } from '../rows'

/** An evergreen with what its turn hangs on. */
const POOLED = {
  ...EVERGREENS.columns,
  pillar_id: text().orNull(),
  link: text().orNull(),
  text: text(),
  own_text: text().orNull(),
  wordings: whole(),
  approval: text<'draft' | 'in-review' | 'approved' | 'sent-back'>(),
  approved_version: whole().orNull(),
  approved_at: whole().orNull(),
  version: whole(),
  /** Whether it waits in the account's line besides: what stands there goes out first. */
  in_line: whole(),
  /** Whether an order made it, nobody looked it over, and nobody says any more that it may go out so. */
  unseen: whole(),
}
export type PooledRow = ShapeOf<typeof POOLED>

/** A brand's evergreens on accounts that are there, in the order in which they were made. */
export const evergreensOfBrand = (db: Db, brandId: string): Promise<PooledRow[]> =>
  readAll(
    POOLED,
    joined(db, 'evergreens')
      .join('posts', 'posts.id', 'evergreens.post_id')
      .join('wordings', (join) => join.on('wordings.post_id', 'posts.id').andOnVal('wordings.position', 0))
      .join('accounts', 'accounts.id', 'evergreens.account_id')
      .leftJoin('pillars', (join) => join.on('pillars.id', 'posts.pillar_id').andOnNull('pillars.removed_at'))
      .leftJoin('proofs', (join) =>
        join.on('proofs.post_id', 'evergreens.post_id').andOn('proofs.account_id', 'evergreens.account_id'),
      )
      .where('evergreens.brand_id', brandId)
      .whereNull('accounts.removed_at')
      .whereNull('posts.removed_at')
      .orderBy('evergreens.position')
      .select(
        'evergreens.*',
        // One that was removed is none.
        db.raw('pillars.id AS pillar_id'),
        'posts.link',
        'wordings.text',
        'proofs.own_text',
        db.raw('(SELECT count(*) FROM wordings AS w WHERE w.post_id = posts.id) AS wordings'),
        'posts.approval',
        'posts.approved_version',
        'posts.approved_at',
        'posts.version',
        db.raw(
          `(posts.order_id IS NOT NULL AND posts.order_seen_at IS NULL AND (accounts.unseen_by IS NULL
            OR EXISTS (SELECT 1 FROM brands WHERE brands.id = evergreens.brand_id
              AND brands.orders_stopped_at IS NOT NULL))) AS unseen`,
        ),
        db.raw(
          `EXISTS (SELECT 1 FROM lines WHERE lines.post_id = evergreens.post_id
            AND lines.account_id = evergreens.account_id) AS in_line`,
        ),
      ),
  )

const SHOWN = {
  id: text(),
  /** How often it was shown, ever and since its times are counted. */
  shown: whole(),
  counted: whole(),
  last_at: whole(),
  /** The wording of the latest showing: SQLite gives the row that `max` is of. */
  wording: whole(),
}
export type ShownRow = ShapeOf<typeof SHOWN>

/**
 * How often, when last and in which wording each of a brand's evergreens was shown; none for the new
 * ones.
 */
export const showingsOf = (db: Db, brandId: string): Promise<ShownRow[]> =>
  readAll(
    SHOWN,
    joined(db, 'evergreens')
      .join('deliveries', (join) =>
        join
          .on('deliveries.post_id', 'evergreens.post_id')
          .andOn('deliveries.account_id', 'evergreens.account_id'),
      )
      .where('evergreens.brand_id', brandId)
      .whereNotIn('deliveries.state', NOTHING_THERE)
      .groupBy('evergreens.id')
      .select(
        'evergreens.id',
        db.raw('count(*) AS shown'),
        db.raw('sum(deliveries.due_at >= evergreens.counted_from) AS counted'),
        db.raw('max(coalesce(deliveries.slot_at, deliveries.due_at)) AS last_at'),
        'deliveries.wording',
      ),
  )

/** The evergreens of a post, on whatever accounts. */
export const evergreensOfPost = (db: Db, brandId: string, postId: string): Promise<EvergreenRow[]> =>
  db('evergreens').where({ brand_id: brandId, post_id: postId }).orderBy('position')

/** A brand's evergreen; undefined where it has none of this id. */
export const evergreenById = (db: Db, brandId: string, id: string): Promise<EvergreenRow | undefined> =>
  db('evergreens').where({ brand_id: brandId, id }).first()

/** Changes an evergreen by itself: nobody undoes what nobody did. */
export const patchEvergreen = async (db: Db, id: string, patch: Partial<EvergreenRow>): Promise<void> => {
  await db('evergreens').where({ id }).update(patch)
}

const WORDED = { post_id: text(), position: whole(), text: text() }

/** The wordings of posts, in their order. */
export const wordingsOfPosts = (db: Db, postIds: string[]) =>
  readAll(
    WORDED,
    joined(db, 'wordings')
      .whereRaw('post_id IN ?', [listOf(db, postIds)])
      .orderBy(['post_id', 'position'])
      .select('post_id', 'position', 'text'),
  )

const SHOWING = { id: text(), account_id: text(), due_at: whole(), wording: whole() }

/** The showings of a post, the latest first. */
export const showingsOfPost = (db: Db, brandId: string, postId: string, most: number) =>
  readAll(
    SHOWING,
    joined(db, 'deliveries')
      .where({ brand_id: brandId, post_id: postId })
      .whereNotIn('state', NOTHING_THERE)
      .orderBy('due_at', 'desc')
      .limit(most)
      .select('id', 'account_id', 'due_at', 'wording'),
  )

const OWN_ARTICLE = {
  id: text(),
  title: text().orNull(),
  url: text().surely(),
  text: text(),
  language: text().orNull(),
  at: whole(),
  source_id: text(),
  outlet: text(),
}
/** So much of an article's text is looked at for sentences. */
const READ_OF_TEXT = 1_500

/** Articles of a brand's own feeds that no evergreen was made of and that nobody passed over. */
const ownOffered = (db: Db, brandId: string) =>
  joined(db, 'articles')
    .join('sources', (join) => join.on('sources.feed_id', 'articles.feed_id').andOnNull('sources.removed_at'))
    .where('sources.brand_id', brandId)
    .where('sources.own', 1)
    .whereNotNull('articles.url')
    .whereRaw(
      `NOT EXISTS (SELECT 1 FROM posts JOIN evergreens ON evergreens.post_id = posts.id
         WHERE posts.article_id = articles.id AND posts.brand_id = sources.brand_id)
       AND NOT EXISTS (SELECT 1 FROM evergreens_passed AS passed
         WHERE passed.article_id = articles.id AND passed.brand_id = sources.brand_id)`,
    )

const ownColumns = (db: Db) => [
  'articles.id',
  'articles.title',
  'articles.url',
  db.raw('substr(articles.text, 1, ?) AS text', [READ_OF_TEXT]),
  'articles.language',
  'articles.at',
  db.raw('sources.id AS source_id'),
  db.raw('coalesce(sources.label, feeds.title, feeds.url) AS outlet'),
]

/** Those since a moment, the latest first. */
export const ownArticles = (db: Db, brandId: string, since: number, most: number) =>
  readAll(
    OWN_ARTICLE,
    ownOffered(db, brandId)
      .join('feeds', 'feeds.id', 'articles.feed_id')
      .where('articles.at', '>=', since)
      .orderBy('articles.at', 'desc')
      .limit(most)
      .select(ownColumns(db)),
  )

/** Those of these ids. */
export const ownArticlesOf = (db: Db, brandId: string, ids: string[]) =>
  readAll(
    OWN_ARTICLE,
    ownOffered(db, brandId)
      .join('feeds', 'feeds.id', 'articles.feed_id')
      .whereRaw('articles.id IN ?', [listOf(db, ids)])
      .select(ownColumns(db)),
  )

/** How many there are since a moment. */
export const countOwnArticles = async (db: Db, brandId: string, since: number): Promise<number> =>
  (await ownOffered(db, brandId).where('articles.at', '>=', since).select('articles.id')).length
