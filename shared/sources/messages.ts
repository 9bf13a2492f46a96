import type { FeedMessages } from '#core/feed/messages'
import type { FormatMessages } from '#core/formats/messages'
import { speaker, type Sentences } from '#shared/platform/say'

type OpmlMessages = Pick<FormatMessages, Extract<keyof FormatMessages, `opml.${string}`>>

/** What is said of sources besides what `core` finds. */
export interface SourceMessages {
  'source.new-ids': object
  'source.too-many': { sources: number; most: number }
  'source.not-kept': object
  'source.not-added': object
  'source.stopped': object
  'source.may-not-add': object
  'source.hub-answered': { status: number }
}

export const sourceMessages: Sentences<FeedMessages & OpmlMessages & SourceMessages> = {
  'feed.not-utf8': () => 'The text is called UTF-8 but is not.',
  'feed.unknown-charset': ({ charset }) => `The character set “${charset}” is not known.`,
  'feed.is-utf8': ({ charset }) => `The text is called ${charset} but is UTF-8.`,
  'feed.charset-guessed': ({ charset }) => `The character set is not stated; it was taken for ${charset}.`,
  'feed.forbidden-characters': () => 'Characters that XML forbids were left out.',
  'feed.own-entities': () => 'The document declares entities of its own; none was expanded.',
  'feed.cdata-open': () => 'A CDATA section is not closed; it was closed at the end.',
  'feed.bare-ampersands': () => 'Ampersands stand bare; they were read as such.',
  'feed.ends-early': () => 'The document ends before its elements do; they were closed there.',
  'feed.not-closed': () => 'Elements are not closed; they were closed where the one around them is.',
  'feed.words-outside': () => 'Words stand before or behind the feed; they were left out.',
  'feed.many-items': ({ items, kept }) =>
    `It holds ${items} items; the first and the last ${kept} were read.`,
  'feed.long-text': ({ characters }) => `A text is longer than ${characters} characters; it was cut there.`,
  'feed.json-mended': () => 'The JSON is damaged; it was mended.',
  'feed.in-a-page': () => 'The feed stands inside a web page; it was taken out.',
  'feed.same-ids': () => 'Several items have one id; they were told apart by their addresses.',
  'feed.empty': () => 'The address answered, but with nothing in it.',
  'feed.too-deep': ({ most }) => `This has elements more than ${most} deep; no feed has.`,
  'feed.damaged-json': () => 'This JSON is damaged, and what can be read of it is no JSON Feed.',
  'feed.other-json': () => 'This is JSON, but not a JSON Feed: it has no version and no items.',
  'feed.unreadable-json': ({ trouble }) => `This JSON can’t be read: ${trouble || 'it is cut or damaged'}.`,
  'feed.none': () => 'This is neither RSS, Atom nor JSON Feed.',
  'feed.sign-in-page': () => 'This is a page that asks to sign in, not a feed.',
  'feed.page': () => 'This is a web page, not a feed.',
  'opml.folders-too-deep': ({ most }) =>
    `Folders lie more than ${most} deep in each other; no list of sources has that.`,
  'opml.too-deep': () => 'Its elements lie deeper in each other than those of any list of sources.',
  'opml.none': () => 'This is not an OPML file: it has no opml element.',
  'opml.no-address': ({ text }) => `“${text}” is not a web address.`,
  'source.too-many': ({ sources, most }) => `The file names ${sources} sources; the first ${most} are taken.`,
  'source.new-ids': () => 'It changes the ids of its articles; they were told by their addresses.',
  'source.not-kept': () => 'It could not be kept; the server’s log says why.',
  'source.not-added': () => 'It could not be added; the server’s log says why.',
  'source.stopped': () => 'Stopped before it was added.',
  'source.may-not-add': () => 'Whoever read the file in may not add sources any more.',
  'source.hub-answered': ({ status }) => `The hub answered ${status}.`,
}

/** What had to be put right in a feed, or why something is none. */
export const saySource = speaker(sourceMessages)
