import { readTexts } from '#shared/platform/json'
import type { Db } from '#server/platform/db'
import { type SourceRow, linksOfSource, feedsOfScope } from '#server/sources'
import type { WatchRow } from './rows'

export interface Scope {
  folders: string[]
  sources: string[]
}

export const scopeOf = (watch: Pick<WatchRow, 'folders_json' | 'sources_json'>): Scope => ({
  folders: readTexts(watch.folders_json),
  sources: readTexts(watch.sources_json),
})

/**
 * The watches that look at what a source brings: those that name it or a folder of it, and those that name
 * none.
 */
export async function watchesLookingAt(db: Db, source: SourceRow, watches: WatchRow[]): Promise<WatchRow[]> {
  const folders = new Set((await linksOfSource(db, source.id)).map((link) => link.folder_id))
  return watches.filter((watch) => {
    const scope = scopeOf(watch)
    const isAll = scope.folders.length === 0 && scope.sources.length === 0
    return isAll || scope.sources.includes(source.id) || scope.folders.some((folder) => folders.has(folder))
  })
}

/** The feeds a watch looks at; null for all of the brand's. */
export const feedsIn = (db: Db, brandId: string, { folders, sources }: Scope): Promise<string[] | null> =>
  folders.length === 0 && sources.length === 0
    ? Promise.resolve(null)
    : feedsOfScope(db, brandId, folders, sources)
