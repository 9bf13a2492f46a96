import { markPassages } from './passages'

export interface Piece {
  text: string
  marked: boolean
}

/**
 * A text cut into pieces, those that are one of the watched forms marked. Whole words only, letter case
 * ignored.
 */
export function markedPieces(text: string, forms: string[]): Piece[] {
  const pattern = patternOf(forms)
  if (!pattern) return [{ text, marked: false }]
  const pieces: Piece[] = []
  let at = 0
  for (const match of text.matchAll(pattern)) {
    if (match.index > at) pieces.push({ text: text.slice(at, match.index), marked: false })
    pieces.push({ text: match[0], marked: true })
    at = match.index + match[0].length
  }
  if (at < text.length || pieces.length === 0) pieces.push({ text: text.slice(at), marked: false })
  return pieces
}

/**
 * Safe HTML with watched forms and kept passages marked in its text, and pictures fetched through `picture` (our own address
 * for a foreign one).
 */
export function markedHtml(
  html: string,
  forms: string[],
  picture: (url: string) => string,
  passages: string[] = [],
): string {
  const page = new DOMParser().parseFromString(html, 'text/html')
  for (const image of page.querySelectorAll('img'))
    image.setAttribute('src', picture(image.getAttribute('src') ?? ''))
  const walker = page.createTreeWalker(page.body, NodeFilter.SHOW_TEXT)
  const texts: Text[] = []
  while (walker.nextNode()) texts.push(walker.currentNode as Text)
  for (const text of texts) {
    const pieces = markedPieces(text.data, forms)
    if (!pieces.some((piece) => piece.marked)) continue
    text.replaceWith(
      ...pieces.map((piece) =>
        piece.marked ? markElement(page, piece.text) : page.createTextNode(piece.text),
      ),
    )
  }
  markPassages(page, passages)
  return page.body.innerHTML
}

function markElement(page: Document, text: string): HTMLElement {
  const element = page.createElement('mark')
  element.textContent = text
  return element
}

function patternOf(forms: string[]): RegExp | null {
  if (forms.length === 0) return null
  const escaped = [...forms]
    .sort((a, b) => b.length - a.length)
    .map((form) => form.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'))
  return new RegExp(`(?<![\\p{L}\\p{N}])(?:${escaped.join('|')})(?![\\p{L}\\p{N}])`, 'giu')
}
