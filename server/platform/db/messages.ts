import type { Message } from '#core/message'
import { isListOf, isMapOf, isNumber, isShape, isText, parseJson } from '#shared/platform/json'

declare const stored: unique symbol
/**
 * Messages as a column of text holds them. Its type is no text's, so that nobody shows one as it is stored.
 */
export interface StoredMessages {
  readonly [stored]: true
}

const isMessages = isListOf(
  isShape<Message>({
    code: isText,
    params: isMapOf((value): value is string | number => isText(value) || isNumber(value)),
  }),
)

export function storeMessages(messages: readonly Message[]): StoredMessages {
  const text: unknown = JSON.stringify(messages)
  return text as StoredMessages
}

/** Messages of a column. What is none is a sentence: older releases stored those, and people write some. */
export function messagesOf(column: StoredMessages | string | null): Message[] {
  const text: unknown = column
  if (typeof text !== 'string' || text === '') return []
  if (text.startsWith('[')) {
    try {
      const value = parseJson(text)
      if (isMessages(value)) return value
    } catch {
      // A sentence that begins with a bracket.
    }
  }
  return [{ code: 'text', params: { text } }]
}
