import { readTexts } from '#shared/platform/json'

/** Ids of accounts as a row holds them; null where it says nothing. */
export const accountIdsIn = (json: string | null): string[] | null => (json === null ? null : readTexts(json))

/** Ids of accounts as a row holds them: none chosen says nothing. */
export const accountIdsJson = (ids: string[] | null): string | null =>
  ids === null || ids.length === 0 ? null : JSON.stringify([...new Set(ids)])

export const ownSitesOf = ({ own_sites_json }: { own_sites_json: string }): string[] =>
  readTexts(own_sites_json)
