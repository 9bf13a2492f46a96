import { problem, ProblemError } from '../http/problem'
import { patience } from './patience'

/** A request that got no answer. `reached` is whether the other side may have acted on it. */
export class NoResponse extends ProblemError {
  readonly reached: boolean

  constructor(host: string, why: string, reached: boolean) {
    const { body, code } = problem('noAnswer', host, why)
    super(code, body)
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
export function failure(host: string, error: unknown): NoResponse {
  const code = String((error as NodeJS.ErrnoException).code ?? '')
  if (code === 'EPROTO' || code.startsWith('ERR_SSL'))
    return new NoResponse(host, 'it speaks no TLS there that we could follow', false)
  if (code.startsWith('ERR_TLS') || /CERT|SELF_SIGNED|UNABLE_TO_VERIFY/.test(code))
    return new NoResponse(host, 'its certificate is not valid, so nothing it sends can be trusted', false)
  const name = error instanceof Error ? error.name : ''
  const why =
    name === 'TimeoutError' || code === 'ABORT_ERR'
      ? wholeTime()
      : (meanings()[code] ?? 'the connection failed')
  return new NoResponse(host, why, !NOT_REACHED.has(code))
}

const seconds = (ms: number): string => `${Math.round(ms / 1000)} seconds`
const wholeTime = (): string => `it had not finished within ${seconds(patience().whole)}`

function meanings(): Record<string, string> {
  return {
    ECONNREFUSED: 'it refuses connections',
    ECONNRESET: 'it cut the connection',
    EPIPE: 'it cut the connection',
    UND_ERR_SOCKET: 'it cut the connection before its answer was whole',
    UND_ERR_CONNECT_TIMEOUT: `it could not be reached within ${seconds(patience().connect)}`,
    UND_ERR_HEADERS_TIMEOUT: `it kept silent for ${seconds(patience().headers)}`,
    UND_ERR_BODY_TIMEOUT: 'it stopped in the middle of its answer',
    UND_ERR_RES_CONTENT_LENGTH_MISMATCH: 'its answer is shorter or longer than it said',
    UND_ERR_HEADERS_OVERFLOW: 'its headers are longer than any should be',
    HPE_INVALID_CONSTANT: 'what it sent is not HTTP',
    HPE_INVALID_HEADER_TOKEN: 'what it sent is not HTTP',
    HPE_INVALID_CONTENT_LENGTH: 'its answer states no sensible length',
    EHOSTUNREACH: 'there is no way to it from here',
    ENETUNREACH: 'there is no way to it from here',
  }
}
