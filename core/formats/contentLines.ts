/** A line of a calendar: its name in capitals, its parameters by their names in capitals, its value. */
export interface ContentLine {
  name: string
  params: ReadonlyMap<string, string>
  value: string
  /** Where it begins, from 1. */
  line: number
}

/** Characters of one line, all that is folded taken together: of a longer one the rest is left out. */
const LONGEST = 64_000

/**
 * The lines of an iCalendar file (RFC 5545 §3.1), unfolded, in order; whatever ends them, and with a
 * byte-order mark before them. What is no content line is left out.
 */
export function* contentLines(text: string): Generator<ContentLine> {
  let folded = ''
  let begun = 0
  let number = 0
  for (const raw of linesOf(text.startsWith('\ufeff') ? text.slice(1) : text)) {
    number++
    if (raw.startsWith(' ') || raw.startsWith('\t')) {
      if (folded.length < LONGEST) folded += raw.slice(1)
      continue
    }
    const whole = contentLine(folded, begun)
    if (whole) yield whole
    folded = raw
    begun = number
  }
  const last = contentLine(folded, begun)
  if (last) yield last
}

function* linesOf(text: string): Generator<string> {
  for (let at = 0; at <= text.length;) {
    let end = at
    while (end < text.length && text[end] !== '\n' && text[end] !== '\r') end++
    yield text.slice(at, end)
    at = text[end] === '\r' && text[end + 1] === '\n' ? end + 2 : end + 1
  }
}

/** `NAME;PARAM=value;PARAM="quoted":value`. */
function contentLine(folded: string, line: number): ContentLine | null {
  const text = folded.slice(0, LONGEST)
  const name = /^[A-Za-z0-9-]+/.exec(text)?.[0]
  if (!name) return null
  const params = new Map<string, string>()
  let at = name.length
  while (text[at] === ';') {
    const equals = text.indexOf('=', at)
    if (equals < 0) return null
    const isQuoted = text[equals + 1] === '"'
    const begins = equals + (isQuoted ? 2 : 1)
    let end = begins
    while (end < text.length && (isQuoted ? text[end] !== '"' : text[end] !== ';' && text[end] !== ':')) end++
    params.set(text.slice(at + 1, equals).toUpperCase(), text.slice(begins, end))
    at = isQuoted ? end + 1 : end
  }
  if (text[at] !== ':') return null
  return { name: name.toUpperCase(), params, value: text.slice(at + 1), line }
}

/** A text as it is meant: RFC 5545 §3.3.11 unescaped. */
export const meant = (value: string): string =>
  value.replace(/\\([\\;,nN])/g, (_, sign: string) => (sign === 'n' || sign === 'N' ? '\n' : sign))
