import type { Db } from '#server/platform/db'
import { insertAll } from '#server/platform/db/sqlite/bulk'
import type {
  AccountReadingRow,
  FollowerCountRow,
  OutsidePostRow,
  PublicReplyRow,
  ResponseReadingRow,
} from '../rows'

/** Keeps readings; of two at one instant the first. */
export const insertReadings = (db: Db, rows: ResponseReadingRow[]): Promise<void> =>
  insertAll(db, 'response_readings', rows, ['delivery_id', 'at'])

/** A post's readings, oldest first. */
export const readingsOf = (db: Db, deliveryId: string): Promise<ResponseReadingRow[]> =>
  db('response_readings').where({ delivery_id: deliveryId }).orderBy('at')

export const insertReplies = (db: Db, rows: PublicReplyRow[]): Promise<void> =>
  insertAll(db, 'public_replies', rows, ['delivery_id', 'remote_id'])

/** What was said to a post in public, the latest first. */
export const repliesOf = (db: Db, deliveryId: string, most: number): Promise<PublicReplyRow[]> =>
  db('public_replies').where({ delivery_id: deliveryId }).orderBy('at', 'desc').limit(most)

/** Keeps how many follow an account; of a day the last. */
export const putFollowers = async (db: Db, row: FollowerCountRow): Promise<void> => {
  await db('follower_counts').insert(row).onConflict(['account_id', 'day']).merge(['followers', 'at'])
}

export const accountReading = (db: Db, accountId: string): Promise<AccountReadingRow | undefined> =>
  db('account_readings').where({ account_id: accountId }).first()

export const putAccountReading = async (
  db: Db,
  accountId: string,
  patch: Partial<Omit<AccountReadingRow, 'account_id'>>,
): Promise<void> => {
  await db('account_readings')
    .insert({ account_id: accountId, followers_next_at: 0, ...patch })
    .onConflict('account_id')
    .merge(Object.keys(patch).length > 0 ? patch : { account_id: accountId })
}

export const insertOutsidePosts = (db: Db, rows: OutsidePostRow[]): Promise<void> =>
  insertAll(db, 'outside_posts', rows, ['account_id', 'remote_id'])

/** What an account posted elsewhere within a time, before it was connected. */
export const outsidePostsOf = (
  db: Db,
  accountId: string,
  from: number,
  to: number,
): Promise<OutsidePostRow[]> =>
  db('outside_posts').where({ account_id: accountId }).where('at', '>=', from).where('at', '<', to)
