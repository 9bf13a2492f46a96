import { verdictOf } from '#core/dispatch'
import { note } from '#shared/messages'
import { realNow } from '#server/platform/clock'
import { ProblemError } from '#server/platform/http/problem'
import type { HttpResponse } from '#server/platform/net/httpRequest'
import { retryAfterMs } from '#server/platform/net/meanings'
import type { Attempt } from './attempt'

/** What an answer of HTTP makes of a try. */
export function answered({ status, headers }: HttpResponse): Attempt {
  const verdict = verdictOf(status)
  const message = verdict === 'taken' ? [] : [note('handed.answered', { status })]
  return { verdict, status, message, waitMs: retryAfterMs(headers['retry-after'], realNow()) }
}

/** What a try without an answer is: it is made again. Throws what is no refusal of ours. */
export function unanswered(error: unknown): Attempt {
  if (!(error instanceof ProblemError)) throw error
  return { verdict: 'again', status: null, message: [error.reason], waitMs: null }
}
