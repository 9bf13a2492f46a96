import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { pick, text, whole, type ShapeOf } from '#server/platform/db/tables'
import { FEEDS, SOURCES, type FeedRow, type SourceRow } from '../rows'

const OF_FEED = pick(
  FEEDS,
  'url',
  'home_url',
  'fetched_at',
  'next_fetch_at',
  'failing_since',
  'trouble',
  'moved_from',
  'moved_at',
  'gone_at',
  'gap_minutes',
  'newest_at',
  'repairs_json',
  'articles',
  'kind',
  'mail_nonce',
)
const WITH_FEED = {
  ...SOURCES.columns,
  ...OF_FEED,
  folder: text().orNull(),
  folders_json: text(),
  hub: text().orNull(),
  clipped: whole(),
}
export type SourceWithFeed = ShapeOf<typeof WITH_FEED>

/** A brand's sources that are not removed, each with its feed and folders, by their labels. */
export const sourcesOf = (db: Db, brandId: string): Promise<SourceWithFeed[]> =>
  readAll(
    WITH_FEED,
    joined(db, 'sources')
      .join('feeds', 'feeds.id', 'sources.feed_id')
      .leftJoin('hubs', 'hubs.feed_id', 'feeds.id')
      .leftJoin('source_folders', 'source_folders.source_id', 'sources.id')
      .leftJoin('folders', 'folders.id', 'source_folders.folder_id')
      .where('sources.brand_id', brandId)
      .whereNull('sources.removed_at')
      .orderBy('sources.label')
      .groupBy('sources.id')
      .select(
        'sources.*',
        ...Object.keys(OF_FEED).map((column) => `feeds.${column}`),
        'hubs.state AS hub',
        db.raw('min(folders.name) AS folder'),
        db.raw(
          `json_group_array(folders.name ORDER BY folders.name) FILTER (WHERE folders.name IS NOT NULL) AS folders_json`,
        ),
        db.raw(
          `(SELECT count(*) FROM article_states WHERE article_states.brand_id = sources.brand_id
            AND article_states.feed_id = sources.feed_id AND article_states.state = 'clipped') AS clipped`,
        ),
      ),
  )

/** How many sources a brand has. */
export const countSources = async (db: Db, brandId: string): Promise<number> =>
  Number(
    (await db('sources').where({ brand_id: brandId }).whereNull('removed_at').count({ n: '*' }).first())?.n ??
      0,
  )

/** A brand’s source that is not removed; undefined for any other. */
export const sourceById = (db: Db, brandId: string, id: string): Promise<SourceRow | undefined> =>
  db('sources').where({ brand_id: brandId, id }).whereNull('removed_at').first()

export const sourceOfFeed = (db: Db, brandId: string, feedId: string): Promise<SourceRow | undefined> =>
  db('sources').where({ brand_id: brandId, feed_id: feedId }).whereNull('removed_at').first()

export const feedByUrl = (db: Db, url: string): Promise<FeedRow | undefined> =>
  db('feeds').where({ url }).first()

/** A feed; undefined where there is none of this id. */
export const feedById = (db: Db, id: string): Promise<FeedRow | undefined> =>
  db('feeds').where({ id }).first()

/** The sources of a feed that leave something out of what it brings, or clip it. */
export const sourcesWithRules = (db: Db, feedId: string): Promise<SourceRow[]> =>
  db('sources')
    .where({ feed_id: feedId })
    .whereNull('removed_at')
    .where((either) =>
      either
        .where('only_new', 1)
        .orWhereNot('leave_out', '')
        .orWhereNotNull('paused_at')
        .orWhereNotNull('clips_for'),
    )

export const insertFeed = async (
  db: Db,
  row: Pick<FeedRow, 'id' | 'url' | 'host' | 'next_fetch_at'> &
    Partial<Pick<FeedRow, 'kind' | 'mail_nonce' | 'title'>>,
): Promise<void> => {
  await db('feeds').insert(row)
}

export const updateFeed = async (db: Db, id: string, patch: Partial<FeedRow>): Promise<void> => {
  await db('feeds').where({ id }).update(patch)
}

// A feed that comes by mail is never asked for, and one that everybody paused rests.
const READ_BY_SOMEONE = `feeds.kind = 'web' AND EXISTS (SELECT 1 FROM sources s
  JOIN brands b ON b.id = s.brand_id
  WHERE s.feed_id = feeds.id AND s.removed_at IS NULL AND s.paused_at IS NULL AND b.removed_at IS NULL)`

