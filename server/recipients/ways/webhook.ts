import { toInstant } from '#core/instant'
import type { TrialAnswer } from '#shared/recipients/types'
import { realNow } from '#server/platform/clock'
import { problem } from '#server/platform/http/problem'
import { httpRequest, type HttpResponse } from '#server/platform/net/httpRequest'
import { webhookHeaders } from '#server/platform/net/webhookSignature'
import { answered, unanswered } from './answered'
import type { Attempt, OnTheWay, WayOut } from './attempt'

/** An answer is not read beyond this: only its status counts. */
const ANSWER_BYTES = 64 * 1024

/** Posts what was handed on, or happened, as signed JSON (Standard Webhooks). Redirects are not followed. */
export async function toWebhook(way: WayOut, { id, at, type, data }: OnTheWay): Promise<Attempt> {
  try {
    return answered(await post(way, id, { type, timestamp: toInstant(at), data }))
  } catch (error) {
    return unanswered(error)
  }
}

/** Sends a trial. Throws where nothing answers, or something else than that it is taken. */
export async function tryHook(way: WayOut): Promise<TrialAnswer> {
  const begun = realNow()
  const { status } = await post(way, `trial-${begun}`, {
    type: 'trial',
    timestamp: toInstant(begun),
    data: {},
  })
  if (status < 200 || status >= 300) throw problem('webhookRefused', new URL(way.address).hostname, status)
  return { status, ms: realNow() - begun }
}

function post({ address, token }: WayOut, id: string, message: object): Promise<HttpResponse> {
  const body = JSON.stringify(message)
  return httpRequest(address, {
    method: 'POST',
    headers: webhookHeaders(token, { id, at: realNow(), body }),
    body,
    maxBytes: ANSWER_BYTES,
  })
}
