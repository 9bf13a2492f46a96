// Marks of quotation and of a quotation within it, as each language's style guides have them.
const MARKS: Record<string, [string, string, string, string]> = {
  de: ['„', '“', '‚', '‘'],
  en: ['“', '”', '‘', '’'],
  es: ['«', '»', '“', '”'],
  fr: ['« ', ' »', '“', '”'],
  it: ['«', '»', '“', '”'],
  nb: ['«', '»', '‘', '’'],
  nl: ['“', '”', '‘', '’'],
  no: ['«', '»', '‘', '’'],
  pl: ['„', '”', '«', '»'],
  pt: ['«', '»', '“', '”'],
  ru: ['«', '»', '„', '“'],
  sv: ['”', '”', '’', '’'],
}
const OPENING = '“„«"‟'
const CLOSING = '”“»"'

/**
 * Words of an article as a quotation in the marks of its language: blanks folded, marks round the whole taken
 * off, marks inside it turned into those of a quotation within a quotation. '' for nothing.
 */
export function quoteOf(selection: string, language: string | null): string {
  const text = withoutMarks(selection.normalize('NFC').replace(/\s+/g, ' ').trim())
  if (text === '') return ''
  const [open, close, innerOpen, innerClose] =
    MARKS[language?.slice(0, 2).toLowerCase() ?? ''] ?? MARKS['en']!
  const inner = text.replace(
    new RegExp(`[${OPENING}]\\s?([^${OPENING}${CLOSING}]*?)\\s?[${CLOSING}]`, 'g'),
    `${innerOpen}$1${innerClose}`,
  )
  return `${open}${inner}${close}`
}

/** Without marks round the whole; those that end one quotation and begin another stay. */
function withoutMarks(text: string): string {
  const whole = new RegExp(`^[${OPENING}]\\s?([^${OPENING}${CLOSING}]*?)\\s?[${CLOSING}]$`).exec(text)
  return whole ? whole[1]!.trim() : text
}
