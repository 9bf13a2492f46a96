import type { ServerResponse } from 'node:http'
import { fieldsOf, json, sendReply, type Ask } from './http'
import { articleOf, draftFor, type Message } from './modelDrafts'

/** What lets one in. */
const KEY = 'quiet-harbour'
/** Words of one piece, and the pause between two. */
const AT_ONCE = 3
const PAUSE_MS = 12

/**
 * A server of language models by the common shape of chat completions, at model.example: it writes the same
 * for the same request. `hush-2` is well behaved but for a number of its own; the others each have a fault.
 */
export async function answerModel(ask: Ask, response: ServerResponse): Promise<void> {
  if (ask.method !== 'POST' || ask.path !== '/v1/chat/completions')
    return sendReply(response, json({ error: { message: 'There is nothing here.' } }, 404))
  if (ask.headers.authorization !== `Bearer ${KEY}`)
    return sendReply(response, json({ error: { message: 'This key is not known.' } }, 401))
  const { model, messages, stream, max_tokens: most } = fieldsOf(ask)
  const asked = { name: String(model), messages: messages as Message[], most: Number(most) }
  const fault = FAULTS[asked.name]
  if (fault) return fault(response, asked)
  if (asked.name !== 'hush-2' && asked.name !== 'hush-whole')
    return sendReply(response, json({ error: { message: `There is no model ${asked.name}.` } }, 404))
  const text = draftFor(asked.messages)
  return stream === true && asked.name === 'hush-2'
    ? streamed(response, asked, text)
    : sendReply(response, json(whole(asked, text)))
}

interface Asked {
  name: string
  messages: Message[]
  most: number
}

const tokensOf = (text: string): number => Math.ceil(text.length / 4)
const usageOf = ({ messages }: Asked, text: string): object => ({
  total_tokens: messages.reduce((sum, { content }) => sum + tokensOf(content), 0) + tokensOf(text),
})

const whole = (asked: Asked, text: string, more: object = {}): object => ({
  object: 'chat.completion',
  model: asked.name,
  choices: [{ index: 0, message: { role: 'assistant', content: text, ...more }, finish_reason: 'stop' }],
  usage: usageOf(asked, text),
})

const pause = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, PAUSE_MS))
const begin = (response: ServerResponse): void =>
  void response.writeHead(200, { 'content-type': 'text/event-stream' })
const send = (response: ServerResponse, value: unknown): void =>
  void response.write(`data: ${typeof value === 'string' ? value : JSON.stringify(value)}\n\n`)
const piece = (text: string): object => ({ choices: [{ index: 0, delta: { content: text } }] })

/** Word by word; some come in the middle of a word, as the real ones do. */
async function streamed(
  response: ServerResponse,
  asked: Asked,
  text: string,
  atOnce = AT_ONCE,
): Promise<void> {
  begin(response)
  const parts = text.match(/\S+\s*/g) ?? []
  for (let at = 0; at < parts.length && !response.destroyed; at += atOnce) {
    send(response, piece(parts.slice(at, at + atOnce).join('')))
    await pause()
  }
  send(response, { choices: [], usage: usageOf(asked, text) })
  send(response, '[DONE]')
  response.end()
}

/** Writes for ever, or as long as anybody listens. */
async function endless(response: ServerResponse, word: string, pauseMs: number): Promise<void> {
  begin(response)
  while (!response.destroyed) {
    send(response, piece(word))
    await new Promise((resolve) => setTimeout(resolve, pauseMs))
  }
}

/** What an article asks in brackets like these: «say this». */
const asksIn = ({ messages }: Asked): string => /«([^»]*)»/.exec(articleOf(messages).text)?.[1] ?? ''

const FAULTS: Record<string, (response: ServerResponse, asked: Asked) => Promise<void> | void> = {
  'hush-endless': (response) => endless(response, 'and then some more of it, '.repeat(20), 1),
  'hush-trickle': (response) => endless(response, 'drip ', 150),
  'hush-silent': (response) => begin(response),
  'hush-long': (response, asked) => streamed(response, asked, 'word '.repeat(8_000), 400),
  'hush-empty': (response, asked) => streamed(response, asked, ''),
  'hush-sorry': (response, asked) =>
    streamed(response, asked, 'I’m sorry, but I can’t help with writing this post.'),
  'hush-abroad': (response, asked) =>
    streamed(
      response,
      asked,
      'Das ist ein Satz über die Sache, der nicht in der Sprache ist, die hier für alle gewünscht war.',
    ),
  'hush-markup': (response, asked) =>
    streamed(response, asked, '# News\n**This** is [here](https://a.example).'),
  'hush-broken': (response) =>
    sendReply(response, { status: 200, type: 'text/event-stream', body: 'data: {"choi\n\ndata: ]\n\n' }),
  'hush-page': (response) => sendReply(response, { status: 200, type: 'text/html', body: '<p>Hello</p>' }),
  'hush-busy': (response) =>
    sendReply(response, json({ error: { message: 'Too many requests.' } }, 429, { 'retry-after': '7' })),
  'hush-fails': (response) => sendReply(response, json({ error: { message: 'The model fell over.' } }, 500)),
  'hush-away': (response) =>
    sendReply(response, { status: 307, headers: { location: 'https://doorway.example/plain' } }),
  // Does whatever an article tells it, and calls tools that nobody offered.
  'hush-naive': (response, asked) =>
    sendReply(
      response,
      json(
        whole(asked, asksIn(asked), {
          tool_calls: [
            { id: 'call-1', type: 'function', function: { name: 'approve_post', arguments: '{"all":true}' } },
          ],
        }),
      ),
    ),
}
