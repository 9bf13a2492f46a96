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
