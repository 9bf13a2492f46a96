import type { StoredMessages } from '#server/platform/db/messages'
import type { Db } from '#server/platform/db'
import { LIMITS } from '#shared/platform/limits'
import { NOTHING_THERE, type DeliveryState } from '#shared/delivery/states'
import { joined, readAll } from '#server/platform/db/read'
import { listOf } from '#server/platform/db/sqlite/bulk'
import { pick, text, whole, type ShapeOf } from '#server/platform/db/tables'
import { DELIVERIES, type DeliveryEventRow, type DeliveryRow } from '../rows'

/** Stores a delivery. Fails where its key is there already: of two processes one made it. */
export const insertDelivery = async (db: Db, row: DeliveryRow): Promise<void> => {
  await db('deliveries').insert(row)
}

/**
 * Changes a delivery if it is still in the state, and under the lease, that the caller knows. Says whether it
 * was.
 */
export const changeDelivery = async (
  db: Db,
  { id, state, lease_until }: Pick<DeliveryRow, 'id' | 'state' | 'lease_until'>,
  patch: Partial<DeliveryRow>,
): Promise<boolean> => (await db('deliveries').where({ id, state, lease_until }).update(patch)) === 1

// By the indexes that hold these rows alone: SQLite would rather walk through all that ever went out.
const UNCOUNTED = `SELECT * FROM deliveries INDEXED BY deliveries_uncounted
  WHERE counted = 0 AND state IN ('sent', 'in-part') ORDER BY sent_at DESC LIMIT ?`
const TAKEN_BACK = `SELECT * FROM deliveries INDEXED BY deliveries_taken_back
  WHERE counted = 1 AND state = 'taken-back' LIMIT ?`

/** Deliveries that went out and are not counted among what went out yet, the latest first. */
export const uncountedDeliveries = (db: Db, most: number): Promise<DeliveryRow[]> =>
  readAll(DELIVERIES.columns, db.raw(UNCOUNTED, [most]))

/** Those that are counted and were taken back since. */
export const takenBackDeliveries = (db: Db, most: number): Promise<DeliveryRow[]> =>
  readAll(DELIVERIES.columns, db.raw(TAKEN_BACK, [most]))

/** Says of deliveries whether they are counted among what went out. */
export const setCounted = async (db: Db, ids: string[], counted: 0 | 1): Promise<void> => {
  await db('deliveries')
    .whereRaw('id IN ?', [listOf(db, ids)])
    .update({ counted })
}

/** Adds a step to a delivery’s history. */
export const addDeliveryEvent = async (db: Db, row: DeliveryEventRow): Promise<void> => {
  await db('delivery_events').insert(row)
}

/** A brand’s delivery; undefined where it has none of this id. */
export const deliveryById = (db: Db, brandId: string, id: string): Promise<DeliveryRow | undefined> =>
  db('deliveries').where({ brand_id: brandId, id }).first()

/** A brand’s deliveries due from one moment until before another (milliseconds), in their order. */
export const deliveriesBetween = (
  db: Db,
  brandId: string,
  from: number,
  to: number,
): Promise<DeliveryRow[]> =>
  db('deliveries')
    .where({ brand_id: brandId })
    .where('due_at', '>=', from)
    .where('due_at', '<', to)
    .orderBy('due_at')

/** What of a delivery a month shows. */
const SHOWN = {
  ...pick(DELIVERIES, 'id', 'post_id', 'account_id', 'due_at', 'slot_at', 'state', 'pillar_id'),
  ...pick(DELIVERIES, 'line_id', 'evergreen_id', 'remote_url'),
  text: text(),
}
export type ShownDelivery = ShapeOf<typeof SHOWN>

/** A brand’s deliveries due between two moments (milliseconds), but for what came back into the line. */
export const deliveriesShown = (
  db: Db,
  brandId: string,
  from: number,
  to: number,
): Promise<ShownDelivery[]> =>
  readAll(
    SHOWN,
    joined(db, 'deliveries')
      .where({ brand_id: brandId })
      .whereNot('state', 'back-in-line')
      .where('due_at', '>=', from)
      .where('due_at', '<', to)
      .orderBy('due_at')
      .select('id', 'post_id', 'account_id', 'due_at', 'slot_at', 'state', 'pillar_id')
      .select('line_id', 'evergreen_id', 'remote_url')
      .select(db.raw(`coalesce(substr(frozen_json ->> 'text', 1, ?), '') AS text`, [LIMITS.firstWords])),
  )

/** When a brand’s deliveries were due between two moments (milliseconds), but for what came back. */
export const dueTimes = (db: Db, brandId: string, from: number, to: number): Promise<number[]> =>
  db('deliveries')
    .where({ brand_id: brandId })
    .whereNot('state', 'back-in-line')
    .where('due_at', '>=', from)
    .where('due_at', '<', to)
    .pluck('due_at')

