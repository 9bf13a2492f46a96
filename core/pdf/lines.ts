import type { PdfRun } from './types'

/** One line of a page. */
export interface Line {
  text: string
  x: number
  y: number
  /** Where it ends. */
  right: number
  height: number
}

/** Letters that are printed joined (Unicode 3.0, U+FB00 to U+FB06), as what one types. */
const LIGATURES = /[\uFB00-\uFB06]/g
/** A gap between runs, in parts of the letters' size, that reads as a space. */
const SPACE = 0.15
/** What stands so much higher or lower than its line, in parts of the size, is a line of its own. */
const OFF_LINE = 0.6

/** The lines of a page, in the order in which the file draws them. */
export function linesOf(runs: readonly PdfRun[]): Line[] {
  const lines: Line[] = []
  let line: Line | null = null
  for (const run of runs) {
    const text = run.text.replace(LIGATURES, (letter) => letter.normalize('NFKC'))
    if (text.trim() === '') {
      if (line && text !== '') line.text += ' '
    } else if (line && isOnLine(line, run)) extend(line, run, text)
    else {
      line = { text, x: run.x, y: run.y, right: run.x + run.width, height: run.height }
      lines.push(line)
    }
    if (run.endsLine) line = null
  }
  return lines.flatMap((one) => {
    const text = one.text.replace(/\s+/g, ' ').trim()
    return text === '' ? [] : [{ ...one, text }]
  })
}

const isOnLine = (line: Line, run: PdfRun): boolean =>
  Math.abs(line.y - run.y) < OFF_LINE * Math.max(line.height, run.height)

function extend(line: Line, run: PdfRun, text: string): void {
  const size = Math.max(line.height, run.height)
  if (run.x - line.right > SPACE * size && !line.text.endsWith(' ')) line.text += ' '
  line.text += text
  line.right = Math.max(line.right, run.x + run.width)
  line.height = size
}
