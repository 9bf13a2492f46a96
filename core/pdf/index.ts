// Reads what a PDF says: its text as one reads it, its title, when it was made.
export { pdfInstant, pdfTitle } from './facts'
export { pdfPageText } from './pageText'
export type { PdfRun } from './types'
