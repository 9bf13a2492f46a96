import type { Sentences } from '#shared/platform/say'

/** What the server says of handing on, by code. */
export interface RecipientMessages {
  'handed.answered': { status: number }
  'handed.no-mail': object
  'handed.unconfirmed': object
  'handed.mail-failed': object
  'handed.tried-again': object
  'handed.fault': object
  'handed.gone': object
}

const STATUSES: Record<number, string> = {
  401: 'it wants another token or secret',
  403: 'it does not let us in',
  404: 'there is nothing at this address',
  410: 'the address is gone for good',
  413: 'it is too large for it',
  429: 'it wants fewer at a time',
}

const meaning = (status: number): string =>
  STATUSES[status] ??
  (status >= 500
    ? 'something is wrong there'
    : status >= 300 && status < 400
      ? 'it points elsewhere, which is not followed; enter the address it points to'
      : 'it does not take it')

export const recipientMessages: Sentences<RecipientMessages> = {
  'handed.answered': ({ status }) => `It answered ${status}: ${meaning(status)}.`,
  'handed.no-mail': () => 'This installation has no mail server to send by.',
  'handed.unconfirmed': () => 'Nobody has confirmed an address of it yet.',
  'handed.mail-failed': () => 'The mail server did not take the letter.',
  'handed.tried-again': () => 'What waits for it is kept and tried again, for three days at most.',
  'handed.gone': () => 'The article is gone.',
  'handed.fault': () => 'It could not be sent; the log of the server says more.',
}
