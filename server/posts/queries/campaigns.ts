import type { Db } from '#server/platform/db'
import { joined, readAll, readFirst } from '#server/platform/db/read'
import { pick, text, whole, type ShapeOf } from '#server/platform/db/tables'
import { POSTS } from '../rows'

const CAMPAIGN_POST = {
  ...pick(POSTS, 'id'),
  campaign_id: text().surely(),
  sent: whole(),
  planned: whole(),
}
export type CampaignPost = ShapeOf<typeof CAMPAIGN_POST>

/**
 * A brand's posts that serve a campaign: whether each went out on some account, and whether it stands in line
 * or comes round.
 */
export const postsOfCampaigns = (db: Db, brandId: string): Promise<CampaignPost[]> =>
  readAll(
    CAMPAIGN_POST,
    joined(db, 'posts')
      .where('posts.brand_id', brandId)
      .whereNotNull('posts.campaign_id')
      .whereNull('posts.removed_at')
      .select('posts.id', 'posts.campaign_id')
      .select(
        db.raw(`EXISTS (SELECT 1 FROM deliveries WHERE deliveries.post_id = posts.id
          AND deliveries.state IN ('sent', 'in-part')) AS sent`),
        db.raw(`(EXISTS (SELECT 1 FROM lines WHERE lines.post_id = posts.id)
          OR EXISTS (SELECT 1 FROM evergreens WHERE evergreens.post_id = posts.id
            AND evergreens.state = 'in-turn')) AS planned`),
      ),
  )

const CAMPAIGN_RESULTS = { sendings: whole(), answers: whole().orNull(), clicks: whole() }

/** What came of what went out for a campaign; answers null where no network told of any. */
export const resultsOfCampaign = async (
  db: Db,
  brandId: string,
  campaignId: string,
): Promise<ShapeOf<typeof CAMPAIGN_RESULTS>> =>
  (await readFirst(
    CAMPAIGN_RESULTS,
    joined(db, 'sent_posts')
      .join('posts', 'posts.id', 'sent_posts.post_id')
      .where({ 'posts.brand_id': brandId, 'posts.campaign_id': campaignId })
      .select(
        db.raw('count(*) AS sendings'),
        db.raw(`sum(CASE WHEN sent_posts.read_at IS NULL THEN NULL
          ELSE coalesce(likes, 0) + coalesce(reshares, 0) + coalesce(replies, 0) + coalesce(quotes, 0)
          END) AS answers`),
        db.raw('coalesce(sum(sent_posts.clicks), 0) AS clicks'),
      ),
  )) ?? { sendings: 0, answers: null, clicks: 0 }

const SENT_IN_DAYS = { own: whole(), all: whole() }

/** How many of a brand's deliveries of some days went out, or may have, and how many of them for a campaign. */
export const sentInDays = async (
  db: Db,
  brandId: string,
  campaignId: string,
  { start, end }: { start: number; end: number },
): Promise<ShapeOf<typeof SENT_IN_DAYS>> =>
  (await readFirst(
    SENT_IN_DAYS,
    joined(db, 'deliveries')
      .join('posts', 'posts.id', 'deliveries.post_id')
      .where('deliveries.brand_id', brandId)
      .whereIn('deliveries.state', ['sent', 'in-part', 'sending', 'waiting', 'unknown'])
      .where('deliveries.due_at', '>=', start)
      .where('deliveries.due_at', '<', end)
      .select(
        db.raw('coalesce(sum(posts.campaign_id = ?), 0) AS own', [campaignId]),
        db.raw('count(*) AS "all"'),
      ),
  )) ?? { own: 0, all: 0 }
