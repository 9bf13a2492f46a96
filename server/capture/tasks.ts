import type { PageFacts } from '#core/page'
import type { Received } from '#server/platform/pages/readCard'
import { threadTask } from '#server/platform/jobs/threadTask'
import type { PdfFacts, PdfFault } from './readPdf'

/** What a page says of itself; see `readPage` in `core/page`. */
export const pageFactsTask = threadTask<Received, PageFacts>('pageFacts')
/** What a PDF says; see `readPdf`. */
export const readPdfTask = threadTask<Uint8Array, PdfFacts | PdfFault>('readPdf')
/** A PDF's first page as a PNG; see `picturePdf`. */
export const picturePdfTask = threadTask<Uint8Array, Uint8Array | null>('picturePdf')
