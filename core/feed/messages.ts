/** What had to be put right in a feed, and why something is none, by code. */
export interface FeedMessages {
  'feed.not-utf8': object
  'feed.unknown-charset': { charset: string }
  'feed.is-utf8': { charset: string }
  'feed.charset-guessed': { charset: string }
  'feed.forbidden-characters': object
  'feed.own-entities': object
  'feed.cdata-open': object
  'feed.bare-ampersands': object
  'feed.ends-early': object
  'feed.not-closed': object
  'feed.words-outside': object
  'feed.many-items': { items: number; kept: number }
  'feed.long-text': { characters: number }
  'feed.json-mended': object
  'feed.in-a-page': object
  'feed.same-ids': object
  'feed.empty': object
  'feed.too-deep': { most: number }
  'feed.damaged-json': object
  'feed.other-json': object
  'feed.unreadable-json': { trouble: string }
  'feed.none': object
  'feed.sign-in-page': object
  'feed.page': object
}
