import { LIMITS } from '#shared/platform/limits'
import { problem } from '../http/problem'
import type { HttpResponse, HttpRequestOptions } from './types'
import { requestOnce } from './hop'
import { patience } from './patience'

export type { HttpResponse, HttpRequestOptions } from './types'

export { NoResponse } from './failure'

const MOST_REDIRECTS = 5
/**
 * Headers, in lower case, that let somebody in: they go to the origin they were given for, and to no other.
 */
const TOKENS = ['authorization', 'cookie', 'idempotency-key']

const withoutTokens = <A extends HttpRequestOptions>(ask: A): A => ({
  ...ask,
  headers: Object.fromEntries(Object.entries(ask.headers ?? {}).filter(([name]) => !TOKENS.includes(name))),
})

/**
 * The one way out. Only http(s), only the open internet (checked at every redirect, connected to as checked),
 * with limits on time, size after decompression and redirects, and a truthful user agent. A token goes to the
 * origin it was meant for alone. Any status is an answer; throws ProblemError else.
 */
export async function httpRequest(
  address: string | URL,
  ask: HttpRequestOptions = {},
): Promise<HttpResponse> {
  const late = AbortSignal.timeout((ask.patience ?? patience()).whole)
  const deadline = ask.signal ? AbortSignal.any([late, ask.signal]) : late
  const hasToken = TOKENS.some((name) => name in (ask.headers ?? {}))
  const most = ask.method === 'POST' ? 0 : (ask.redirects ?? (hasToken ? 0 : MOST_REDIRECTS))
  const bounded = {
    ...ask,
    maxBytes: ask.maxBytes ?? (hasToken ? LIMITS.networkBytes : LIMITS.responseBytes),
  }
  let url = new URL(address)
  const { origin } = url
  let lastingUrl = url.href
  let lasts = true
  for (let hop = 0; ; hop++) {
    const answer = await requestOnce(url, url.origin === origin ? bounded : withoutTokens(bounded), deadline)
    const location = answer.headers['location']
    if (answer.status < 300 || answer.status >= 400 || answer.status === 304 || !location || most === 0)
      return { ...answer, url: url.href, lastingUrl }
    if (hop >= most) throw problem('tooManyRedirects', url.hostname)
    const next = URL.canParse(location, url) ? new URL(location, url) : null
    if (
      !next ||
      (next.protocol !== 'http:' && next.protocol !== 'https:') ||
      next.username !== '' ||
      next.password !== ''
    )
      throw problem('noAddress', location.slice(0, 80))
    url = next
    lasts &&= answer.status === 301 || answer.status === 308
    if (lasts) lastingUrl = url.href
  }
}
