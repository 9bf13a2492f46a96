import { postRoutes } from '#shared/posts/routes'
import { readingRoutes } from '#shared/reading/routes'
import type { Clipping } from '#shared/clippings/types'

/** Where a clipping's picture is had from: as it is kept here, or its article's; null for none. */
export function useClippingPicture() {
  const brand = useBrandStore()
  return (clipping: Clipping, width: number): string | null => {
    if (clipping.pictureId !== null)
      return brand.pathTo(postRoutes.picture, { id: clipping.pictureId, query: { width } })
    return clipping.articleId !== null && clipping.pictureUrl !== null
      ? brand.pathTo(readingRoutes.picture, {
          query: { article: clipping.articleId, url: clipping.pictureUrl },
        })
      : null
  }
}
