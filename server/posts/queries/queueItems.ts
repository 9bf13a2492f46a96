import type { Db } from '#server/platform/db'
import { joined, readAll, readFirst } from '#server/platform/db/read'
import { pick, text, whole, type ShapeOf } from '#server/platform/db/tables'
import { LINES, POSTS, type PostRow, type QueueItemRow } from '../rows'
import { listOf } from '#server/platform/db/sqlite/bulk'

/** A post in an account's line, with what the plan and the screens need of it. */
const QUEUED_POST = {
  ...LINES.columns,
  ...pick(
    POSTS,
    'pillar_id',
    'campaign_id',
    'link',
    'link_title',
    'hashtags_json',
    'credit',
    'good_until',
    'not_before',
    'series_id',
    'approval',
    'approved_version',
    'version',
    'created_by',
    'article_id',
    'order_id',
  ),
  /** Whether an order made it and nobody has looked it over. */
  unseen: whole(),
  text: text(),
  own_text: text().orNull(),
  /** The credit as this account's network writes it. */
  account_credit: text().orNull(),
}
export type QueuedPost = ShapeOf<typeof QUEUED_POST>

const queuedPosts = (db: Db, brandId: string) =>
  joined(db, 'lines')
    .join('posts', 'posts.id', 'lines.post_id')
    .join('wordings', (join) => join.on('wordings.post_id', 'posts.id').andOnVal('wordings.position', 0))
    .join('accounts', 'accounts.id', 'lines.account_id')
    .leftJoin('proofs', (join) =>
      join.on('proofs.post_id', 'lines.post_id').andOn('proofs.account_id', 'lines.account_id'),
    )
    .where('lines.brand_id', brandId)
    .whereNull('accounts.removed_at')
    .select(
      'lines.*',
      'posts.pillar_id',
      'posts.campaign_id',
      'posts.link',
      'posts.link_title',
      'posts.hashtags_json',
      'posts.credit',
      'posts.good_until',
      'posts.not_before',
      'posts.series_id',
      'posts.approval',
      'posts.approved_version',
      'posts.version',
      'posts.created_by',
      'posts.article_id',
      'posts.order_id',
      db.raw('(posts.order_id IS NOT NULL AND posts.order_seen_at IS NULL) AS unseen'),
      'wordings.text',
      'proofs.own_text',
      'proofs.credit AS account_credit',
    )

/** All of a brand's lines, in line order. */
export const queueItemsOfBrand = (db: Db, brandId: string): Promise<QueuedPost[]> =>
  readAll(QUEUED_POST, queuedPosts(db, brandId).orderBy('lines.position'))

/** A post in line with what the plan needs of it; undefined where it is in line no more. */
export const queueItemById = (db: Db, brandId: string, id: string): Promise<QueuedPost | undefined> =>
  readFirst(QUEUED_POST, queuedPosts(db, brandId).where('lines.id', id))

/** The same by its post, its account and which echo it is. */
export const queueItemOfPost = (
  db: Db,
  brandId: string,
  postId: string,
  accountId: string,
  echo: number,
): Promise<QueuedPost | undefined> =>
  readFirst(
    QUEUED_POST,
    queuedPosts(db, brandId).where({
      'lines.post_id': postId,
      'lines.account_id': accountId,
      'lines.echo': echo,
    }),
  )

/**
 * Where the places in line begin of what standing orders put there: behind all that people do, also later on.
 */
export const ORDERS_FROM = 1e9
/** Whether a place in line is one of those. */
export const isOfOrders = (position: number): boolean => position >= ORDERS_FROM

/** The place in line behind all others of its kind, for a post of somebody's or of an order. */
export async function nextPlace(
  db: Db,
  { brand_id, order_id, order_seen_at }: Pick<PostRow, 'brand_id' | 'order_id' | 'order_seen_at'>,
): Promise<number> {
  const isOrders = order_id !== null && order_seen_at === null
  const row: { most?: number | null } | undefined = await db('lines')
    .where({ brand_id })
    .where('position', isOrders ? '>=' : '<', ORDERS_FROM)
    .max({ most: 'position' })
    .first()
  return (row?.most ?? (isOrders ? ORDERS_FROM : 0)) + 1
}

/** The place of the first that people put in line; 1 where there is none: orders' posts come behind. */
export const firstPlace = async (db: Db, brandId: string): Promise<number> => {
  const row: { least?: number | null } | undefined = await db('lines')
    .where({ brand_id: brandId })
    .where('position', '<', ORDERS_FROM)
    .min({ least: 'position' })
    .first()
  return row?.least ?? 1
}

/** Puts a post into an account’s line. */
export const insertQueueItem = async (db: Db, row: QueueItemRow): Promise<void> => {
  await db('lines').insert(row)
}

/** Posts of an account whose own time has passed go back to their turn in line. */
export const freeLateQueueItems = async (
  db: Db,
  brandId: string,
  accountId: string,
  now: number,
): Promise<void> => {
  await db('lines')
    .where({ brand_id: brandId, account_id: accountId })
    .whereRaw('coalesce(fixed_at, slot_at) < ?', [now])
    .update({ fixed_at: null, slot_at: null })
}

/** Takes a post out of an account’s line. */
export const removeQueueItem = async (db: Db, id: string): Promise<void> => {
  await db('lines').where({ id }).del()
}

/** All places in line of a post, its echoes’ too. */
export const queueItemsOfPost = (db: Db, brandId: string, postId: string): Promise<QueueItemRow[]> =>
  db('lines').where({ brand_id: brandId, post_id: postId })

/** Posts in the line of one account. */
export const postsInLineOf = async (db: Db, accountId: string): Promise<string[]> =>
  (await db('lines').where({ account_id: accountId }).select('post_id')).map((row) => row.post_id)

/** How often each post stands on each account: in line and sent, the post itself and its echoes. */
export const sendingsOfPosts = (
  db: Db,
  brandId: string,
  ids: string[],
): Promise<{ post_id: string; account_id: string; n: number }[]> => {
  const echoesIn = (table: 'lines' | 'deliveries') =>
    db(table)
      .where({ brand_id: brandId })
      .whereRaw('post_id IN ?', [listOf(db, ids)])
      .distinct('post_id', 'account_id', 'echo')
  return readAll(
    { ...pick(LINES, 'post_id', 'account_id'), n: whole() },
    db
      .from(echoesIn('lines').union(echoesIn('deliveries')).as('sendings'))
      .groupBy('post_id', 'account_id')
      .select('post_id', 'account_id')
      .count({ n: '*' }),
  )
}
