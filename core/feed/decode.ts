import { message } from '../messages'
import type { Message } from '../message'
import { analyse } from 'chardet'
import iconv from 'iconv-lite'

export interface Decoded {
  text: string
  repairs: Message[]
}

/** Bytes that a guess looks at; the words of a feed tell its character set long before. */
const GUESS_FROM = 65_536

// What a label means in practice (WHATWG Encoding Standard §4.2): the wider set that contains the one it
// names.
const WIDER: Record<string, string> = {
  ascii: 'windows-1252',
  usascii: 'windows-1252',
  latin1: 'windows-1252',
  iso88591: 'windows-1252',
  iso88599: 'windows-1254',
  latin5: 'windows-1254',
  iso885911: 'windows-874',
  tis620: 'windows-874',
  gb2312: 'gb18030',
  gbk: 'gb18030',
  xgbk: 'gb18030',
  big5: 'big5hkscs',
  euckr: 'cp949',
  ksc56011987: 'cp949',
  ksc5601: 'cp949',
  shiftjis: 'cp932',
  sjis: 'cp932',
  xsjis: 'cp932',
  windows31j: 'cp932',
  xeucjp: 'euc-jp',
  utf16: 'utf-16le',
  xmacroman: 'macintosh',
  unicode11utf8: 'utf8',
}

/**
 * Bytes as text. The character set is taken from a byte-order mark, else the HTTP header, else the document's
 * own declaration, else from the bytes themselves. A statement that the bytes contradict is not believed and
 * that is named as a repair. iconv-lite is used since Node 20's own TextDecoder maps windows-1252 wrongly.
 */
export function decodeBytes(body: Uint8Array, contentType: string | null): Decoded {
  const mark = byteOrderMark(body)
  if (mark) return { text: iconv.decode(body.subarray(mark.length), mark.charset), repairs: [] }
  const unmarked = charsetOfZeros(body)
  if (unmarked) return { text: iconv.decode(body, unmarked), repairs: [] }
  return fromStatements(body, contentType)
}

function fromStatements(body: Uint8Array, contentType: string | null): Decoded {
  const repairs: Message[] = []
  const utf8 = asUtf8(body)
  for (const stated of [charsetOfHeader(contentType), charsetOfDeclaration(body)]) {
    if (stated === null) continue
    const text = isUtf8(stated) ? utf8 : decodeAs(body, stated)
    if (text === null) {
      repairs.push(
        isUtf8(stated)
          ? message('feed.not-utf8')
          : message('feed.unknown-charset', { charset: stated.slice(0, 40) }),
      )
    } else if (!isUtf8(stated) && utf8 !== null && isMuchUtf8(body, stated)) {
      repairs.push(message('feed.is-utf8', { charset: stated.slice(0, 40) }))
    } else {
      return { text, repairs }
    }
  }
  if (utf8 !== null) return { text: utf8, repairs }
  const guess = guessOf(body)
  repairs.push(message('feed.charset-guessed', { charset: guess }))
  return { text: decodeAs(body, guess) ?? iconv.decode(body, 'windows-1252'), repairs }
}

function asUtf8(body: Uint8Array): string | null {
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(body)
    // ISO-2022-JP is made of ASCII bytes; its shifts into Japanese give it away.
    return text.includes('\x1b$B') || text.includes('\x1b$@') ? null : text
  } catch {
    return null
  }
}

const compact = (charset: string): string => charset.toLowerCase().replace(/[^a-z0-9]/g, '')
const isUtf8 = (charset: string): boolean => ['utf8', 'unicode11utf8'].includes(compact(charset))

/** Text in a character set by its name; null for one that is not known. */
function decodeAs(body: Uint8Array, charset: string): string | null {
  // iconv-lite lacks this one; TextDecoder has it.
  if (compact(charset) === 'iso2022jp') return new TextDecoder('iso-2022-jp').decode(body)
  const wider = WIDER[compact(charset)] ?? charset
  return iconv.encodingExists(wider) ? iconv.decode(body, wider) : null
}

/**
 * Bytes that are valid UTF-8 with several letters of many bytes are hardly ever anything else, whatever a
 * single-byte label says.
 */
function isMuchUtf8(body: Uint8Array, stated: string): boolean {
  if (!/^(ascii|usascii|ansi|iso8859|latin|windows125|cp125|koi8|macintosh)/.test(compact(stated)))
    return false
  let letters = 0
  for (const byte of body) if (byte >= 0xc2 && byte <= 0xf4 && ++letters >= 3) return true
  return false
}

function byteOrderMark(body: Uint8Array): { charset: string; length: number } | null {
  if (body[0] === 0xef && body[1] === 0xbb && body[2] === 0xbf) return { charset: 'utf-8', length: 3 }
  if (body[0] === 0xff && body[1] === 0xfe)
    return body[2] === 0 && body[3] === 0
      ? { charset: 'utf-32le', length: 4 }
      : { charset: 'utf-16le', length: 2 }
  if (body[0] === 0xfe && body[1] === 0xff) return { charset: 'utf-16be', length: 2 }
  return null
}

/** UTF-16 without mark shows as a NUL byte beside the first bracket (XML 1.0 appendix F). */
function charsetOfZeros(body: Uint8Array): string | null {
  const isOpening = (byte: number | undefined): boolean => byte === 0x3c || byte === 0x7b
  if (isOpening(body[0]) && body[1] === 0) return 'utf-16le'
  return body[0] === 0 && isOpening(body[1]) ? 'utf-16be' : null
}

function charsetOfHeader(contentType: string | null): string | null {
  return /charset\s*=\s*["']?([^\s;"']+)/i.exec(contentType ?? '')?.[1] ?? null
}

/**
 * The name in `<?xml encoding="…"?>`, or in the `meta` element of a web page. A declaration that could be
 * read at all is not in UTF-16, whatever it says.
 */
function charsetOfDeclaration(body: Uint8Array): string | null {
  const head = iconv.decode(body.subarray(0, 2048), 'latin1')
  const isPage = /^\s*(<!doctype html|<html)/i.test(head)
  const pattern = isPage
    ? /<meta[^>]{1,300}?charset\s*=[\s"']*([^"'\s/>;]+)/i
    : /<\?xml[^>]{1,300}?encoding\s*=\s*["']\s*([^"'\s]+)/i
  const stated = pattern.exec(head)?.[1] ?? null
  return stated !== null && /^utf-?16/i.test(stated) ? null : stated
}

/** The likeliest character set, judged by the letters: markup says nothing about it. */
function guessOf(body: Uint8Array): string {
  const head = iconv.decode(body.subarray(0, GUESS_FROM), 'latin1').replace(/<[^<>]*>/g, ' ')
  const found = analyse(iconv.encode(head, 'latin1')).find(
    ({ name }) => !/^(UTF|ASCII|ISO-2022-(KR|CN))/i.test(name),
  )
  return found?.name ?? 'windows-1252'
}
