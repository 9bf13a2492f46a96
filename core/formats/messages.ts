/** What is wrong with a file of sources, or with a list of what was saved elsewhere, by code. */
export interface FormatMessages {
  'opml.folders-too-deep': { most: number }
  'opml.too-deep': object
  'opml.none': object
  'opml.no-address': { text: string }
  'list.no-address': { text: string }
  'list.too-deep': object
  'list.no-bookmarks': object
  'list.no-column': object
  'list.without-address': { items: number }
  'calendar.none': object
  'calendar.no-start': { title: string }
  'calendar.no-day': { title: string; text: string }
  'calendar.too-often': { title: string }
  'calendar.bad-rule': { title: string }
  'calendar.no-zone': { name: string }
  'calendar.too-many': { most: number }
  // What is wrong with a row of a table of posts.
  'bulk.no-text': object
  'bulk.no-account': object
  'bulk.no-link': { text: string }
  'bulk.no-moment': { text: string }
  'bulk.no-such-day': { text: string }
  'bulk.no-time': { text: string }
  'bulk.day-or-month': { text: string }
}
