import snowball from 'snowball-stemmers'
import { fold } from './fold'

const NAMES: Record<string, string> = {
  da: 'danish', de: 'german', en: 'english', es: 'spanish', fi: 'finnish', fr: 'french', hu: 'hungarian', it: 'italian',
  nb: 'norwegian', nl: 'dutch', nn: 'norwegian', no: 'norwegian', pt: 'portuguese', ro: 'romanian', ru: 'russian', sv: 'swedish',
  tr: 'turkish',
} // prettier-ignore

const stemmers = new Map<string, { stem(word: string): string }>()

/**
 * The stem of a word by Snowball's rules for the language ('en-GB' counts as 'en'), folded, so that forms of one word
 * are equal. A language without rules, or none, gives the folded word itself.
 */
export function stem(word: string, language: string | null): string {
  const lower = word.normalize('NFC').toLowerCase().replace(/[’`]/g, "'")
  const rules = stemmerFor(language)
  return fold(rules ? rules.stem(lower) : lower)
}

function stemmerFor(language: string | null): { stem(word: string): string } | null {
  const name = language ? NAMES[language.slice(0, 2).toLowerCase()] : undefined
  if (!name) return null
  let known = stemmers.get(name)
  if (!known) {
    known = snowball.newStemmer(name)
    stemmers.set(name, known)
  }
  return known
}
