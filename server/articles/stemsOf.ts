import { fold, stem, words } from '#core/text'
import type { TextToStem } from './tasks'

/** The stems of a text's words, and its author's names, as the search index takes them. */
export function stemsOf({ text, author, language }: TextToStem): string {
  const stems = words(text, language).map((word) => stem(word.text, language))
  // A name is found by its beginning and as it is written too, so it stands in both forms, its words side by
  // side.
  const names = words(author ?? '', language).map((word) => word.text)
  return [...stems, ...names.map(fold), ...names.map((name) => stem(name, language))].join(' ')
}
