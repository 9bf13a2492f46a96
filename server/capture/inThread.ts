import { decodeBytes } from '#core/feed'
import { readPage } from '#core/page'
import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import type * as PdfReader from './readPdf'
import { pageFactsTask, picturePdfTask, readPdfTask } from './tasks'

/** The library weighs more than all others together, so it lies in a file of its own beside the thread's. */
const pdfReader = async (): Promise<typeof PdfReader> =>
  (await import(new URL('./pdf.mjs', import.meta.url).href)) as typeof PdfReader

export const captureInThread: InThread[] = [
  inThread(pageFactsTask, ({ body, url, contentType }) => readPage(decodeBytes(body, contentType).text, url)),
  inThread(readPdfTask, async (bytes) => (await pdfReader()).readPdf(bytes)),
  inThread(picturePdfTask, async (bytes) => (await pdfReader()).picturePdf(bytes)),
]
