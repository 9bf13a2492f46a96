export { FormatError } from './errors'
export { readOpml, writeOpml, type OpmlSource, type Read } from './opml'
