import type { SourceResult } from '#shared/results/types'

/** A row of the ranking: a source, or a folder with all sources in it. */
export type SourceRow = Omit<SourceResult, 'sourceId' | 'folders'>

/** Sums of what was told; null where nothing was. */
const sum = (a: number | null, b: number | null): number | null => (a === null ? b : b === null ? a : a + b)

/**
 * Sources put together by the folders they stand in, those answered most first: one in several folders counts
 * in each. Those in none come under `none`.
 */
export function byFolder(sources: readonly SourceResult[], none: string): SourceRow[] {
  const rows = new Map<string, SourceRow>()
  for (const { folders, isOwn, ...one } of sources)
    for (const name of folders.length > 0 ? folders : [none]) {
      const known = rows.get(name)
      rows.set(name, {
        name,
        isOwn: false,
        articles: (known?.articles ?? 0) + one.articles,
        clipped: (known?.clipped ?? 0) + one.clipped,
        posts: (known?.posts ?? 0) + one.posts,
        likes: sum(known?.likes ?? null, one.likes),
        reshares: sum(known?.reshares ?? null, one.reshares),
        responses: sum(known?.responses ?? null, one.responses),
      })
    }
  return [...rows.values()].sort(
    (a, b) => (b.responses ?? -1) - (a.responses ?? -1) || b.articles - a.articles,
  )
}
