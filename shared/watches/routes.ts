import { ofBrand } from '#shared/platform/route'
import type { Undoable } from '#shared/platform/types'
import type { watchOffersSchema, watchPreviewSchema, watchSchema } from '#shared/watches/schemas'
import type { OfferedWord, WatchPreview, WatchRun } from '#shared/watches/types'
import type { orderSchema } from '#shared/platform/schemas'

export const watchRoutes = {
  removeWatch: ofBrand('DELETE', 'work', '/watches/:id').answers<Undoable>(),
  editWatch: ofBrand('PATCH', 'work', '/watches/:id').takes<typeof watchSchema>().answers<Undoable>(),
  /** Takes the address of a watch's feed back. */
  closeFeed: ofBrand('DELETE', 'work', '/watches/:id/feed').answers<Undoable>(),
  /** Lets a watch be read as a feed at a new secret address; an older one opens nothing any more. */
  openFeed: ofBrand('PUT', 'work', '/watches/:id/feed').answers<Undoable>(),
  /** Stops a watch's look through the archive; what it marked stays marked. */
  stopRun: ofBrand('DELETE', 'work', '/watches/:id/run').answers<WatchRun>(),
  /** What the watch had to tell was seen, by whoever asks. */
  markSeen: ofBrand('PUT', 'work', '/watches/:id/seen').answers<null>(),
  addWatch: ofBrand('POST', 'work', '/watches')
    .takes<typeof watchSchema>()
    .answers<Undoable & { id: string }>(),
  /** What a query that is being written would mark of the last days. Changes nothing. */
  preview: ofBrand('POST', 'work', '/watches/look')
    .takes<typeof watchPreviewSchema>()
    .answers<WatchPreview>(),
  /** Words worth adding to a query that is being written. Changes nothing. */
  offerWords: ofBrand('POST', 'work', '/watches/offers')
    .takes<typeof watchOffersSchema>()
    .answers<OfferedWord[]>(),
  order: ofBrand('PUT', 'work', '/watches/order').takes<typeof orderSchema>().answers<Undoable>(),
}
