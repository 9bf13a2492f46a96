import type { Db } from '#server/platform/db'
import type { CampaignRow } from '../rows'

/** A brand's campaigns that are not removed, those that begin last first. */
export const campaignsOf = (db: Db, brandId: string): Promise<CampaignRow[]> =>
  db('campaigns')
    .where({ brand_id: brandId })
    .whereNull('removed_at')
    .orderBy([{ column: 'from_day', order: 'desc' }, 'name', 'id'])

/** A brand's campaign, removed or not: its posts stay its own. */
export const anyCampaign = (db: Db, brandId: string, id: string): Promise<CampaignRow | undefined> =>
  db('campaigns').where({ brand_id: brandId, id }).first()

/** A brand's campaign that is not removed; undefined for any other. */
export const campaignById = (db: Db, brandId: string, id: string): Promise<CampaignRow | undefined> =>
  db('campaigns').where({ brand_id: brandId, id }).whereNull('removed_at').first()
