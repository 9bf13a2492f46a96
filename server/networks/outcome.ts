import { realNow } from '../clock'
import { retryAfterMs } from '../net/meanings'
import { NoAnswer, type Answer } from '../net/outside'
import { ProblemError } from '../problem'
import type { Outcome } from './connector'

/** What an answer other than success means for a post. `why` is the network's own sentence. */
export function outcomeOf(answer: Answer, why: string | null): Outcome {
  const { status } = answer
  const says = why ? `It answered: ${why}` : `It answered ${status}.`
  if (status === 401 || status === 403) return { kind: 'refused', says: `The network no longer accepts this account’s token. ${says}`, tokenRefused: true }
  if (status === 429 || status === 503) return { kind: 'later', says, waitMs: retryAfterMs(answer.headers['retry-after'], realNow()) }
  if (status >= 500) return { kind: 'unknown', says }
  return { kind: 'refused', says }
}

/** What a request without an answer means: whether the post may have arrived is what counts. */
export function outcomeOfFailure(error: unknown): Outcome {
  if (error instanceof NoAnswer) return error.reached ? { kind: 'unknown', says: error.message } : { kind: 'later', says: error.message, waitMs: null }
  if (error instanceof ProblemError) return { kind: 'later', says: error.message, waitMs: null }
  throw error
}

/** JSON of an answer as plain fields; an empty object for anything else. */
export function fieldsOf(answer: Answer): Record<string, unknown> {
  try {
    const value: unknown = JSON.parse(new TextDecoder().decode(answer.body))
    return typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Record<string, unknown>) : {}
  } catch {
    return {}
  }
}

export const textField = (fields: Record<string, unknown>, name: string): string | null => {
  const value = fields[name]
  return typeof value === 'string' && value !== '' ? value : null
}

/** What a failed upload means: nothing was posted yet, so it is tried again unless it was refused for good. */
export const uploadOutcome = (answer: Answer, why: string | null): Outcome => {
  const outcome = outcomeOf(answer, why)
  return outcome.kind === 'unknown' ? { kind: 'later', says: outcome.says, waitMs: null } : outcome
}

/** An upload that was not taken. */
export class NotUploaded extends Error {
  readonly outcome: Outcome

  constructor(outcome: Outcome) {
    super('A picture was not taken.')
    this.outcome = outcome
  }
}

/** A form with a file in it (RFC 7578), as a body and its type. */
export async function formOf(file: { content: Buffer; type: string }, fields: Record<string, string>): Promise<{ body: Uint8Array; type: string }> {
  const form = new FormData()
  form.append('file', new Blob([new Uint8Array(file.content)], { type: file.type }), `picture.${file.type.split('/')[1]}`)
  for (const [name, value] of Object.entries(fields)) form.append(name, value)
  const response = new Response(form)
  return { body: new Uint8Array(await response.arrayBuffer()), type: response.headers.get('content-type')! }
}
