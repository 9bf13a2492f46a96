import type { Db } from '#server/platform/db'
import type { HubRow } from '../rows'

export const hubOf = (db: Db, feedId: string): Promise<HubRow | undefined> =>
  db('hubs').where({ feed_id: feedId }).first()

export const putHub = async (db: Db, row: HubRow): Promise<void> => {
  await db('hubs').insert(row).onConflict('feed_id').merge()
}

export const updateHub = async (db: Db, feedId: string, patch: Partial<HubRow>): Promise<void> => {
  await db('hubs').where({ feed_id: feedId }).update(patch)
}

export const removeHub = async (db: Db, feedId: string): Promise<void> => {
  await db('hubs').where({ feed_id: feedId }).del()
}

/** Subscriptions to ask for again: not answered, refused for now, or soon over. */
export const hubsDue = (db: Db, due: number, most: number): Promise<HubRow[]> =>
  db('hubs').where('next_try_at', '<=', due).orderBy('next_try_at').limit(most)
