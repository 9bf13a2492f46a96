import type { BrandRow } from './rows'
import type { Brand } from '#shared/people/types'
import { holdView } from './holds'
import { ownSitesOf } from '#server/platform/db/columns'

/** A brand as the screens know it. */
export const brandOf = (row: BrandRow): Brand => ({
  id: row.id,
  name: row.name,
  zone: row.zone,
  language: row.language,
  mark: row.mark,
  markInk: row.mark_ink,
  linkApartMinutes: row.link_apart_minutes,
  hold: holdView(row),
  ownSites: ownSitesOf(row),
  ownPillarId: row.own_pillar_id,
  version: row.version,
})