/** Deliveries in a state that may be worked on now: due, and not held by another. */
export const workableDeliveries = (db: Db, state: DeliveryState, due: number, realNow: number) =>
  db('deliveries')
    .where({ state })
    .where('next_try_at', '<=', due)
    .where('lease_until', '<', realNow)
    .orderBy(['next_try_at', 'due_at'])
    .limit(500)

/**
 * Deliveries that may be handed over, or shown to be posted, now: those of accounts and brands on hold wait.
 */
export const sendableDeliveries = async (db: Db, now: number, realNow: number): Promise<DeliveryRow[]> => {
  const of = (state: DeliveryState) =>
    workableDeliveries(db, state, now, realNow).whereRaw(NOT_HELD, [now + 1, now, now + 1, now])
  return [...(await of('planned')), ...(await of('waiting')), ...(await of('put-off'))].sort(
    (a, b) => a.next_try_at - b.next_try_at || a.due_at - b.due_at,
  )
}

/**
 * Lets all that is due on an account wait until then, though never past the moment at which it is too late or
 * out of date. Gives the ids of those that were not told so before.
 */
export const postponeDue = async (
  db: Db,
  accountId: string,
  { until, message, now, lateMs }: { until: number; message: StoredMessages; now: number; lateMs: number },
): Promise<string[]> => {
  const due = () =>
    db('deliveries')
      .where({ account_id: accountId, lease_until: 0 })
      .whereIn('state', ['planned', 'waiting'])
      .where('next_try_at', '<=', now)
  const told = await due().whereNot({ message }).select('id')
  const never = Number.MAX_SAFE_INTEGER
  const next = db.raw(
    'min(?, CASE WHEN due_at + ? > ? THEN due_at + ? ELSE ? END, coalesce(max(good_until, ?), ?) + 1)',
    [until, lateMs, now, lateMs + 1, never, now, never - 1],
  )
  await due().update({ state: 'waiting', message, next_try_at: next })
  return told.map(({ id }) => id)
}

/** How often a post went, or was to go, to an account: each time has a number of its own. */
export const countOfPost = async (db: Db, postId: string, accountId: string): Promise<number> =>
  (await db('deliveries').where({ post_id: postId, account_id: accountId }).select('id')).length

/** How many deliveries a line's place became already. */
export const countOfQueueItem = async (db: Db, queueItemId: string): Promise<number> =>
  Number((await db('deliveries').where({ line_id: queueItemId }).count({ n: '*' }).first())?.n ?? 0)

/** The history of a delivery, oldest first. */
export const eventsOfDelivery = (db: Db, deliveryId: string): Promise<DeliveryEventRow[]> =>
  db('delivery_events').where({ delivery_id: deliveryId }).orderBy(['at', 'rowid'])

// Given the moment, and one later for a hold without an end, twice.
const NOT_HELD = `NOT EXISTS (SELECT 1 FROM accounts JOIN brands ON brands.id = accounts.brand_id
  WHERE accounts.id = deliveries.account_id
  AND (accounts.held = 1 AND coalesce(accounts.hold_until, ?) > ? OR brands.held = 1 AND coalesce(brands.hold_until, ?) > ?))`

/** Takes one delivery to ask its network about, if it is still as known and free. Says whether it was got. */
export const leaseDelivery = async (
  db: Db,
  { id, state, lease_until }: DeliveryRow,
  leaseUntil: number,
): Promise<boolean> =>
  (await db('deliveries').where({ id, state, lease_until }).update({ lease_until: leaseUntil })) === 1

/**
 * When a delivery is to be worked on next; those on hold wait for its end, which is an instant of its own.
 */
export const nextTryAt = async (db: Db, now: number): Promise<number | null> => {
  const first = (states: string[]) =>
    db('deliveries').whereIn('state', states).min({ at: 'next_try_at' }).first()
  const [asked, sent]: ({ at?: number | null } | undefined)[] = [
    await first(['unknown', 'taken', 'by-hand']),
    await first(['planned', 'waiting', 'put-off']).whereRaw(NOT_HELD, [now + 1, now, now + 1, now]),
  ]
  const known = [asked?.at, sent?.at].filter((at) => at != null)
  return known.length === 0 ? null : Math.min(...known)
}

const MOST_SHARED = 20
const SHARED_BEFORE = {
  article_id: text().surely(),
  sent_at: whole().surely(),
  account: text(),
  text: text(),
}
export type SharedBefore = ShapeOf<typeof SHARED_BEFORE>

