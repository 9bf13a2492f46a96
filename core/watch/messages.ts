import type { Limit } from './types'

/** What is wrong with a query, and why an article is there, by code. */
export interface WatchMessages {
  'watch.no-word': object
  'watch.bracket-closes-nothing': object
  'watch.bracket-open': object
  'watch.brackets-too-deep': { most: number }
  'watch.not-within': { text: string; field: string }
  'watch.word-missing': object
  'watch.word-behind': { text: string }
  'watch.no-field': { name: string; fields: string }
  'watch.age': object
  'watch.whole-number': { behind: string }
  'watch.quote-open': object
  'watch.near-number': object
  'watch.near-phrase': object
  'watch.exact-word': object
  'watch.weight': { most: number }
  'watch.site': object
  'watch.language': object
  'watch.no-letter': { text: string }
  'found.site': { host: string }
  'found.language': { language: string }
  'found.age': { is: Limit['is']; value: number; unit: string }
  'found.count': { is: Limit['is']; value: number; what: string }
  'found.source': { text: string }
  'found.region': { text: string }
  'found.category': { text: string }
  'found.in-title': { text: string; times: number }
  'found.in-text': { text: string; times: number }
  'found.as-author': { text: string; times: number }
}
