import { isOnSite } from '../../core/url/ownSite'
import type { Db } from '../db'
import { brandById, pillarsOf } from '../db/brands'
import { foldersOfSource } from '../db/folders'
import type { SourceRow } from '../db/rows'
import { watchesOf } from '../db/watches'

/** What a post begins with: its pillar, and the accounts it is for; null where nothing says so. */
export interface Usual {
  pillarId: string | null
  accountIds: string[] | null
}

/** Ids of accounts as a row holds them; null where it says nothing. */
export const accountIdsIn = (json: string | null): string[] | null => (json === null ? null : (JSON.parse(json) as string[]))

/** Ids of accounts as a row holds them: none chosen says nothing. */
export const accountIdsJson = (ids: string[] | null): string | null => (ids === null || ids.length === 0 ? null : JSON.stringify([...new Set(ids)]))

export const ownSitesOf = ({ own_sites_json }: { own_sites_json: string }): string[] => JSON.parse(own_sites_json) as string[]

/**
 * What a post about an article begins with, the first that says so: its source, that it is the brand's own, the watches that mark it in
 * their order, the source's folders by name; for accounts, the pillar last.
 */
export async function usualOf(db: Db, brandId: string, url: string | null, source: SourceRow, watchIds: string[]): Promise<Usual> {
  const brand = (await brandById(db, brandId))!
  const watches = (await watchesOf(db, brandId)).filter(({ id }) => watchIds.includes(id))
  const folders = await foldersOfSource(db, source.id)
  const isOwn = source.own === 1 || (url !== null && isOnSite(url, ownSitesOf(brand)))
  const pillars = new Map((await pillarsOf(db, brandId)).map((pillar) => [pillar.id, pillar]))
  const wished = [source.pillar_id, isOwn ? brand.own_pillar_id : null, ...[...watches, ...folders].map(({ pillar_id }) => pillar_id)]
  const pillarId = wished.find((id) => id !== null && pillars.has(id)) ?? null
  const says = [source, ...watches, ...folders, ...(pillarId ? [pillars.get(pillarId)!] : [])].map((row) => row.usual_accounts_json)
  return { pillarId, accountIds: accountIdsIn(says.find((json) => json !== null) ?? null) }
}
