import snowball from 'snowball-stemmers'
import { fold } from './fold'

const NAMES: Record<string, string> = {
  da: 'danish', de: 'german', en: 'english', es: 'spanish', fi: 'finnish', fr: 'french', hu: 'hungarian', it: 'italian',
  nb: 'norwegian', nl: 'dutch', nn: 'norwegian', no: 'norwegian', pt: 'portuguese', ro: 'romanian', ru: 'russian', sv: 'swedish',
  tr: 'turkish',
} // prettier-ignore

/** Words of a language whose stems are remembered. */
const REMEMBERED_WORDS = 30_000
const remembered = new Map<string, Map<string, string>>()
const stemmers = new Map<string, { stem(word: string): string }>()

/**
 * The stem of a word by Snowball's rules for the language ('en-GB' counts as 'en'), folded, so that forms of one word
 * are equal. A language without rules, or none, gives the folded word itself.
 */
export function stem(word: string, language: string | null): string {
  const name = language ? NAMES[language.slice(0, 2).toLowerCase()] : undefined
  const known = remembered.get(name ?? '') ?? new Map<string, string>()
  const before = known.get(word)
  if (before !== undefined) return before
  const lower = word.normalize('NFC').toLowerCase().replace(/[’`]/g, "'")
  const found = fold(name ? stemmerFor(name).stem(lower) : lower)
  // A text is mostly made of words that were stemmed before. Emptied when full: what is common comes back at once.
  if (known.size >= REMEMBERED_WORDS) known.clear()
  remembered.set(name ?? '', known.set(word, found))
  return found
}

function stemmerFor(name: string): { stem(word: string): string } {
  const known = stemmers.get(name) ?? snowball.newStemmer(name)
  stemmers.set(name, known)
  return known
}
