import { plainBeginning } from '#core/text'

const TITLE_FROM_TEXT = 90

/** What stands for the title of an article that has none: how its text begins, whole words. */
export function beginningOf(html: string): string {
  const text = plainBeginning(html).replace(/\s+/g, ' ')
  if (text.length <= TITLE_FROM_TEXT) return text
  return `${text.slice(0, text.lastIndexOf(' ', TITLE_FROM_TEXT) + 1 || TITLE_FROM_TEXT).trimEnd()} …`
}
