/** Milliseconds that a `Retry-After` header asks to wait, as seconds or as a date; null without one. */
export function retryAfterMs(header: string | undefined, now: number): number | null {
  if (!header) return null
  if (/^\d+$/.test(header.trim())) return Number(header) * 1000
  const at = /^\s*[a-z]{3}/i.test(header) ? Date.parse(header) : Number.NaN
  return Number.isNaN(at) ? null : Math.max(0, at - now)
}
