import type { Message } from '#core/message'
import { note, quoted } from '#shared/messages'
import { parseJson } from '#shared/platform/json'
import { LIMITS } from '#shared/platform/limits'
import { webUrlOf } from '#server/platform/net/address'
import { realNow } from '#server/platform/clock'
import { retryAfterMs } from '#server/platform/net/meanings'
import { NoResponse, type HttpResponse } from '#server/platform/net/httpRequest'
import { ProblemError } from '#server/platform/http/problem'
import type { Found, Outcome } from './connector'

/** Two clocks may differ by this much when posts are compared by time. */
export const CLOCK_SLACK_MS = 10 * 60_000

/** A network that wants us to wait is not asked again within this time, whatever it says. */
const LEAST_WAIT_MS = 1_000

/**
 * What an answer that does not name the post means. `why` is the network's own sentence. A success without
 * what was asked for, and a fault of the server's own, leave open whether the post is there.
 */
export function outcomeOf(answer: HttpResponse, why: string | null): Outcome {
  const { status } = answer
  const message = [why ? note('network.said', { text: why }) : note('network.answered', { status })]
  if (status === 401 || status === 403)
    return { kind: 'signed-out', message: [note('network.token-over'), ...message] }
  if (status === 429 || status === 503)
    return { kind: 'later', message, waitMs: waitOf(answer), isPause: true }
  // 408, 425: it did not read the request to its end, or did not want to (RFC 9110 §15.5.9, RFC 8470 §5.2).
  if (status === 408 || status === 425) return { kind: 'later', message, waitMs: null }
  if (status >= 500 || status < 300) return { kind: 'unknown', message }
  return { kind: 'refused', message }
}

/**
 * How long a network wants us to wait: `Retry-After` (RFC 9110 §10.2.3), or the end of its window in the
 * usual headers.
 */
export function waitOf(answer: HttpResponse): number | null {
  const wait = retryAfterMs(answer.headers['retry-after'], realNow()) ?? resetMs(answer)
  return wait === null ? null : Math.max(LEAST_WAIT_MS, wait)
}

/**
 * `X-RateLimit-Reset` as a date (Mastodon-compatible servers), `RateLimit-Reset` as seconds since 1970 (AT
 * Protocol servers).
 */
function resetMs({ headers }: HttpResponse): number | null {
  const text = headers['x-ratelimit-reset'] ?? headers['ratelimit-reset']
  if (text === undefined) return null
  const at = /^\d+$/.test(text) ? Number(text) * 1000 : Date.parse(text)
  return Number.isNaN(at) ? null : Math.max(0, at - realNow())
}

const NEVER_LEFT = new Set(['noAddress', 'privateAddress', 'unknownHost'])

/** What a request without an answer means: whether the post may have arrived is what counts. */
export function outcomeOfFailure(error: unknown): Outcome {
  if (error instanceof NotTaken) return error.outcome
  if (!(error instanceof ProblemError)) throw error
  const neverArrived = error instanceof NoResponse ? !error.reached : NEVER_LEFT.has(error.code)
  return neverArrived
    ? { kind: 'later', message: [error.reason], waitMs: null }
    : { kind: 'unknown', message: [error.reason] }
}

/** A network that can't be reached now may be asked later. */
export function noWord(error: unknown): Found {
  if (error instanceof NotTaken) return { kind: 'no-word', message: error.messages }
  if (error instanceof ProblemError) return { kind: 'no-word', message: [error.reason] }
  throw error
}

/** JSON of an answer as plain fields; an empty object for anything else. */
export function fieldsOf(answer: Pick<HttpResponse, 'body'>): Record<string, unknown> {
  const value = jsonOf(answer)
  return typeof value === 'object' && value !== null && !Array.isArray(value)
    ? (value as Record<string, unknown>)
    : {}
}

/** A list of objects in an answer; null for anything else. */
export function listOf(answer: Pick<HttpResponse, 'body'>): Record<string, unknown>[] | null {
  const value = jsonOf(answer)
  return Array.isArray(value) ? (value as Record<string, unknown>[]) : null
}

/** A list of objects in fields of an answer; empty for anything else. */
export function listIn(fields: Record<string, unknown>, name: string): Record<string, unknown>[] {
  const value = fields[name]
  return Array.isArray(value)
    ? value.filter((one): one is Record<string, unknown> => typeof one === 'object' && one !== null)
    : []
}

function jsonOf({ body }: Pick<HttpResponse, 'body'>): unknown {
  if (body.length > LIMITS.networkBytes) return null
  try {
    return parseJson(new TextDecoder().decode(body))
  } catch {
    return null
  }
}

export const textField = (fields: Record<string, unknown>, name: string): string | null => {
  const value = fields[name]
  return typeof value === 'string' && value !== '' ? value : null
}

/** An address of the web in an answer; null for anything else, such as `javascript:`. */
export const webField = (fields: Record<string, unknown>, name: string): string | null =>
  webUrlOf(textField(fields, name))

export function objectField(fields: Record<string, unknown>, name: string): Record<string, unknown> {
  const value = fields[name]
  return typeof value === 'object' && value !== null && !Array.isArray(value)
    ? (value as Record<string, unknown>)
    : {}
}

/** Something on the way to a post that was not taken, before anything was posted. */
export class NotTaken extends Error {
  readonly outcome: Outcome

  constructor(outcome: Outcome) {
    super(`not taken: ${outcome.kind}`)
    this.outcome = outcome
  }

  get messages(): Message[] {
    return 'message' in this.outcome ? this.outcome.message : []
  }
}

/**
 * What a failure before the post itself means: nothing is there, so it is tried again unless it was refused
 * for good.
 */
export function notTaken(answer: HttpResponse, why: string | null): NotTaken {
  const outcome = outcomeOf(answer, why)
  return new NotTaken(
    outcome.kind === 'unknown' ? { kind: 'later', message: outcome.message, waitMs: null } : outcome,
  )
}

/**
 * Asks for something that comes before the post: without an answer nothing was posted, so it is only a matter
 * of time.
 */
export async function beforePost<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof ProblemError)
      throw new NotTaken({ kind: 'later', message: [error.reason], waitMs: null })
    throw error
  }
}

/** What a network said in its own words; where it said nothing, its status. */
export const wordsOf = (answer: Pick<HttpResponse, 'status'>, why: string | null): Message[] => [
  why ? quoted(why) : note('network.answered', { status: answer.status }),
]

/** A form with a file in it (RFC 7578), as a body and its type. */
export async function formOf(
  file: { content: Buffer; type: string },
  fields: Record<string, string>,
): Promise<{ body: Uint8Array; type: string }> {
  const form = new FormData()
  form.append(
    'file',
    new Blob([new Uint8Array(file.content)], { type: file.type }),
    `picture.${file.type.split('/')[1]}`,
  )
  for (const [name, value] of Object.entries(fields)) form.append(name, value)
  const response = new Response(form)
  return { body: new Uint8Array(await response.arrayBuffer()), type: response.headers.get('content-type')! }
}

export const bearer = (token: string): Record<string, string> => ({
  authorization: `Bearer ${token}`,
  accept: 'application/json',
})
