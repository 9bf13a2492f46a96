/** What an HTTP status means for someone who asked for a page. */
export function meaningOf(status: number): string {
  if (status === 401 || status === 403) return 'it does not let us in'
  if (status === 404) return 'there is nothing at this address'
  if (status === 410) return 'what was here is gone for good'
  if (status === 429) return 'we asked too often'
  if (status >= 500) return 'it has trouble of its own'
  return 'it did not give the page'
}

/** Milliseconds that a `Retry-After` header asks to wait, as seconds or as a date; null without one. */
export function retryAfterMs(header: string | undefined, now: number): number | null {
  if (!header) return null
  if (/^\d+$/.test(header.trim())) return Number(header) * 1000
  const at = /^\s*[a-z]{3}/i.test(header) ? Date.parse(header) : Number.NaN
  return Number.isNaN(at) ? null : Math.max(0, at - now)
}
