import { isListOf, isNumber, isOneOf, isShape, isText, type Is } from '#shared/platform/json'

// How an archive of a brand lies in its ZIP: `archive.json` says what is in it; rows lie in parts, pictures
// beside them. docs/archive.schema.json describes it whole.

export const FORMAT = 'clear-quill-archive'
/** Raised when a release could no longer read what this one writes. */
export const FORMAT_VERSION = 1
export const MANIFEST = 'archive.json'

/** Some rows of a table, in a file of their own. */
export interface ArchivePart {
  table: string
  file: string
  rows: number
}

/** What an archive says of itself. */
export interface Manifest {
  format: typeof FORMAT
  version: number
  /** The release that wrote it, and when. */
  product: string
  madeAt: string
  brand: string
  /** Who worked on the brand, for readers: rows name people by id. */
  people: { id: string; name: string }[]
  parts: ArchivePart[]
}

export const isManifest: Is<Manifest> = isShape<Manifest>({
  format: isOneOf(FORMAT),
  version: isNumber,
  product: isText,
  madeAt: isText,
  brand: isText,
  people: isListOf(isShape<{ id: string; name: string }>({ id: isText, name: isText })),
  parts: isListOf(isShape<ArchivePart>({ table: isText, file: isText, rows: isNumber })),
})

/** Where the content of a picture lies, by its table and what tells its row apart. */
export const pictureFile = (table: string, key: readonly (string | number)[]): string =>
  `pictures/${table}/${key.join('-')}`
