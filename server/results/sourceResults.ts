import type { SourceResult } from '#shared/results/types'
import type { Db } from '#server/platform/db'
import { folderNamesOfSources, type SourceWithFeed } from '#server/sources'
import { answersUntilNow, clicksUntilNow, sumOf } from './measures'
import { articlesBySource } from './queries/resultRows'
import type { SentPostRow } from './rows'

/** By its article's source; else by the site its link leads to. */
export function sourceFinder(sources: SourceWithFeed[]): (post: SentPostRow) => SourceWithFeed | null {
  const byId = new Map(sources.map((source) => [source.id, source]))
  const bySite = new Map<string, SourceWithFeed>()
  for (const source of sources)
    for (const address of [source.home_url, source.url])
      if (address !== null && URL.canParse(address)) {
        const site = new URL(address).hostname.replace(/^www\./, '')
        if (!bySite.has(site)) bySite.set(site, source)
      }
  return ({ source_id: id, site }) => byId.get(id ?? '') ?? bySite.get(site) ?? null
}

/** From article to clip to post to response by source: those answered most first. */
export async function sourcesOf(
  db: Db,
  brandId: string,
  sources: SourceWithFeed[],
  posts: SentPostRow[],
  [from, to]: [number, number],
  sourceOf: (post: SentPostRow) => SourceWithFeed | null,
): Promise<SourceResult[]> {
  const counts = new Map((await articlesBySource(db, brandId, from, to)).map((row) => [row.source_id, row]))
  const bySource = new Map<string, SentPostRow[]>()
  const folders = new Map<string, string[]>()
  for (const { source_id: id, name } of await folderNamesOfSources(db, brandId))
    folders.set(id, [...(folders.get(id) ?? []), name])
  for (const post of posts) {
    const id = sourceOf(post)?.id
    if (id === undefined) continue
    const known = bySource.get(id)
    if (known) known.push(post)
    else bySource.set(id, [post])
  }
  return sources
    .map((source): SourceResult => {
      const own = bySource.get(source.id) ?? []
      return {
        sourceId: source.id,
        name: source.label,
        isOwn: source.own === 1,
        articles: counts.get(source.id)?.articles ?? 0,
        clipped: counts.get(source.id)?.clipped ?? 0,
        posts: own.length,
        likes: sumOf(own.map(({ likes }) => likes)),
        reshares: sumOf(own.map(({ reshares }) => reshares)),
        responses: sumOf(own.flatMap((post) => [answersUntilNow(post), clicksUntilNow(post)])),
        folders: folders.get(source.id) ?? [],
      }
    })
    .filter(({ articles, posts: many }) => articles + many > 0)
    .sort((a, b) => (b.responses ?? -1) - (a.responses ?? -1) || b.articles - a.articles)
}
