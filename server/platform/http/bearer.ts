import { getHeader, type H3Event } from 'h3'

const BEARER = /^Bearer +([\w-]{20,200})$/i

/** The token of a request (RFC 6750 §2.1); null where it brings none, '' where it can't be one. */
export function bearerOf(event: H3Event): string | null {
  const given = getHeader(event, 'authorization') ?? ''
  return /^Bearer\b/i.test(given) ? (BEARER.exec(given)?.[1] ?? '') : null
}
