import { readingRoutes } from '#shared/reading/routes'
import type { ArticleFull } from '#shared/reading/types'

const MOST_READY = 30

/**
 * Whole texts from the articles' own pages, fetched as one reads and ahead for the article that is likely
 * next. `by` is who shows them.
 */
export function usePages(by: string) {
  const brand = useBrandStore()
  const found = new Map<string, ArticleFull>()

  /** Lets the server look at an article's page. Null where it could not be asked. */
  async function look(id: string): Promise<ArticleFull | null> {
    if (found.has(id)) return found.get(id)!
    const full = await brand.call(readingRoutes.lookAtPage, { id, by }).catch(() => null)
    if (!full) return null
    if (found.size >= MOST_READY) found.delete(found.keys().next().value!)
    found.set(id, full)
    return full
  }
  /** An article that was fetched ahead, once: the next time it is fetched anew. */
  function ready(id: string): ArticleFull | null {
    const full = found.get(id) ?? null
    found.delete(id)
    return full
  }
  return { look, ready }
}
