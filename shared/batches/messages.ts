import type { FormatMessages } from '#core/formats/messages'
import type { Message } from '#core/message'
import { speaker, type Sentences } from '#shared/platform/say'

/** What is wrong with a row of a file of posts. */
export interface BatchMessages extends RowMessages {
  'batch.no-such-account': { text: string }
  'batch.which-account': { text: string; first: string; second: string }
  'batch.no-such-pillar': { text: string }
  'batch.no-such-campaign': { text: string }
  'batch.no-picture': { text: string }
  'batch.picture-not-had': { text: string }
  'batch.too-long': { most: number }
  'batch.too-many-hashtags': { most: number }
  'batch.too-many-tags': { most: number }
  'batch.twice': { line: number }
  'batch.stands-there': { account: string }
  'batch.too-heavy': object
  'batch.not-lined-up': object
}
type RowMessages = Pick<FormatMessages, Extract<keyof FormatMessages, `bulk.${string}`>>

export const batchMessages: Sentences<BatchMessages> = {
  'bulk.no-text': () => 'It has no text.',
  'bulk.no-account': () => 'It names no account.',
  'bulk.no-link': ({ text }) => `“${text}” is not a web address.`,
  'bulk.no-moment': ({ text }) => `“${text}” is not a day and time; one looks like 2027-03-02 10:00.`,
  'bulk.no-such-day': ({ text }) => `“${text}” is no day of the calendar.`,
  'bulk.no-time': ({ text }) => `“${text}” has no time of day.`,
  'bulk.day-or-month': ({ text }) =>
    `“${text}” may be read two ways; say whether the day or the month is first.`,
  'batch.no-such-account': ({ text }) => `There is no account “${text}”.`,
  'batch.which-account': ({ text, first, second }) => `“${text}” may be ${first} or ${second}: write it so.`,
  'batch.no-such-pillar': ({ text }) => `There is no pillar “${text}”.`,
  'batch.no-such-campaign': ({ text }) => `There is no campaign “${text}”.`,
  'batch.no-picture': ({ text }) => `No picture “${text}” came with the file.`,
  'batch.picture-not-had': ({ text }) => `No picture could be fetched from “${text}”.`,
  'batch.too-long': ({ most }) => `It has more than ${most} characters.`,
  'batch.too-many-hashtags': ({ most }) => `It has more than ${most} hashtags.`,
  'batch.too-many-tags': ({ most }) => `It has more than ${most} tags.`,
  'batch.twice': ({ line }) => `The same words go to the same account in row ${line}.`,
  'batch.stands-there': ({ account }) => `A post with these words is in line for ${account} already.`,
  'batch.too-heavy': () => 'Looking through it took too long; it may be too long.',
  'batch.not-lined-up': () => 'It could not be lined up; the server’s log says why.',
}

/** What is wrong with a row by its code, with what its sentence needs. */
export const batchNote = <C extends keyof BatchMessages & string>(
  code: C,
  params: BatchMessages[C] & Message['params'],
): Message => ({ code, params })

/** What is wrong with a row of a table of posts. */
export const sayBatch = speaker(batchMessages)
