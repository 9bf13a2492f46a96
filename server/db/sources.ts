import type { Db } from '.'
import type { FeedRow, SourceRow } from './rows'

export type SourceWithFeed = SourceRow & {
  url: string
  home_url: string | null
  fetched_at: number | null
  next_fetch_at: number
  failing_since: number | null
  trouble: string | null
  folder: string | null
  articles: number
}

export const sourcesOf = (db: Db, brandId: string): Promise<SourceWithFeed[]> =>
  db('sources')
    .join('feeds', 'feeds.id', 'sources.feed_id')
    .leftJoin('source_folders', 'source_folders.source_id', 'sources.id')
    .leftJoin('folders', 'folders.id', 'source_folders.folder_id')
    .where('sources.brand_id', brandId)
    .whereNull('sources.removed_at')
    .orderBy('sources.label')
    .groupBy('sources.id')
    .select(
      'sources.*', 'feeds.url', 'feeds.home_url', 'feeds.fetched_at', 'feeds.next_fetch_at', 'feeds.failing_since', 'feeds.trouble',
      db.raw('min(folders.name) AS folder'),
      db.raw('(SELECT count(*) FROM articles WHERE articles.feed_id = sources.feed_id) AS articles'),
    ) // prettier-ignore

export const countSources = async (db: Db, brandId: string): Promise<number> =>
  Number((await db('sources').where({ brand_id: brandId }).whereNull('removed_at').count({ n: '*' }).first())?.n ?? 0)

export const sourceById = (db: Db, brandId: string, id: string): Promise<SourceRow | undefined> =>
  db<SourceRow>('sources').where({ brand_id: brandId, id }).whereNull('removed_at').first()

export const sourceOfFeed = (db: Db, brandId: string, feedId: string): Promise<SourceRow | undefined> =>
  db<SourceRow>('sources').where({ brand_id: brandId, feed_id: feedId }).whereNull('removed_at').first()

export const feedByUrl = (db: Db, url: string): Promise<FeedRow | undefined> => db<FeedRow>('feeds').where({ url }).first()

export const feedById = (db: Db, id: string): Promise<FeedRow | undefined> => db<FeedRow>('feeds').where({ id }).first()

export const insertFeed = async (db: Db, row: Pick<FeedRow, 'id' | 'url' | 'next_fetch_at'>): Promise<void> => {
  await db('feeds').insert(row)
}

export const updateFeed = async (db: Db, id: string, patch: Partial<FeedRow>): Promise<void> => {
  await db('feeds').where({ id }).update(patch)
}

const READ_BY_SOMEONE =
  'EXISTS (SELECT 1 FROM sources s JOIN brands b ON b.id = s.brand_id WHERE s.feed_id = feeds.id AND s.removed_at IS NULL AND b.removed_at IS NULL)'

/** Takes feeds that are due, by a lease in real time, so that no two processes fetch the same one. */
export async function leaseDueFeeds(db: Db, due: number, realNow: number, leaseMs: number, most: number): Promise<FeedRow[]> {
  const rows: FeedRow[] = await db<FeedRow>('feeds')
    .where('next_fetch_at', '<=', due)
    .where('lease_until', '<', realNow)
    .whereRaw(READ_BY_SOMEONE)
    .orderBy('next_fetch_at')
    .limit(most)
  if (rows.length > 0) await db('feeds').whereIn('id', rows.map((row) => row.id)).update({ lease_until: realNow + leaseMs }) // prettier-ignore
  return rows
}

export const nextFetchAt = async (db: Db): Promise<number | null> => {
  const row: { at?: number | null } | undefined = await db('feeds').whereRaw(READ_BY_SOMEONE).min({ at: 'next_fetch_at' }).first()
  return row?.at ?? null
}

/** The brands that read a feed. */
export const brandsOfFeed = async (db: Db, feedId: string): Promise<string[]> =>
  (await db<SourceRow>('sources').where({ feed_id: feedId }).whereNull('removed_at').distinct('brand_id')).map((row) => row.brand_id)

export const folderByName = (db: Db, brandId: string, name: string): Promise<{ id: string } | undefined> =>
  db<{ id: string; brand_id: string; name: string }>('folders').where({ brand_id: brandId, name }).first()

export const foldersOfSource = (db: Db, sourceId: string): Promise<{ folder_id: string }[]> =>
  db<{ source_id: string; folder_id: string }>('source_folders').where({ source_id: sourceId })
