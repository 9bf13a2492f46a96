/** What is wrong with a file of sources, by code. */
export interface FormatMessages {
  'opml.folders-too-deep': { most: number }
  'opml.too-deep': object
  'opml.none': object
  'opml.no-address': { text: string }
}
