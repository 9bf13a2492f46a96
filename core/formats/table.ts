import Papa from 'papaparse'
import { guarded, withoutGuard } from './formulaGuard'
import { lineCounter, type Columns } from './rows'

/** A table's heads, its rows with their lines, and which column seems to be what. */
export interface Table {
  heads: string[]
  rows: { line: number; cells: string[] }[]
  guess: Columns
}

/** Rows and columns that are read: of a longer or wider table the beginning. */
const MOST_ROWS = 50_000
const MOST_COLUMNS = 100

const NAMES: Record<keyof Columns, RegExp> = {
  url: /^(?:url|link|address|href|uri|page|web ?site)s?$/i,
  title: /^(?:title|name|headline)s?$/i,
  note: /^(?:note|description|comment|excerpt|text|summary)s?$/i,
  tags: /^(?:tag|label|keyword|categor(?:y|ie))s?$/i,
  folder: /^(?:folder|collection|list)s?$/i,
  addedAt: /^(?:added|date|created|saved|time)[ _-]?(?:added|at|on|created|saved)?$/i,
}

/**
 * Reads a table (RFC 4180, also with semicolons or tabs between). Its first row are heads unless it holds an
 * address itself. One apostrophe before a sign that spreadsheets take for a formula is taken off.
 */
export function readTable(text: string): Table {
  const plain = text.replace(/^\ufeff/, '')
  const lines = lineCounter(plain)
  const found: { line: number; cells: string[] }[] = []
  let start = 0
  Papa.parse<string[]>(plain, {
    skipEmptyLines: 'greedy',
    step: ({ data, meta }, parser) => {
      found.push({ line: lines(start), cells: data.slice(0, MOST_COLUMNS).map(withoutGuard) })
      start = meta.cursor
      if (found.length > MOST_ROWS) parser.abort()
    },
  })
  const [first] = found
  const hasHeads = first !== undefined && !first.cells.some(isAddress)
  const width = Math.max(0, ...found.slice(0, 100).map(({ cells }) => cells.length))
  const heads = Array.from({ length: width }, (_, at) => (hasHeads ? (first.cells[at] ?? '').trim() : ''))
  const rows = hasHeads ? found.slice(1) : found
  return { heads, rows, guess: guessOf(heads, rows) }
}

const isAddress = (cell: string): boolean => /^\s*https?:\/\//i.test(cell)

function guessOf(heads: string[], rows: Table['rows']): Columns {
  const named = (column: keyof Columns): number | null => {
    const at = heads.findIndex((head) => NAMES[column].test(head))
    return at < 0 ? null : at
  }
  // The column in which most addresses stand, whatever it is called.
  const counts = heads.map(
    (_, at) => rows.slice(0, 50).filter(({ cells }) => isAddress(cells[at] ?? '')).length,
  )
  const most = Math.max(0, ...counts)
  const guess = { url: most > 0 ? counts.indexOf(most) : named('url') }
  const others = (['title', 'note', 'tags', 'folder', 'addedAt'] as const).map((column) => {
    const at = named(column)
    return [column, at === guess.url ? null : at] as const
  })
  return { ...guess, ...Object.fromEntries(others) } as Columns
}

/** A table as RFC 4180 has it. A sign that spreadsheets take for a formula has an apostrophe before it. */
export const writeTable = (heads: string[], rows: string[][]): string =>
  `${Papa.unparse([heads, ...rows.map((row) => row.map(guarded))], { newline: '\r\n' })}\r\n`
