import { articleRoutes } from '#shared/articles/routes'
import * as words from '#shared/words'

/** Putting tags on articles and taking them off, as one change that can be undone. */
export function useTagging() {
  const brand = useBrandStore()
  const session = useSessionStore()
  const notices = useNoticesStore()
  const changes = useChangesStore()

  const tagArticles = (ids: string[], add: string[], remove: string[] = []): Promise<void> =>
    notices.whileSaving(tagNow(ids, add, remove))

  async function tagNow(ids: string[], add: string[], remove: string[]): Promise<void> {
    if (ids.length === 0 || add.length + remove.length === 0) return
    const message =
      add.length > 0 ? words.tag.said(add.join(', '), ids.length) : words.tag.saidOff(remove.join(', '))
    const brandId = session.brandId!
    try {
      const { historyId } = await brand.call(articleRoutes.tagArticles, { body: { ids, add, remove } })
      notices.sayUndoable(message, brandId, historyId)
      await changes.whenFresh()
    } catch (error) {
      notices.complain(error)
    }
  }
  return { tagArticles }
}
