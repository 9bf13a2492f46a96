import type { Undoable } from '#shared/api'
import type { TagUse } from '#shared/watches'
import * as words from '#shared/words'
import { api } from '../api/client'

/** The brand's tags, and putting them on articles. */
export const useTagsStore = defineStore('tags', () => {
  const brand = useBrandStore()
  const session = useSessionStore()
  const notices = useNoticesStore()
  const wire = useWireStore()
  const list = ref<TagUse[] | null>(null)

  /** Fetches them anew. Throws a Refusal. */
  async function load(): Promise<void> {
    const asked = session.brandId
    const found = await api.get<TagUse[]>(brand.path('/tags'))
    if (asked === session.brandId) list.value = found
  }

  const tagArticles = (ids: string[], add: string[], remove: string[] = []): Promise<void> => notices.whileSaving(tagNow(ids, add, remove))

  async function tagNow(ids: string[], add: string[], remove: string[]): Promise<void> {
    if (ids.length === 0 || add.length + remove.length === 0) return
    const says = add.length > 0 ? words.tag.said(add.join(', '), ids.length) : words.tag.saidOff(remove.join(', '))
    const shown = async (): Promise<void> => {
      await Promise.all([brand.load(), wire.refresh(), ...(wire.article && ids.includes(wire.article.id) ? [wire.reload(wire.article.id)] : [])])
    }
    const brandId = session.brandId!
    try {
      const { historyId } = await api.put<Undoable>(brand.path('/tags/articles'), { ids, add, remove })
      notices.sayUndoable(says, brandId, historyId, shown)
      await shown()
    } catch (error) {
      notices.complain(error)
    }
  }
  return { list, load, tagArticles }
})
