import type { Db } from '#server/platform/db'
import { articleForBrand } from '#server/articles'
import { now } from '#server/platform/clock'
import { readTexts } from '#shared/platform/json'
import { type SourceRow, foldersOfSource, hashtagsOfSource, sourceById } from '#server/sources'
import { brandById, pillarsOf } from '#server/people'
import { marksOfArticles, watchesOf } from '#server/watches'
import { isOnSite } from '#core/url/ownSite'
import { ownSitesOf, accountIdsIn } from '#server/platform/db/columns'

/** What a post begins with: its pillar, and the accounts it is for; null where nothing says so. */
export interface Usual {
  pillarId: string | null
  accountIds: string[] | null
}

/**
 * What a post about an article begins with, and its hashtags; nothing where there is none, or its source is
 * gone.
 */
export async function usualOfArticle(
  db: Db,
  brandId: string,
  articleId: string | null,
): Promise<Usual & { hashtags: string[] }> {
  const article = articleId === null ? undefined : await articleForBrand(db, brandId, articleId)
  const source = article && (await sourceById(db, brandId, article.source_id))
  if (!source) return { pillarId: null, accountIds: null, hashtags: [] }
  const marks = await marksOfArticles(db, brandId, [article.id], now())
  const watchIds = marks.map(({ watch_id }) => watch_id)
  return {
    ...(await usualOf(db, brandId, article.url, source, watchIds)),
    hashtags: await usualHashtags(db, brandId, source.id, watchIds),
  }
}

/** The hashtags that a source's folders and the watches that mark an article lend to a post about it. */
export async function usualHashtags(
  db: Db,
  brandId: string,
  sourceId: string,
  watchIds: string[],
): Promise<string[]> {
  const watches = (await watchesOf(db, brandId)).filter(({ id }) => watchIds.includes(id))
  return [
    ...new Set([
      ...(await hashtagsOfSource(db, sourceId)),
      ...watches.flatMap((watch) => readTexts(watch.hashtags_json)),
    ]),
  ]
}

/**
 * What a post about an article begins with, the first that says so: its source, that it is the brand's own,
 * the watches that mark it in their order, the source's folders by name; for accounts, the pillar last.
 */
export async function usualOf(
  db: Db,
  brandId: string,
  url: string | null,
  source: SourceRow,
  watchIds: string[],
): Promise<Usual> {
  const brand = (await brandById(db, brandId))!
  const watches = (await watchesOf(db, brandId)).filter(({ id }) => watchIds.includes(id))
  const folders = await foldersOfSource(db, source.id)
  const isOwn = source.own === 1 || (url !== null && isOnSite(url, ownSitesOf(brand)))
  const pillars = new Map((await pillarsOf(db, brandId)).map((pillar) => [pillar.id, pillar]))
  const wished = [
    source.pillar_id,
    isOwn ? brand.own_pillar_id : null,
    ...[...watches, ...folders].map(({ pillar_id }) => pillar_id),
  ]
  const pillarId = wished.find((id) => id !== null && pillars.has(id)) ?? null
  const message = [source, ...watches, ...folders, ...(pillarId ? [pillars.get(pillarId)!] : [])].map(
    (row) => row.usual_accounts_json,
  )
  return { pillarId, accountIds: accountIdsIn(message.find((json) => json !== null) ?? null) }
}
