import type { Message } from '#core/message'
import {
  isListOf,
  isMapOf,
  isNumber,
  isShape,
  isText,
  readJson,
  readTexts,
  type Is,
} from '#shared/platform/json'

/** Ids of accounts as a row holds them; null where it says nothing. */
export const accountIdsIn = (json: string | null): string[] | null => (json === null ? null : readTexts(json))

/** Ids of accounts as a row holds them: none chosen says nothing. */
export const accountIdsJson = (ids: string[] | null): string | null =>
  ids === null || ids.length === 0 ? null : JSON.stringify([...new Set(ids)])

export const ownSitesOf = ({ own_sites_json }: { own_sites_json: string }): string[] =>
  readTexts(own_sites_json)

const isStored: Is<string | Message> = (value): value is string | Message => isText(value) || isMessage(value)
const isMessage = isShape<Message>({
  code: isText,
  params: isMapOf((value): value is string | number => isText(value) || isNumber(value)),
})

/** A message as a row holds it; older releases stored the sentence itself. */
export const messageIn = (stored: string | Message): Message =>
  typeof stored === 'string' ? { code: 'text', params: { text: stored } } : stored

/** Messages as a row holds them. */
export const messagesIn = (json: string): Message[] => readJson(json, isListOf(isStored)).map(messageIn)

/** Problems of a file's lines as a row holds them. */
export const problemsIn = (json: string): { line: number; message: Message }[] =>
  readJson(
    json,
    isListOf(isShape<{ line: number; message: string | Message }>({ line: isNumber, message: isStored })),
  ).map(({ line, message }) => ({ line, message: messageIn(message) }))
