import type { TagUse } from '#shared/articles/types'
import { api } from '~/base/client'

/** The brand's tags. */
export const useTagsStore = defineStore('tags', () => {
  const brand = useBrandStore()
  const session = useSessionStore()
  const list = ref<TagUse[] | null>(null)

  /** Fetches them anew. Throws a Refusal. */
  async function load(): Promise<void> {
    const asked = session.brandId
    const found = await api.get<TagUse[]>(brand.path('/tags'))
    if (asked === session.brandId) list.value = found
  }
  return { list, load }
})
