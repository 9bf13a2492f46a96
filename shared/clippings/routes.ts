import { ofBrand } from '#shared/platform/route'
import type { Undoable } from '#shared/platform/types'
import type { clippingSchema, doneSchema, quoteSchema, shelvedSchema } from '#shared/clippings/schemas'
import type { ClippingsView } from '#shared/clippings/types'

export const clippingRoutes = {
  editClipping: ofBrand('PATCH', 'work', '/clippings/:id').takes<typeof clippingSchema>().answers<Undoable>(),
  workOff: ofBrand('PUT', 'work', '/clippings/:id/done').takes<typeof doneSchema>().answers<Undoable>(),
  /** Puts a clipping that is no article's on the shelf, or takes it off. */
  setShelved: ofBrand('PUT', 'work', '/clippings/:id/shelved')
    .takes<typeof shelvedSchema>()
    .answers<Undoable>(),
  /**
   * What the brand has kept: `show`, `folder`, `q` for part of a title, note or outlet, `written` yes or no,
   * `tag`.
   */
  clippings: ofBrand('GET', 'read', '/clippings').answers<ClippingsView>(),
  /** Keeps a quote from an article. */
  addQuote: ofBrand('POST', 'work', '/clippings').takes<typeof quoteSchema>().answers<Undoable>(),
}
