/** What a spreadsheet takes for a formula, with the apostrophes that may be before it already. */
const FORMULA = /^'*[=+\-@\t\r]/

/** A cell's text, kept by an apostrophe from being taken for a formula (common practice). */
export const guarded = (cell: string): string => (FORMULA.test(cell) ? `'${cell}` : cell)

/** The same without that apostrophe. */
export const withoutGuard = (cell: string): string =>
  cell.startsWith("'") && FORMULA.test(cell) ? cell.slice(1) : cell
