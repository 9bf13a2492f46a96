import { FIRST_DAYS_MS } from '#core/results'
import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { insertAll } from '#server/platform/db/sqlite/bulk'
import { whole, text } from '#server/platform/db/tables'
import { SENT_POSTS, type LinkClicksRow, type SentPostRow } from '../rows'

/** Keeps what posts were as they went out; those that are there already stay as they are. */
export const insertSentPosts = (db: Db, rows: SentPostRow[]): Promise<void> =>
  insertAll(db, 'sent_posts', rows, ['delivery_id'])

export const sentPostOf = (db: Db, deliveryId: string): Promise<SentPostRow | undefined> =>
  db('sent_posts').where({ delivery_id: deliveryId }).first()

/** All the times a post went out, the latest first. */
export const sentPostsOfPost = (db: Db, postId: string, most: number): Promise<SentPostRow[]> =>
  db('sent_posts').where({ post_id: postId }).orderBy('sent_at', 'desc').limit(most)

/** Changes how a post stands. */
export const changeSentPost = async (
  db: Db,
  deliveryId: string,
  patch: Partial<SentPostRow>,
): Promise<void> => {
  await db('sent_posts').where({ delivery_id: deliveryId }).update(patch)
}

/** Clicks at a link up to its post's first days, and in all. */
export async function clicksOfCode(
  db: Db,
  code: string,
  sentAt: number,
): Promise<{ clicks: number; firstClicks: number }> {
  const rows = await db('short_clicks').where({ code })
  const sum = (some: LinkClicksRow[]): number => some.reduce((total, { clicks }) => total + clicks, 0)
  return {
    clicks: sum(rows),
    firstClicks: sum(rows.filter(({ hour }) => hour < sentAt + FIRST_DAYS_MS)),
  }
}

/** Adds clicks to the post that its link went out with. */
export const addClicks = async (db: Db, { code, hour, clicks }: LinkClicksRow): Promise<void> => {
  if (clicks === 0) return
  await db('sent_posts')
    .where({ code })
    .update({
      clicks: db.raw('clicks + ?', [clicks]),
      first_clicks: db.raw('first_clicks + iif(? < sent_at + ?, ?, 0)', [hour, FIRST_DAYS_MS, clicks]),
    })
}

const OF_ACCOUNT = { account_id: text(), brand_id: text(), next_at: whole() }

/**
 * Accounts with posts to be asked about now, those that wait longest first. Not those whose network refuses
 * the sign-in, wants no questions or that were removed.
 */
export const accountsToRead = (db: Db, now: number) =>
  readAll(
    OF_ACCOUNT,
    joined(db, 'sent_posts')
      .join('accounts', 'accounts.id', 'sent_posts.account_id')
      .leftJoin('account_readings', 'account_readings.account_id', 'accounts.id')
      .whereNotNull('sent_posts.next_at')
      .where('sent_posts.next_at', '<=', now)
      .whereNull('accounts.removed_at')
      .whereNull('accounts.refused_at')
      .whereRaw('coalesce(account_readings.quiet_until, 0) <= ?', [now])
      .groupBy('sent_posts.account_id')
      .orderBy('next_at')
      .select('sent_posts.account_id', 'sent_posts.brand_id', db.raw('min(sent_posts.next_at) AS next_at')),
  )

/** When a post is asked about next, whosever it is; null for never. */
export async function nextReadingAt(db: Db): Promise<number | null> {
  const [row] = await readAll(
    { next_at: whole().orNull() },
    joined(db, 'sent_posts')
      .join('accounts', 'accounts.id', 'sent_posts.account_id')
      .leftJoin('account_readings', 'account_readings.account_id', 'accounts.id')
      .whereNotNull('sent_posts.next_at')
      .whereNull('accounts.removed_at')
      .whereNull('accounts.refused_at')
      .select(db.raw('min(max(sent_posts.next_at, coalesce(account_readings.quiet_until, 0))) AS next_at')),
  )
  return row?.next_at ?? null
}

/** An account's posts to be asked about now, newest first. */
export const postsToRead = (db: Db, accountId: string, now: number, most: number) =>
  readAll(
    { ...SENT_POSTS.columns, remote_id: text().orNull(), remote_url: text().orNull() },
    joined(db, 'sent_posts')
      .join('deliveries', 'deliveries.id', 'sent_posts.delivery_id')
      .where('sent_posts.account_id', accountId)
      .whereNotNull('sent_posts.next_at')
      .where('sent_posts.next_at', '<=', now)
      .orderBy('sent_posts.sent_at', 'desc')
      .limit(most)
      .select('sent_posts.*', 'deliveries.remote_id', 'deliveries.remote_url'),
  )
export type PostToRead = Awaited<ReturnType<typeof postsToRead>>[number]
