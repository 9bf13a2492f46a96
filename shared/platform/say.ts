import { inWords } from './language'
import type { Message } from '#core/message'

/** The sentences of some codes in one language. */
export type Sentences<M> = { [C in keyof M]: (params: M[C]) => string }

/**
 * Says messages in the words of some tables. A code that none of them has is said as it is: nothing is lost,
 * and it is seen. What older releases stored as a sentence has the code `text`.
 */
export function speaker(...tables: object[]): (message: Message) => string {
  const all: Record<string, (params: Message['params']) => string> = Object.assign({}, ...tables)
  const sentences = inWords(all)
  return ({ code, params }) =>
    code === 'text' ? String(params['text']) : (sentences[code]?.(params) ?? code)
}

const dayFormat = new Intl.DateTimeFormat('en-GB', {
  timeZone: 'UTC',
  weekday: 'short',
  day: 'numeric',
  month: 'short',
})
/** A day (`YYYY-MM-DD`) as it is spoken of: `Mon 1 Mar`. */
export const sayDay = (day: string): string => dayFormat.format(Date.parse(`${day}T12:00:00Z`))

/** A moment as it is spoken of in a zone: `Mon 1 Mar, 07:00`. */
export const sayMoment = (at: string, zone: string): string =>
  new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).format(Date.parse(at))
