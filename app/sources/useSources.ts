import { sourceRoutes } from '#shared/sources/routes'

export type Several = 'fetch' | 'pause' | 'resume' | 'remove' | 'folder'

const CHANGES = ['source', 'article', 'import', 'brand', 'pillar', 'account', 'tag'] as const

/** The brand's sources and their folders, while `enabled` says that they are wanted. */
export function useSources(enabled: () => boolean = () => true) {
  const brand = useBrandStore()
  const sources = useBrandQuery(sourceRoutes.sources, { changes: CHANGES, enabled })
  const ofBrand = useBrandQuery(sourceRoutes.folders, { changes: CHANGES, enabled })
  const list = sources.data
  const folders = computed(() => ofBrand.data.value ?? [])
  const failed = computed(() => sources.failed.value || ofBrand.failed.value)
  const reload = (): Promise<unknown> => Promise.allSettled([sources.reload(), ofBrand.reload()])

  const folderNames = computed(() => folders.value.map(({ name }) => name))
  const regions = computed(() =>
    [...new Set((list.value ?? []).flatMap(({ region }) => region ?? []))].sort((a, b) => a.localeCompare(b)),
  )

  /**
   * Does one thing with several sources. Gives with how many, and how to undo it where that means something.
   */
  const several = (
    ids: string[],
    action: Several,
    folder: string | null = null,
  ): Promise<{ count: number; historyId: string | null }> =>
    brand.call(sourceRoutes.bulkSources, { body: { ids, action, folder } })

  return reactive({ list, folders, failed, folderNames, regions, reload, several })
}
