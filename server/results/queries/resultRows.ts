import { DAY } from '#core/instant'
import type { Db } from '#server/platform/db'
import { joined, readAll, readAllApart } from '#server/platform/db/read'
import { listOf } from '#server/platform/db/sqlite/bulk'
import { messages, text, whole } from '#server/platform/db/tables'
import { SENT_POSTS, type FollowerCountRow, type SentPostRow } from '../rows'

/** A brand's posts that went out from one moment until before another, the latest first. */
export const sentPostsBetween = (db: Db, brandId: string, from: number, to: number): Promise<SentPostRow[]> =>
  readAll(
    SENT_POSTS.columns,
    joined(db, 'sent_posts')
      .where('brand_id', brandId)
      .where('sent_at', '>=', from)
      .where('sent_at', '<', to)
      .orderBy('sent_at', 'desc')
      .select('*'),
  )

/** What Results reads of a text: the list's first words, and whether it begins with a question. */
const READ_OF_TEXT = 320

/** The same, for Results: with thousands of posts nobody else waits for them, and of a text the beginning. */
export const resultPostsBetween = (
  db: Db,
  brandId: string,
  from: number,
  to: number,
): Promise<SentPostRow[]> =>
  readAllApart(
    SENT_POSTS.columns,
    joined(db, 'sent_posts')
      .where('brand_id', brandId)
      .where('sent_at', '>=', from)
      .where('sent_at', '<', to)
      .orderBy('sent_at', 'desc')
      .select(
        ...Object.keys(SENT_POSTS.columns).filter((name) => name !== 'text'),
        db.raw('substr(text, 1, ?) AS text', [READ_OF_TEXT]),
      ),
  )

/** When the first of a brand's posts went out, of one account or all; null for none. */
export async function firstSentAt(db: Db, brandId: string, accountId: string | null): Promise<number | null> {
  const row = await db('sent_posts')
    .where({ brand_id: brandId, ...(accountId === null ? {} : { account_id: accountId }) })
    .orderBy('sent_at')
    .first()
  return row?.sent_at ?? null
}

/** How many followed a brand's accounts, from a day on, oldest first. */
export const followersSince = (db: Db, brandId: string, day: string): Promise<FollowerCountRow[]> =>
  db('follower_counts')
    .whereIn('account_id', db('accounts').where({ brand_id: brandId }).select('id'))
    .where('day', '>=', day)
    .orderBy(['account_id', 'day'])

/** A reading that is further off says little of that day. */
const NEAR_MS = 3 * DAY

/** How many followed an account at a moment, by the reading nearest to it within some days; null for none. */
export async function followersAt(db: Db, accountId: string, at: number): Promise<number | null> {
  const near = await db('follower_counts')
    .where({ account_id: accountId })
    .where('at', '>=', at - NEAR_MS)
    .where('at', '<=', at + NEAR_MS)
  const apart = (row: FollowerCountRow): number => Math.abs(row.at - at)
  return near.sort((a, b) => apart(a) - apart(b))[0]?.followers ?? null
}

const OF_BEFORE = `SELECT count(*) FROM outside_posts
  WHERE outside_posts.account_id = account_readings.account_id`

/** What is known of a brand's accounts besides their posts. */
export const accountReadingsOf = (db: Db, brandId: string) =>
  readAll(
    { account_id: text(), has_told: whole(), message: messages().orNull(), before: whole() },
    joined(db, 'account_readings')
      .join('accounts', 'accounts.id', 'account_readings.account_id')
      .where('accounts.brand_id', brandId)
      .select(
        'account_readings.account_id',
        'account_readings.has_told',
        'account_readings.message',
        db.raw(`(${OF_BEFORE}) AS before`),
      ),
  )

const CLIPPED = `EXISTS (SELECT 1 FROM clippings
  WHERE clippings.brand_id = sources.brand_id AND clippings.article_id = articles.id)`

/** By source: its articles of a time, and those of them that were clipped. Apart: they may be many. */
export const articlesBySource = (db: Db, brandId: string, from: number, to: number) =>
  readAllApart(
    { source_id: text(), articles: whole(), clipped: whole() },
    joined(db, 'sources')
      .join('articles', 'articles.feed_id', 'sources.feed_id')
      .where('sources.brand_id', brandId)
      .whereNull('sources.removed_at')
      .where('articles.first_seen_at', '>=', from)
      .where('articles.first_seen_at', '<', to)
      .groupBy('sources.id')
      .select(
        'sources.id AS source_id',
        db.raw('count(*) AS articles'),
        db.raw(`count(*) FILTER (WHERE ${CLIPPED}) AS clipped`),
      ),
  )

const OF_WORDING = { post_id: text(), wording: whole(), counted: whole(), responses: whole().orNull() }

/**
 * What posts got within their first days, by their wordings; showings of which nothing is told count for
 * none.
 */
export const responsesOfWordings = (db: Db, brandId: string, postIds: string[], settledBefore: number) => {
  const told = 'first_answers IS NOT NULL OR code IS NOT NULL'
  return readAll(
    OF_WORDING,
    joined(db, 'sent_posts')
      .where('brand_id', brandId)
      .whereRaw('post_id IN ?', [listOf(db, postIds)])
      .where('sent_at', '<=', settledBefore)
      .groupBy('post_id', 'wording')
      .select(
        'post_id',
        'wording',
        db.raw(`sum(${told}) AS counted`),
        db.raw(
          `sum(coalesce(first_answers, 0) + CASE WHEN code IS NULL THEN 0 ELSE first_clicks END)
             FILTER (WHERE ${told}) AS responses`,
        ),
      ),
  )
}
