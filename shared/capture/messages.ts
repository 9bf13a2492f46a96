import type { Sentences } from '#shared/platform/say'

/** What is said of what was captured. */
export interface CaptureMessages {
  'pdf.locked': object
  'pdf.damaged': object
  'pdf.no-text': object
  'pdf.in-part': { read: number; pages: number }
}

export const captureMessages: Sentences<CaptureMessages> = {
  'pdf.locked': () => 'The PDF is locked with a password, so nothing in it can be read.',
  'pdf.damaged': () => 'It calls itself a PDF, but can’t be read as one.',
  'pdf.no-text': () => 'The PDF holds no text, only pictures of it.',
  'pdf.in-part': ({ read, pages }) =>
    `It is long: the first ${read} of its ${pages.toLocaleString('en')} pages were read.`,
}
