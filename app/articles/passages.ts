/**
 * Marks the first place of each passage in a page's text, blanks aside: a selection knows nothing of the
 * elements it goes through, nor of the blanks between them. What is not there any more is left.
 */
export function markPassages(page: Document, passages: string[]): void {
  for (const passage of passages) {
    const wanted = passage.replace(BLANKS, '')
    if (wanted !== '') markFirst(page, wanted)
  }
}

const BLANKS = /[\s\u200b\ufeff]+/g
const lettersIn = (text: string): number => text.replace(BLANKS, '').length

function markFirst(page: Document, wanted: string): void {
  const walker = page.createTreeWalker(page.body, NodeFilter.SHOW_TEXT)
  const texts: { node: Text; from: number; letters: string }[] = []
  let all = ''
  while (walker.nextNode()) {
    const node = walker.currentNode as Text
    const letters = node.data.replace(BLANKS, '')
    texts.push({ node, from: all.length, letters })
    all += letters
  }
  const start = all.indexOf(wanted)
  if (start < 0) return
  const end = start + wanted.length
  for (const { node, from, letters } of texts)
    if (letters !== '' && from < end && from + letters.length > start)
      markPart(page, node, start - from, end - from)
}

/** Marks a text from one of its letters to another, counted without blanks. */
function markPart(page: Document, node: Text, from: number, to: number): void {
  // What began before it, or goes on behind it, takes the blanks at its edges along.
  const begin = from < 0 ? 0 : placeOf(node.data, from)
  const end = to > lettersIn(node.data) ? node.data.length : placeOf(node.data, to - 1) + 1
  const mark = page.createElement('mark')
  mark.className = 'passage'
  mark.textContent = node.data.slice(begin, end)
  const around = [node.data.slice(0, begin), mark, node.data.slice(end)]
  node.replaceWith(...around.filter((part) => part !== ''))
}

/** Where the nth letter of a text stands; the last one's place where there are fewer. */
function placeOf(text: string, nth: number): number {
  let seen = -1
  for (let at = 0; at < text.length; at++)
    if (!/[\s\u200b\ufeff]/.test(text[at]!)) {
      seen++
      if (seen === nth) return at
    }
  return text.trimEnd().length - 1
}

/** A plain text as safe HTML, its paragraphs apart and the passages marked. */
export function markedText(text: string, passages: string[]): string {
  const page = document.implementation.createHTMLDocument()
  for (const part of text.split(/\n+/)) {
    if (part.trim() === '') continue
    const paragraph = page.createElement('p')
    paragraph.textContent = part.trim()
    page.body.append(paragraph)
  }
  markPassages(page, passages)
  return page.body.innerHTML
}
