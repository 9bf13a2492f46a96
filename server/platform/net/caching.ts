type Headers = Record<string, string>

/** What a server gave to recognise what it sent (RFC 9110 §8.8), as it gave it. */
export interface Validators {
  etag: string | null
  last_modified: string | null
}

/** What makes a request conditional (RFC 9110 §13.1): the server need not send again what we have. */
export function conditionsFor(known: Validators): Headers {
  return {
    ...(known.etag ? { 'if-none-match': known.etag } : {}),
    ...(known.last_modified ? { 'if-modified-since': known.last_modified } : {}),
  }
}

/** The validators an answer gives; a 304 that leaves one out keeps the one known (RFC 9111 §3.2). */
export function validatorsOf(headers: Headers, known: Validators | null): Validators {
  return {
    etag: headers['etag'] ?? known?.etag ?? null,
    last_modified: headers['last-modified'] ?? known?.last_modified ?? null,
  }
}

/**
 * Minutes for which an answer is fresh by its own statement (RFC 9111 §4.2.1, §4.2.3): `max-age`, else
 * `Expires` after `Date`, less its age on the way; 0 for `no-store` and `no-cache`; null when it says
 * nothing. A private cache: `s-maxage` is not for us.
 */
export function freshMinutes(headers: Headers): number | null {
  const directives = cacheControl(headers['cache-control'])
  if (directives.has('no-store') || directives.has('no-cache')) return 0
  const lifetime = lifetimeSeconds(directives, headers)
  if (lifetime === null) return null
  const age = Number(headers['age'] ?? 0)
  return Math.max(0, lifetime - (Number.isFinite(age) ? Math.max(0, age) : 0)) / 60
}

function lifetimeSeconds(directives: Map<string, string>, headers: Headers): number | null {
  const maxAge = directives.get('max-age')
  if (maxAge !== undefined) return /^\d+$/.test(maxAge) ? Number(maxAge) : 0
  if (headers['expires'] === undefined) return null
  // RFC 9111 §5.3: an Expires that is no date, such as 0, means already stale.
  const expires = Date.parse(headers['expires'])
  const date = Date.parse(headers['date'] ?? '')
  return Number.isNaN(expires) || Number.isNaN(date) ? 0 : Math.max(0, (expires - date) / 1000)
}

function cacheControl(header: string | undefined): Map<string, string> {
  const parts = (header ?? '').matchAll(/([a-z-]+)\s*(?:=\s*(?:"([^"]*)"|([^\s,"]+)))?/gi)
  return new Map([...parts].map((m) => [m[1]!.toLowerCase(), m[2] ?? m[3] ?? '']))
}
