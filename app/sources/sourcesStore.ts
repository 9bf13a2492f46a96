import { sourceRoutes } from '#shared/sources/routes'
import type { Folder, Source } from '#shared/sources/types'

export type Several = 'fetch' | 'pause' | 'resume' | 'remove' | 'folder'

/** The brand's sources and their folders. */
export const useSourcesStore = defineStore('sources', () => {
  const brand = useBrandStore()
  const session = useSessionStore()
  const list = ref<Source[] | null>(null)
  const folders = ref<Folder[]>([])
  /** The brand the list is of: another one's is never shown. */
  let loadedFor: string | null = null

  /** Fetches both anew. Throws a Refusal. */
  async function load(): Promise<void> {
    const asked = session.brandId
    if (loadedFor !== asked) {
      list.value = null
      folders.value = []
    }
    const [sources, ofBrand] = await Promise.all([
      brand.call(sourceRoutes.sources),
      brand.call(sourceRoutes.folders),
    ])
    if (asked !== session.brandId) return
    list.value = sources
    folders.value = ofBrand
    loadedFor = asked
  }

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

  return { list, folders, folderNames, regions, load, several }
})
