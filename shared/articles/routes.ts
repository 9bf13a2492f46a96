import { ofBrand } from '#shared/platform/route'
import type { Undoable } from '#shared/platform/types'
import type { tagArticlesSchema, tagMergeSchema, tagSchema } from '#shared/reading/schemas'
import type { TagUse } from '#shared/articles/types'

export const articleRoutes = {
  removeTag: ofBrand('DELETE', 'work', '/tags/:id').answers<Undoable>(),
  editTag: ofBrand('PATCH', 'work', '/tags/:id').takes<typeof tagSchema>().answers<Undoable>(),
  /** Makes one tag of two: this one goes into another. */
  mergeTags: ofBrand('POST', 'work', '/tags/:id/merge').takes<typeof tagMergeSchema>().answers<Undoable>(),
  /** Puts tags on articles and takes others off. */
  tagArticles: ofBrand('PUT', 'work', '/tags/articles').takes<typeof tagArticlesSchema>().answers<Undoable>(),
  tags: ofBrand('GET', 'read', '/tags').answers<TagUse[]>(),
}
