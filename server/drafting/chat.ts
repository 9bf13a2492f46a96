import type { ChatMessage } from '#shared/drafting/types'
import { LIMITS } from '#shared/platform/limits'
import { realNow } from '#server/platform/clock'
import { problem, type ProblemError } from '#server/platform/http/problem'
import { httpRequest, type HttpResponse } from '#server/platform/net/httpRequest'
import { retryAfterMs } from '#server/platform/net/meanings'
import { writersPatience } from '#server/platform/net/patience'
import { ChatStream, errorIn, wholeAnswer } from './chatAnswer'
import type { Model } from './model'
import { tokensOf } from './spending'

/** What a model answers, in bytes: with all that a stream of words has around them. */
const ANSWER_BYTES = 2 * 1024 * 1024
/** The freest there is, as servers count it. */
const FREEST = 1.2

export interface Written {
  text: string
  /** As its server counted, or else about. */
  tokens: number
}

/**
 * Asks a model for one answer, in the shape of chat completions, and gives what there is of it as it grows.
 * One that writes on and on is cut. Throws ProblemErrors that say what its server answers, or that it gives
 * none.
 */
export async function askChat(
  model: Model,
  messages: ChatMessage[],
  onText: (text: string) => void,
  signal: AbortSignal,
): Promise<Written> {
  const full = new AbortController()
  const stream = new ChatStream((text) => {
    onText(text)
    if (text.length >= LIMITS.drafting.answer) full.abort()
  })
  const written = (text: string, counted: number | null): Written => ({
    text: text.slice(0, LIMITS.drafting.answer),
    tokens: counted ?? tokensOf([...messages, { role: 'assistant', content: text }]),
  })
  let answer: HttpResponse
  try {
    answer = await httpRequest(model.address, {
      method: 'POST',
      headers: {
        'content-type': 'application/json',
        accept: 'text/event-stream, application/json',
        ...(model.key === null ? {} : { authorization: `Bearer ${model.key}` }),
      },
      body: JSON.stringify(bodyOf(model, messages)),
      maxBytes: ANSWER_BYTES,
      patience: writersPatience(),
      signal: AbortSignal.any([signal, full.signal]),
      onPiece: (piece, { status, headers }) => {
        if (status === 200 && isStream(headers)) stream.take(piece)
      },
    })
  } catch (error) {
    if (full.signal.aborted) return written(stream.text, stream.tokens)
    throw error
  }
  if (answer.status !== 200) throw refusalOf(model.host, answer)
  if (stream.error !== null) throw problem('modelRefused', model.host, answer.status, stream.error)
  const whole = isStream(answer.headers) ? stream.whole() : wholeAnswer(answer.body)
  if (whole === null) throw problem('modelBroken', model.host)
  return written(whole.text, whole.tokens)
}

const bodyOf = ({ name, freedom, answerTokens }: Model, messages: ChatMessage[]): object => ({
  model: name,
  messages,
  max_tokens: answerTokens,
  temperature: Math.round(freedom * FREEST) / 100,
  stream: true,
  stream_options: { include_usage: true },
})

const isStream = (headers: HttpResponse['headers']): boolean =>
  (headers['content-type'] ?? '').toLowerCase().startsWith('text/event-stream')

function refusalOf(host: string, { status, headers, body }: HttpResponse): ProblemError {
  if (status === 401 || status === 403) return problem('modelKey', host)
  if (status === 429)
    return problem(
      'modelWaits',
      host,
      Math.ceil((retryAfterMs(headers['retry-after'], realNow()) ?? 0) / 1000),
    )
  return problem('modelRefused', host, status, errorIn(body) ?? '')
}
