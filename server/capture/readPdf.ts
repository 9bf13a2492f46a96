import { getDocumentProxy, renderPageAsImage } from 'unpdf'
import type { Instant } from '#core/instant'
import { pdfInstant, pdfPageText, pdfTitle, type PdfRun } from '#core/pdf'
import { LIMITS } from '#shared/platform/limits'
import { realNow } from '#server/platform/clock'
import { newerBuffers } from './newerBuffers'

/** What a PDF says, as far as it was read. */
export interface PdfFacts {
  title: string | null
  author: string | null
  /** As in BCP 47. */
  language: string | null
  madeAt: Instant | null
  pages: number
  /** How many of them, from the first, were read. */
  pagesRead: number
  text: string
}

/** Why a PDF can't be read. */
export type PdfFault = 'locked' | 'damaged'

type Document = Awaited<ReturnType<typeof getDocumentProxy>>

/** Pages are read as long as this; the rest of a long one stays unread, and that is said. */
const LONGEST_MS = 6_000
/** Pixels of the longer side of a first page's picture. */
const PICTURE_SIDE = 1_200

/** Reads what a PDF says. Runs in a thread. */
export async function readPdf(bytes: Uint8Array): Promise<PdfFacts | PdfFault> {
  const pdf = await opened(bytes)
  if (typeof pdf === 'string') return pdf
  const info = await factsOf(pdf)
  const until = realNow() + LONGEST_MS
  const texts: string[] = []
  let characters = 0
  let title: string | null = null
  let pagesRead = 0
  for (let number = 1; number <= Math.min(pdf.numPages, LIMITS.pdfPages); number++) {
    if (number > 1 && (characters >= LIMITS.clippingText || realNow() > until)) break
    const runs = await runsOf(pdf, number)
    if (number === 1) title = pdfTitle(info('Title'), runs)
    const text = pdfPageText(runs)
    if (text !== '') texts.push(text)
    characters += text.length + 2
    pagesRead = number
  }
  return {
    title,
    author: info('Author')?.trim().slice(0, LIMITS.name) || null,
    language: /^[a-z]{2,3}\b/i.exec(info('Language') ?? '')?.[0].toLowerCase() ?? null,
    madeAt: pdfInstant(info('CreationDate')),
    pages: pdf.numPages,
    pagesRead,
    text: texts.join('\n\n').slice(0, LIMITS.clippingText),
  }
}

/** A PDF's first page as a PNG; null where it can't be drawn. Runs in a thread. */
export async function picturePdf(bytes: Uint8Array): Promise<Uint8Array | null> {
  const pdf = await opened(bytes)
  if (typeof pdf === 'string') return null
  const page = await pdf.getPage(1)
  const { width, height } = page.getViewport({ scale: 1 })
  const scale = PICTURE_SIDE / Math.max(width, height, 1)
  // The drawing is done by a binary of its own, loaded with the first picture.
  const canvasImport = () => import('@napi-rs/canvas')
  return new Uint8Array(await renderPageAsImage(pdf, 1, { canvasImport, scale }))
}

async function opened(bytes: Uint8Array): Promise<Document | PdfFault> {
  newerBuffers()
  try {
    // The library takes the bytes for itself.
    return await getDocumentProxy(bytes.slice(), {
      isEvalSupported: false,
      enableXfa: false,
      stopAtErrors: false,
      verbosity: 0,
      maxImageSize: LIMITS.picturePixels,
    })
  } catch (error) {
    return error instanceof Error && error.name === 'PasswordException' ? 'locked' : 'damaged'
  }
}

/** What it states of itself, as texts. */
async function factsOf(pdf: Document): Promise<(name: string) => string | null> {
  const info: object = await pdf.getMetadata().then(
    (found) => found.info,
    () => ({}),
  )
  return (name) => {
    const value: unknown = Reflect.get(info, name)
    return typeof value === 'string' ? value : null
  }
}

async function runsOf(pdf: Document, number: number): Promise<PdfRun[]> {
  try {
    const page = await pdf.getPage(number)
    const { items } = await page.getTextContent()
    page.cleanup()
    return items.flatMap((item): PdfRun[] =>
      'str' in item
        ? [
            {
              text: item.str,
              x: Number(item.transform[4]),
              y: Number(item.transform[5]),
              width: item.width,
              height: item.height,
              endsLine: item.hasEOL,
            },
          ]
        : [],
    )
  } catch {
    // A page that is damaged leaves out itself alone.
    return []
  }
}
