import { articleRoutes } from '#shared/articles/routes'
import type { TagUse } from '#shared/articles/types'

/** The brand's tags. */
export const useTagsStore = defineStore('tags', () => {
  const brand = useBrandStore()
  const session = useSessionStore()
  const list = ref<TagUse[] | null>(null)

  /** Fetches them anew. Throws a Refusal. */
  async function load(): Promise<void> {
    const asked = session.brandId
    const found = await brand.call(articleRoutes.tags)
    if (asked === session.brandId) list.value = found
  }
  return { list, load }
})
