import { ofBrand } from '#shared/platform/route'
import type { Undoable } from '#shared/platform/types'
import type {
  batchPicturesSchema,
  batchReadingSchema,
  batchRowSchema,
  batchSchema,
  batchTakeSchema,
} from './schemas'
import type { BatchLine, BatchRow, BatchRows, BatchView } from './types'

/** Posts from a file. */
export const batchRoutes = {
  /** The brand's files, newest first. */
  batches: ofBrand('GET', 'work', '/batches').answers<BatchLine[]>(),
  /** Takes a table of posts (CSV); nothing is lined up yet. */
  start: ofBrand('POST', 'work', '/batches').takes<typeof batchSchema>().answers<BatchView>(),
  batch: ofBrand('GET', 'work', '/batches/:id').answers<BatchView>(),
  /** Its rows in order, `from` one on; with `only=faulty`, `ready`, `left-out` or `taken` those alone. */
  rows: ofBrand('GET', 'work', '/batches/:id/rows').answers<BatchRows>(),
  /** Says how it is read; all rows are looked through anew. */
  setReading: ofBrand('PUT', 'work', '/batches/:id/reading')
    .takes<typeof batchReadingSchema>()
    .answers<BatchView>(),
  editRow: ofBrand('PATCH', 'work', '/batches/:id/rows').takes<typeof batchRowSchema>().answers<BatchRow>(),
  addPictures: ofBrand('POST', 'work', '/batches/:id/pictures')
    .takes<typeof batchPicturesSchema>()
    .answers<BatchView>(),
  /** Lines up what is ready, one row after another; a row whole or not at all. */
  take: ofBrand('POST', 'work', '/batches/:id/take').takes<typeof batchTakeSchema>().answers<BatchView>(),
  /** Stops lining up, or taking back; what was done stays. */
  stop: ofBrand('POST', 'work', '/batches/:id/stop').answers<BatchView>(),
  /** Removes the posts it brought, as far as they did not go out. */
  takeBack: ofBrand('POST', 'work', '/batches/:id/take-back').answers<BatchView>(),
  /** Removes the file; its posts stay. */
  remove: ofBrand('DELETE', 'work', '/batches/:id').answers<Undoable>(),
  /** A file to begin with, with the brand's own accounts and pillars. */
  sample: ofBrand('GET', 'work', '/batches/sample').answers<string>(),
  /** What stands in the lines, as such a file. */
  written: ofBrand('GET', 'work', '/batches/posts').answers<string>(),
}
