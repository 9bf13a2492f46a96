export interface Word {
  text: string
  /** UTF-16 offset of the first unit. */
  start: number
  /** UTF-16 offset behind the last unit. */
  end: number
}

// One segmenter a language for the life of the module: making one costs more than cutting a headline.
const segmenters = new Map<string, Intl.Segmenter>()

/**
 * The words of a text in reading order, cut by Unicode Annex 29 (with the platform's dictionaries for languages
 * written without spaces). Punctuation and blanks are not words; a number is.
 */
export function words(text: string, language: string | null = null): Word[] {
  const found: Word[] = []
  for (const part of segmenter(language).segment(text)) {
    if (!part.isWordLike) continue
    found.push({ text: part.segment, start: part.index, end: part.index + part.segment.length })
  }
  return found
}

function segmenter(language: string | null): Intl.Segmenter {
  const key = language ?? 'und'
  let known = segmenters.get(key)
  if (!known) {
    known = new Intl.Segmenter(isLanguageTag(key) ? key : 'und', { granularity: 'word' })
    segmenters.set(key, known)
  }
  return known
}

function isLanguageTag(tag: string): boolean {
  try {
    return Intl.getCanonicalLocales(tag).length === 1
  } catch {
    return false
  }
}