/** Feeds that are due, longest waiting first. */
export const dueFeeds = (db: Db, due: number, realNow: number, most: number): Promise<FeedRow[]> =>
  db('feeds')
    .where('next_fetch_at', '<=', due)
    .where('lease_until', '<', realNow)
    .whereNull('gone_at')
    .whereRaw(READ_BY_SOMEONE)
    .orderBy('next_fetch_at')
    .limit(most)

/**
 * Takes a feed that is still due by a lease in real time, so that no two processes fetch the same one.
 * Whether it was free.
 */
export async function leaseFeed(
  db: Db,
  id: string,
  due: number,
  realNow: number,
  leaseMs: number,
): Promise<boolean> {
  const free = db('feeds').where({ id }).where('next_fetch_at', '<=', due).where('lease_until', '<', realNow)
  return (await free.update({ lease_until: realNow + leaseMs })) === 1
}

/** When the next feed that somebody reads is due (milliseconds); null where none is. */
export const nextFetchAt = async (db: Db): Promise<number | null> => {
  const row: { at?: number | null } | undefined = await db('feeds')
    .whereNull('gone_at')
    .whereRaw(READ_BY_SOMEONE)
    .min({ at: 'next_fetch_at' })
    .first()
  return row?.at ?? null
}

/** Lets the readers of one feed read another from now on; who reads that already keeps one source of it. */
export async function moveReaders(db: Db, fromFeedId: string, toFeedId: string, at: number): Promise<void> {
  const already = db('sources').where({ feed_id: toFeedId }).whereNull('removed_at').select('brand_id')
  await db('sources')
    .where({ feed_id: fromFeedId })
    .whereNull('removed_at')
    .whereIn('brand_id', already)
    .update({ removed_at: at })
  await db('sources').where({ feed_id: fromFeedId }).update({ feed_id: toFeedId })
}

/** The brands that read a feed. */
export const brandsOfFeed = async (db: Db, feedId: string): Promise<string[]> =>
  (await db('sources').where({ feed_id: feedId }).whereNull('removed_at').distinct('brand_id')).map(
    (row) => row.brand_id,
  )

/** The sources of every brand that reads a feed. */
export const sourcesOfFeed = (db: Db, feedId: string): Promise<SourceRow[]> =>
  db('sources').where({ feed_id: feedId }).whereNull('removed_at')

/** The feeds of a brand's sources that stand in one of these folders, or are one of these. */
export const feedsOfScope = async (
  db: Db,
  brandId: string,
  folderIds: string[],
  sourceIds: string[],
): Promise<string[]> =>
  (
    await db('sources')
      .where({ brand_id: brandId })
      .whereNull('removed_at')
      .where((either) =>
        either
          .whereIn('id', sourceIds)
          .orWhereIn('id', db('source_folders').whereIn('folder_id', folderIds).select('source_id')),
      )
      .select('feed_id')
  ).map((row) => row.feed_id)

/** How many mails a list has brought on a day. */
export const mailsOn = async (db: Db, feedId: string, day: string): Promise<number> =>
  (await db('mail_days').where({ feed_id: feedId, day }).first())?.mails ?? 0

export const countMail = async (db: Db, feedId: string, day: string): Promise<void> => {
  await db('mail_days')
    .insert({ feed_id: feedId, day, mails: 1 })
    .onConflict(['feed_id', 'day'])
    .merge({ mails: db.raw('mail_days.mails + 1') })
}

/** Sites that a list's mail came from. */
export const sendersOf = async (db: Db, feedId: string): Promise<string[]> =>
  (await db('mail_senders').where({ feed_id: feedId })).map(({ site }) => site)

export const addSender = async (db: Db, feedId: string, site: string): Promise<void> => {
  await db('mail_senders').insert({ feed_id: feedId, site })
}

/** The brand's source that an article came by; of several the first. Undefined for none. */
export async function sourceOfArticle(
  db: Db,
  brandId: string,
  articleId: string,
): Promise<string | undefined> {
  const rows = await readAll(
    { id: text() },
    joined(db, 'sources')
      .join('articles', 'articles.feed_id', 'sources.feed_id')
      .where({ 'articles.id': articleId, 'sources.brand_id': brandId })
      .orderBy('sources.created_at')
      .limit(1)
      .select('sources.id'),
  )
  return rows[0]?.id
}
