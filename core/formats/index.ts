export { FormatError } from './errors'
export { readOpml, writeOpml, type OpmlSource, type Read } from './opml'
export { writeFeed, type FeedKind, type FeedToWrite } from './feed'
