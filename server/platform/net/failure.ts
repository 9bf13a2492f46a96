import type { NoAnswer } from '#shared/platform/refusals'
import { problem, ProblemError } from '../http/problem'
import { patience } from './patience'
import type { Patience } from './types'

/** A request that got no answer. `reached` is whether the other side may have acted on it. */
export class NoResponse extends ProblemError {
  readonly reached: boolean

  constructor(host: string, why: NoAnswer, reached: boolean, waited = patience()) {
    const { code, body, reason } = problem('noAnswer', host, why, secondsOf(why, waited))
    super(code, body, reason)
    this.reached = reached
  }
}

const NOT_REACHED = new Set([
  'ECONNREFUSED',
  'ENOTFOUND',
  'EHOSTUNREACH',
  'ENETUNREACH',
  'UND_ERR_CONNECT_TIMEOUT',
])

/** What a low-level fault means to somebody who waits for the answer. */
export function failure(host: string, error: unknown, waited: Patience): NoResponse {
  const code = String((error as NodeJS.ErrnoException).code ?? '')
  if (code === 'EPROTO' || code.startsWith('ERR_SSL')) return new NoResponse(host, 'no-tls', false)
  if (code.startsWith('ERR_TLS') || /CERT|SELF_SIGNED|UNABLE_TO_VERIFY/.test(code))
    return new NoResponse(host, 'certificate', false)
  const name = error instanceof Error ? error.name : ''
  const why = name === 'TimeoutError' || code === 'ABORT_ERR' ? 'whole' : (MEANINGS[code] ?? 'failed')
  return new NoResponse(host, why, !NOT_REACHED.has(code), waited)
}

/** How long was waited before it was given up so. */
function secondsOf(why: NoAnswer, { whole, connect, headers }: Patience): number {
  const ms = { whole, connect, headers }[why as string] ?? 0
  return Math.round(ms / 1000)
}

const MEANINGS: Partial<Record<string, NoAnswer>> = {
  ECONNREFUSED: 'refused',
  ECONNRESET: 'cut',
  EPIPE: 'cut',
  UND_ERR_SOCKET: 'cut-short',
  UND_ERR_CONNECT_TIMEOUT: 'connect',
  UND_ERR_HEADERS_TIMEOUT: 'headers',
  UND_ERR_BODY_TIMEOUT: 'body',
  UND_ERR_RES_CONTENT_LENGTH_MISMATCH: 'length',
  UND_ERR_HEADERS_OVERFLOW: 'headers-long',
  HPE_INVALID_CONSTANT: 'no-http',
  HPE_INVALID_HEADER_TOKEN: 'no-http',
  HPE_INVALID_CONTENT_LENGTH: 'no-length',
  EHOSTUNREACH: 'no-way',
  ENETUNREACH: 'no-way',
}
