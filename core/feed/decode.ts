import iconv from 'iconv-lite'

export interface Decoded {
  text: string
  repairs: string[]
}

/**
 * Bytes as text. The character set is taken from a byte-order mark, else the HTTP header, else the document's own
 * declaration, else UTF-8; bytes that are no UTF-8 are read as windows-1252 and that is named as a repair.
 * iconv-lite is used since Node 20's own TextDecoder maps windows-1252 wrongly.
 */
export function decodeBytes(body: Uint8Array, contentType: string | null): Decoded {
  const mark = byteOrderMark(body)
  if (mark) return { text: iconv.decode(body.subarray(mark.length), mark.charset), repairs: [] }
  const stated = charsetOfHeader(contentType) ?? charsetOfDeclaration(body)
  const repairs: string[] = []
  if (stated && !isUtf8(stated)) {
    if (iconv.encodingExists(stated)) return { text: iconv.decode(body, stated), repairs }
    repairs.push(`The character set “${stated}” is not known; the text was read as UTF-8.`)
  }
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(body), repairs }
  } catch {
    repairs.push('The text is not valid UTF-8; it was read as windows-1252.')
    return { text: iconv.decode(body, 'windows-1252'), repairs }
  }
}

const isUtf8 = (charset: string): boolean => /^utf-?8$/i.test(charset)

function byteOrderMark(body: Uint8Array): { charset: string; length: number } | null {
  if (body[0] === 0xef && body[1] === 0xbb && body[2] === 0xbf) return { charset: 'utf-8', length: 3 }
  if (body[0] === 0xff && body[1] === 0xfe) return { charset: 'utf-16le', length: 2 }
  if (body[0] === 0xfe && body[1] === 0xff) return { charset: 'utf-16be', length: 2 }
  return null
}

function charsetOfHeader(contentType: string | null): string | null {
  return /charset\s*=\s*"?([^\s;"]+)/i.exec(contentType ?? '')?.[1] ?? null
}

/** The name in `<?xml encoding="…"?>`; a declaration in UTF-16 without mark shows as NUL bytes between letters. */
function charsetOfDeclaration(body: Uint8Array): string | null {
  if (body[0] === 0x3c && body[1] === 0) return 'utf-16le'
  if (body[0] === 0 && body[1] === 0x3c) return 'utf-16be'
  const head = iconv.decode(body.subarray(0, 512), 'latin1')
  return /<\?xml[^>]*?encoding\s*=\s*["']([^"']+)["']/i.exec(head)?.[1] ?? null
}
