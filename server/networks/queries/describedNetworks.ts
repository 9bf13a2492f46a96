import type { Db } from '#server/platform/db'
import type { AccountRow, DescribedNetworkRow } from '../rows'

/** A brand’s described networks that are not removed, in their order. */
export const describedNetworksOf = (db: Db, brandId: string): Promise<DescribedNetworkRow[]> =>
  db('described_networks').where({ brand_id: brandId }).whereNull('removed_at').orderBy('position')

/** One of a brand’s described networks that is not removed. */
export const describedNetworkById = (
  db: Db,
  brandId: string,
  id: string,
): Promise<DescribedNetworkRow | undefined> =>
  db('described_networks').where({ brand_id: brandId, id }).whereNull('removed_at').first()

/** The described network of an account, also one that was removed since. */
export const networkOfAccount = (db: Db, account: AccountRow): Promise<DescribedNetworkRow | undefined> =>
  db('described_networks')
    .where({ brand_id: account.brand_id, id: account.network_id ?? '' })
    .first()
