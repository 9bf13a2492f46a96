import { isMapOf, isText, readJson, readTexts } from '#shared/platform/json'
import { toInstant } from '#core/instant'
import type { Role } from '#shared/people/types'
import type { Source } from '#shared/sources/types'
import { namesByTagger } from '#server/articles'
import { useDb } from '#server/platform/db'
import { accountIdsIn } from '#server/platform/db/columns'
import { healthOf } from './feedHealth'
import { listAddressOf } from './listAddress'
import * as sources from './queries/sources'

/** A brand's sources. Whoever may only look is not told the secret addresses of mailing lists. */
export async function sourcesOfBrand(brandId: string, role: Role): Promise<Source[]> {
  const db = await useDb()
  const tags = await namesByTagger(db, 'source_tags', brandId)
  return (await sources.sourcesOf(db, brandId)).map((row) => ({
    id: row.id,
    label: row.label,
    feedUrl: row.url,
    homeUrl: row.home_url,
    folder: row.folder,
    folders: readTexts(row.folders_json),
    own: row.own === 1,
    articles: Number(row.articles),
    clipped: Number(row.clipped),
    kind: row.kind,
    mailAddress:
      row.mail_nonce === null || role === 'client' ? null : listAddressOf(row.feed_id, row.mail_nonce),
    pillarId: row.pillar_id,
    credits: readJson(row.credits_json, isMapOf(isText)),
    leaveOut: row.leave_out,
    onlyNew: row.only_new === 1,
    region: row.region,
    language: row.language,
    pausedAt: row.paused_at === null ? null : toInstant(row.paused_at),
    accountIds: accountIdsIn(row.usual_accounts_json),
    clips: row.clips_for !== null,
    byLink: row.by_link === 1,
    tags: tags.get(row.id) ?? [],
    ...healthOf(row),
    version: row.version,
  }))
}
