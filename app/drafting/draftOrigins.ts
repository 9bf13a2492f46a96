import { draftingRoutes } from '#shared/drafting/routes'
import type { DraftView } from '#shared/drafting/types'

/** Which drafts the texts of posts came from, by the posts' ids, as far as this window knows. */
export const useDraftOrigins = defineStore('draftOrigins', () => {
  const brand = useBrandStore()
  const known = reactive(new Map<string, DraftView | null>())
  const of = (postId: string): DraftView | null => known.get(postId) ?? null
  const put = (postId: string, draft: DraftView | null): void => void known.set(postId, draft)
  /** Asks for it, where a post was opened without it. */
  async function find(postId: string): Promise<void> {
    const found = await brand.call(draftingRoutes.drafts, { query: { post: postId } }).catch(() => [])
    put(postId, found[0] ?? null)
  }
  return { of, put, find }
})
