import { withoutEnd } from '../text/ends'
import { isTrackingMark } from './trackingMarks'

/**
 * A key under which two addresses of the same page are equal. It is not an address to open:
 * http and https are equal, the host is in lower case without a leading `www.`, default port, fragment
 * (but a `#!…` one) and tracking marks are off, escapes are in RFC 3986 §6 normal form, a trailing slash is
 * off, the query stays in its order. A text that is no web address is returned trimmed.
 */
export function canonicalUrl(url: string): string {
  const parsed = parseWebUrl(url)
  if (!parsed) return url.trim()
  const host = hostOf(parsed.hostname)
  const port = parsed.port && parsed.port !== '80' && parsed.port !== '443' ? `:${parsed.port}` : ''
  const path = withoutEnd(normaliseEscapes(parsed.pathname), '/')
  const fragment = parsed.hash.startsWith('#!') ? parsed.hash : ''
  return `https://${host}${port}${path}${keptQuery(parsed.search)}${fragment}`
}

/** The host without a leading `www.` (unless a suffix alone would be left) and without the root's dot. */
function hostOf(hostname: string): string {
  const host = (withoutEnd(hostname, '.') || hostname).replace(/^www\.(?=[^.]+\.)/, '')
  // Without its dots a number may be an IP address, which has one way to be written.
  return host !== hostname && URL.canParse(`https://${host}/`) ? new URL(`https://${host}/`).hostname : host
}

function parseWebUrl(url: string): URL | null {
  try {
    const parsed = new URL(url.trim())
    return parsed.protocol === 'http:' || parsed.protocol === 'https:' ? parsed : null
  } catch {
    return null
  }
}

/** The query without tracking marks, in its own order, with `?` in front unless nothing is left. */
function keptQuery(search: string): string {
  const kept = search
    .replace(/^\?/, '')
    .split('&')
    .filter((pair) => pair !== '' && !isTrackingMark(decodeLeniently(pair.split('=', 1)[0]!)))
    .map(normaliseEscapes)
  return kept.length > 0 ? `?${kept.join('&')}` : ''
}

/** RFC 3986 §6.2.2: escapes in upper case, and none for characters that need none. */
function normaliseEscapes(text: string): string {
  return text.replace(/%[0-9a-f]{2}/gi, (escape) => {
    const character = String.fromCharCode(Number.parseInt(escape.slice(1), 16))
    return /[A-Za-z0-9\-._~]/.test(character) ? character : escape.toUpperCase()
  })
}

function decodeLeniently(text: string): string {
  try {
    return decodeURIComponent(text)
  } catch {
    return text
  }
}
