import { toInstant, type Instant } from '../instant'
import { linesOf } from './lines'
import type { PdfRun } from './types'

/** Titles that programs put in by themselves (from memory). */
const NO_TITLE = /^(?:untitled|document\s?\d*|slide \d+|title|microsoft (?:word|powerpoint|excel) - .*)$/i
const A_FILE = /\.(?:pdf|docx?|pptx?|xlsx?|odt|tex|dvi|indd|qxd|rtf|txt)$/i
const LONGEST = 300
/** Lines of one size that a title may take. */
const MOST_LINES = 4

/**
 * A PDF's title: what it states, unless a program put that in by itself; else the largest letters of its
 * first page. Null for none.
 */
export function pdfTitle(stated: string | null, firstPage: readonly PdfRun[]): string | null {
  const title = (stated ?? '').slice(0, 10_000).replace(/\s+/g, ' ').trim()
  if (title !== '' && !NO_TITLE.test(title) && !A_FILE.test(title)) return title.slice(0, LONGEST)
  const lines = linesOf(firstPage).filter(({ text }) => /\p{L}{2}/u.test(text))
  const largest = lines.reduce((most, { height }) => Math.max(most, height), 0)
  const first = lines.findIndex(({ height }) => height === largest)
  const after = lines.findIndex(({ height }, at) => at > first && height !== largest)
  const parts = lines.slice(first, after < 0 ? undefined : after).slice(0, MOST_LINES)
  return (
    parts
      .map(({ text }) => text)
      .join(' ')
      .slice(0, LONGEST) || null
  )
}

const DATE =
  /^(?:D:)?(\d{4})(?:(\d\d)(?:(\d\d)(?:(\d\d)(?:(\d\d)(\d\d)?)?)?)?)?(?:(Z)|([+-])(\d\d)'?(\d\d)?'?)?/

/**
 * The moment that a PDF's date names (ISO 32000-1, 7.9.4): `D:YYYYMMDDHHmmSSOHH'mm'`, of which all but the
 * year may be left out; without a zone it is taken as UTC. Null for what is none.
 */
export function pdfInstant(text: string | null): Instant | null {
  const found = DATE.exec(text ?? '')
  if (!found) return null
  const [, year, month = '01', day = '01', hour = '00', minute = '00', second = '00', , sign, zh, zm] = found
  const at = Date.parse(`${year}-${month}-${day}T${hour}:${minute}:${second}Z`)
  const away = (Number(zh ?? 0) * 60 + Number(zm ?? 0)) * 60_000
  return Number.isNaN(at) ? null : toInstant(at - (sign === '-' ? -away : away))
}