/** What a brand sent of an article, newest first. */
export const sentOfArticle = (db: Db, brandId: string, articleId: string): Promise<SharedBefore[]> =>
  readAll(
    SHARED_BEFORE,
    joined(db, 'deliveries')
      .join('posts', 'posts.id', 'deliveries.post_id')
      .join('accounts', 'accounts.id', 'deliveries.account_id')
      .where({ 'deliveries.brand_id': brandId, 'posts.article_id': articleId, 'deliveries.state': 'sent' })
      .orderBy('deliveries.sent_at', 'desc')
      .select(
        'posts.article_id',
        'deliveries.sent_at',
        db.raw('accounts.name AS account'),
        db.raw(`json_extract(deliveries.frozen_json, '$.text') AS text`),
      ),
  )

/** Where a brand sent posts about one page, by its key, newest first. */
export const sentOfLink = (
  db: Db,
  brandId: string,
  linkKey: string,
): Promise<Pick<SharedBefore, 'sent_at' | 'account'>[]> =>
  readAll(
    { sent_at: SHARED_BEFORE.sent_at, account: SHARED_BEFORE.account },
    joined(db, 'deliveries')
      .join('accounts', 'accounts.id', 'deliveries.account_id')
      .where({
        'deliveries.brand_id': brandId,
        'deliveries.link_key': linkKey,
        'deliveries.state': 'sent',
      })
      .orderBy('deliveries.sent_at', 'desc')
      .limit(MOST_SHARED)
      .select('deliveries.sent_at', db.raw('accounts.name AS account')),
  )

/** What a brand shared last from the articles of a feed, besides those of one article. */
export const sentOfFeed = (
  db: Db,
  brandId: string,
  feedId: string,
  besidesId: string,
  limit: number,
): Promise<(SharedBefore & { title: string | null })[]> =>
  readAll(
    { ...SHARED_BEFORE, title: text().orNull() },
    joined(db, 'deliveries')
      .join('posts', 'posts.id', 'deliveries.post_id')
      .join('articles', 'articles.id', 'posts.article_id')
      .join('accounts', 'accounts.id', 'deliveries.account_id')
      .where({ 'deliveries.brand_id': brandId, 'articles.feed_id': feedId, 'deliveries.state': 'sent' })
      .whereNot('posts.article_id', besidesId)
      .orderBy('deliveries.sent_at', 'desc')
      .limit(limit)
      .select([
        'posts.article_id',
        'deliveries.sent_at',
        'articles.title',
        db.raw('accounts.name AS account'),
        db.raw(`json_extract(deliveries.frozen_json, '$.text') AS text`),
      ]),
  )

const SENT_TEXT = { ...pick(DELIVERIES, 'post_id', 'due_at', 'link_key', 'series_id'), text: text() }
export type SentText = ShapeOf<typeof SENT_TEXT>

/** The texts of an account's deliveries that were not refused, newest first. */
export const sentTexts = (
  db: Db,
  brandId: string,
  accountId: string,
  since: number,
  limit: number,
): Promise<SentText[]> =>
  readAll(
    SENT_TEXT,
    joined(db, 'deliveries')
      .where({ brand_id: brandId, account_id: accountId })
      .where('due_at', '>=', since)
      .whereNotIn('state', NOTHING_THERE)
      .orderBy('due_at', 'desc')
      .limit(limit)
      .select([
        'post_id',
        'due_at',
        'link_key',
        'series_id',
        db.raw(`json_extract(frozen_json, '$.text') AS text`),
      ]),
  )

/** The latest of an account, newest first. */
export const deliveriesOfAccount = (
  db: Db,
  brandId: string,
  accountId: string,
  limit: number,
): Promise<DeliveryRow[]> =>
  db('deliveries').where({ brand_id: brandId, account_id: accountId }).orderBy('due_at', 'desc').limit(limit)

/** What an account's network took last before an instant, by its own names for it, newest first. */
export const sentBefore = async (
  db: Db,
  accountId: string,
  before: number,
  limit: number,
): Promise<string[]> =>
  (
    await db('deliveries')
      .where({ account_id: accountId, state: 'sent' })
      .where('sent_at', '<', before)
      .whereNotNull('remote_id')
      .orderBy('sent_at', 'desc')
      .limit(limit)
      .select('remote_id')
  ).map(({ remote_id }) => remote_id!)

/** Deliveries of a post that its networks have something of, or may have. */
export const standingDeliveries = (db: Db, brandId: string, postId: string): Promise<DeliveryRow[]> =>
  db('deliveries')
    .where({ post_id: postId })
    // By its post: in the order of time all of the brand's would be gone through.
    .whereRaw('+brand_id = ?', [brandId])
    .whereNotIn('state', NOTHING_THERE)
    .orderBy('due_at')

/** All deliveries of a post, by when they were due. */
export const deliveriesOfPost = (db: Db, brandId: string, postId: string): Promise<DeliveryRow[]> =>
  db('deliveries').where({ post_id: postId }).whereRaw('+brand_id = ?', [brandId]).orderBy('due_at')
