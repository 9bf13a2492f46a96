import { isbot } from 'isbot'

/**
 * Whether a request for a short link was a person's click, as far as can be told: a GET by something that
 * calls itself a browser and does not say that it only looks ahead (`Sec-Purpose` and its forerunners).
 * Header names in lower case.
 */
export function isPersonClick(request: {
  method: string
  userAgent: string | null
  headers: Record<string, string>
}): boolean {
  if (request.method !== 'GET' || !request.userAgent || isbot(request.userAgent)) return false
  const purposes = ['sec-purpose', 'purpose', 'x-purpose', 'x-moz'].map((name) => request.headers[name] ?? '')
  return !purposes.some((purpose) => /prefetch|preview|prerender/i.test(purpose))
}
