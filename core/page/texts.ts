const LONGEST_URL = 2_000

/** One line of a foreign text, without signs that steer; null where nothing is left. */
export function oneLine(text: string | null, most: number): string | null {
  const line = (text ?? '')
    .replace(/[\p{Cc}\u2028\u2029\u202a-\u202e\u2066-\u2069]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim()
  return line === '' ? null : line.slice(0, most).trim()
}

/** An address of the web, as it is opened from a page; null for anything else. */
export function webUrl(text: string | null, base: string): string | null {
  if (text === null || text.length > LONGEST_URL || !URL.canParse(text.trim(), base)) return null
  const url = new URL(text.trim(), base)
  return url.protocol === 'http:' || url.protocol === 'https:' ? url.href : null
}
