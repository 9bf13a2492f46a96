import type { FormatMessages } from '#core/formats/messages'
import { speaker, type Sentences } from '#shared/platform/say'

type BulkMessages = Pick<FormatMessages, Extract<keyof FormatMessages, `bulk.${string}`>>

export const bulkMessages: Sentences<BulkMessages> = {
  'bulk.no-text': () => 'It has no text.',
  'bulk.no-account': () => 'It names no account.',
  'bulk.no-link': ({ text }) => `“${text}” is not a web address.`,
  'bulk.no-moment': ({ text }) => `“${text}” is not a day and time; one looks like 2027-03-02 10:00.`,
  'bulk.no-such-day': ({ text }) => `“${text}” is no day of the calendar.`,
  'bulk.no-time': ({ text }) => `“${text}” has no time of day.`,
  'bulk.day-or-month': ({ text }) =>
    `“${text}” may be read two ways; say whether the day or the month is first.`,
}

/** What is wrong with a row of a table of posts. */
export const sayBulk = speaker(bulkMessages)
