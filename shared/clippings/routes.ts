import { ofBrand } from '#shared/platform/route'
import type { Undoable } from '#shared/platform/types'
import type {
  clippingFolderEditSchema,
  clippingFolderSchema,
  clippingSchema,
  doneSchema,
  quoteSchema,
  savedListSchema,
  severalClippingsSchema,
  shelvedSchema,
} from '#shared/clippings/schemas'
import type { ClippingDetail, ClippingsView, SavedListLook, SavedListView } from '#shared/clippings/types'

export const clippingRoutes = {
  editClipping: ofBrand('PATCH', 'work', '/clippings/:id').takes<typeof clippingSchema>().answers<Undoable>(),
  workOff: ofBrand('PUT', 'work', '/clippings/:id/done').takes<typeof doneSchema>().answers<Undoable>(),
  /** Puts a clipping that is no article's on the shelf, or takes it off. */
  setShelved: ofBrand('PUT', 'work', '/clippings/:id/shelved')
    .takes<typeof shelvedSchema>()
    .answers<Undoable>(),
  /**
   * What the brand has kept: `show`, `folder` by its id, `kind`, `q` for part of a title, note or outlet,
   * `written` yes or no, `tag`.
   */
  clippings: ofBrand('GET', 'read', '/clippings').answers<ClippingsView>(),
  /** A clipping with its text, and what became of it. */
  clipping: ofBrand('GET', 'read', '/clippings/:id').answers<ClippingDetail>(),
  /** Moves, shelves or works off several as one. */
  changeSeveral: ofBrand('POST', 'work', '/clippings/several')
    .takes<typeof severalClippingsSchema>()
    .answers<Undoable>(),
  /** Keeps a quote from an article. */
  addQuote: ofBrand('POST', 'work', '/clippings').takes<typeof quoteSchema>().answers<Undoable>(),
  addFolder: ofBrand('POST', 'work', '/clipping-folders')
    .takes<typeof clippingFolderSchema>()
    .answers<Undoable & { id: string }>(),
  renameFolder: ofBrand('PATCH', 'work', '/clipping-folders/:id')
    .takes<typeof clippingFolderEditSchema>()
    .answers<Undoable>(),
  removeFolder: ofBrand('DELETE', 'work', '/clipping-folders/:id').answers<Undoable>(),
}

/** Lists of what was saved elsewhere. */
export const savedListRoutes = {
  latest: ofBrand('GET', 'work', '/saved-lists').answers<SavedListView | null>(),
  start: ofBrand('POST', 'work', '/saved-lists').takes<typeof savedListSchema>().answers<SavedListView>(),
  look: ofBrand('POST', 'work', '/saved-lists/look').takes<typeof savedListSchema>().answers<SavedListLook>(),
  stop: ofBrand('POST', 'work', '/saved-lists/:id/stop').answers<SavedListView>(),
  again: ofBrand('POST', 'work', '/saved-lists/:id/again').answers<SavedListView>(),
  takeBack: ofBrand('POST', 'work', '/saved-lists/:id/take-back').answers<SavedListView>(),
  /** The brand's clippings as a file: `format` bookmarks, csv, json or opml. */
  save: ofBrand('GET', 'read', '/saved-lists/file').answers<unknown>(),
}
