import type { FormatMessages } from '#core/formats/messages'
import { speaker, type Sentences } from '#shared/platform/say'

/** What became of what was brought from elsewhere. */
export interface ClippingMessages extends ListMessages {
  'list.too-many': { rows: number; most: number }
  'list.stopped': object
  'list.not-kept': object
  'list.may-not-add': object
}
type ListMessages = Pick<FormatMessages, Extract<keyof FormatMessages, `list.${string}`>>

export const clippingMessages: Sentences<ClippingMessages> = {
  'list.no-address': ({ text }) => (text ? `“${text}” is not a web address.` : 'No address stands here.'),
  'list.too-deep': () => 'Its elements lie deeper in each other than those of any list; the rest was left.',
  'list.no-bookmarks': () => 'This is not a list of addresses: it holds none of them.',
  'list.no-column': () => 'No column of this table holds addresses.',
  'list.without-address': ({ items }) => `${items} of its items have no address.`,
  'list.too-many': ({ rows, most }) => `The file names ${rows} addresses; the first ${most} are taken.`,
  'list.stopped': () => 'Stopped before it was kept.',
  'list.not-kept': () => 'It could not be kept; the server’s log says why.',
  'list.may-not-add': () => 'Whoever read the file in may not add clippings any more.',
}

/** What is wrong with a list, or with a row of it. */
export const sayList = speaker(clippingMessages)
