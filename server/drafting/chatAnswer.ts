import { createParser } from 'eventsource-parser'
import { isListOf, isNumber, isObject, isText, parseJson } from '#shared/platform/json'

/** Characters of what a server says went wrong that are shown. */
const SAID = 200

const field = (value: unknown, name: string): unknown =>
  isObject(value) ? (Reflect.get(value, name) as unknown) : undefined
const first = (value: unknown): unknown => (isListOf((_): _ is unknown => true)(value) ? value[0] : undefined)

function jsonOf(text: string): unknown {
  try {
    return parseJson(text)
  } catch {
    return undefined
  }
}

/** What a server says went wrong, in one line; null for nothing. */
export function errorOf(value: unknown): string | null {
  const error = field(value, 'error')
  const message = isText(error) ? error : (field(error, 'message') ?? field(value, 'message'))
  return isText(message) ? message.replace(/\s+/g, ' ').trim().slice(0, SAID) : null
}
export const errorIn = (body: Uint8Array): string | null =>
  errorOf(jsonOf(new TextDecoder().decode(body.subarray(0, 64 * 1024))))

const countOf = (value: unknown): number | null => {
  const total = field(field(value, 'usage'), 'total_tokens')
  return isNumber(total) && Number.isFinite(total) && total >= 0 ? Math.round(total) : null
}

/** An answer in one piece; null where it is none. A call of a tool in it is nothing that is looked at. */
export function wholeAnswer(body: Uint8Array): { text: string; tokens: number | null } | null {
  const value = jsonOf(new TextDecoder().decode(body))
  const message = field(first(field(value, 'choices')), 'message')
  if (!isObject(message)) return null
  const content = field(message, 'content')
  return { text: isText(content) ? content : '', tokens: countOf(value) }
}

/** An answer that comes word by word, as server-sent events (WHATWG HTML §9.2). */
export class ChatStream {
  text = ''
  tokens: number | null = null
  error: string | null = null
  #isChat = false
  readonly #decoder = new TextDecoder()
  readonly #parser

  constructor(onText: (text: string) => void) {
    this.#parser = createParser({
      onEvent: ({ data }) => {
        if (data === '[DONE]') return void (this.#isChat = true)
        const value = jsonOf(data)
        this.error ??= field(value, 'error') === undefined ? null : errorOf(value)
        this.tokens = countOf(value) ?? this.tokens
        const choices = field(value, 'choices')
        if (choices === undefined) return
        this.#isChat = true
        const piece = field(field(first(choices), 'delta'), 'content')
        if (!isText(piece) || piece === '') return
        this.text += piece
        onText(this.text)
      },
    })
  }

  take(piece: Uint8Array): void {
    this.#parser.feed(this.#decoder.decode(piece, { stream: true }))
  }

  /** What came, as it ended; null where it was no such stream. */
  whole(): { text: string; tokens: number | null } | null {
    return this.#isChat ? { text: this.text, tokens: this.tokens } : null
  }
}
