import { linesOf, type Line } from './lines'
import type { PdfRun } from './types'

/** Distance of two lines, in parts of the letters' size, from which on they are two paragraphs. */
const APART = 1.75
/** Letters that differ more than this in size belong to different paragraphs. */
const OTHER_SIZE = 1.15
/** A first line set in by so much, in parts of the letters' size, begins a paragraph. */
const SET_IN = 0.75

/**
 * The text of a page as paragraphs with an empty line between, in the order in which the file draws them
 * (common practice: a PDF knows letters and places, not paragraphs). Lines of one paragraph are joined, a
 * word parted at a line's end is made whole, joined letters are parted.
 */
export function pdfPageText(runs: readonly PdfRun[]): string {
  const paragraphs: string[] = []
  let before: Line | null = null
  for (const line of linesOf(runs)) {
    if (before && goesOn(before, line)) paragraphs.push(joined(paragraphs.pop()!, line.text))
    else paragraphs.push(line.text)
    before = line
  }
  return paragraphs.join('\n\n')
}

/** Whether a line goes on with the paragraph of the one above it. */
function goesOn(above: Line, line: Line): boolean {
  const size = Math.max(above.height, line.height, 1)
  const down = above.y - line.y
  const isNextLine = down > 0 && down < APART * size
  const isSameSize = size / Math.max(1, Math.min(above.height, line.height)) < OTHER_SIZE
  const isBelow = line.x < above.right && line.right > above.x
  return isNextLine && isSameSize && isBelow && line.x - above.x < SET_IN * size
}

/** A hyphen at a line's end parts a word where small letters stand on both sides; a soft one always does. */
const PARTED = /\p{L}\p{M}*[-\u2010]$/u

function joined(text: string, next: string): string {
  if (text.endsWith('\u00AD')) return text.slice(0, -1) + next
  return PARTED.test(text) && /^\p{Ll}/u.test(next) ? text.slice(0, -1) + next : `${text} ${next}`
}
