import snowball from 'snowball-stemmers'
import { fold } from './fold'

const NAMES: Record<string, string> = {
  da: 'danish',
  de: 'german',
  en: 'english',
  es: 'spanish',
  fi: 'finnish',
  fr: 'french',
  hu: 'hungarian',
  it: 'italian',
  nb: 'norwegian',
  nl: 'dutch',
  nn: 'norwegian',
  no: 'norwegian',
  pt: 'portuguese',
  ro: 'romanian',
  ru: 'russian',
  sv: 'swedish',
  tr: 'turkish',
}

/** A word as it is compared: folded, and its stem. */
export interface Forms {
  folded: string
  stem: string
}

/** Words of a language whose forms are remembered. */
const REMEMBERED_WORDS = 30_000
const remembered = new Map<string, Map<string, Forms>>()
const stemmers = new Map<string, { stem(word: string): string }>()

/**
 * The stem of a word by Snowball's rules for the language ('en-GB' counts as 'en'), folded, so that forms of
 * one word are equal. A language without rules, or none, gives the folded word itself.
 */
export const stem = (word: string, language: string | null): string => formsFor(language)(word).stem

/** The stems of words in each of the languages there are rules for, and without rules. */
export const stemsInLanguages = (words: string[]): string[][] =>
  [null, ...Object.keys(NAMES)].map((language) => words.map((word) => stem(word, language)))

/**
 * Gives the forms of a language's words, each worked out once: a text is mostly made of words that came
 * before.
 */
export function formsFor(language: string | null): (word: string) => Forms {
  const name = (language ? NAMES[language.slice(0, 2).toLowerCase()] : undefined) ?? ''
  const known = remembered.get(name) ?? new Map<string, Forms>()
  remembered.set(name, known)
  return (word) => {
    const before = known.get(word)
    if (before !== undefined) return before
    const found = { folded: fold(word), stem: stemOf(word, name) }
    // Emptied when full: what is common comes back at once.
    if (known.size >= REMEMBERED_WORDS) known.clear()
    known.set(word, found)
    return found
  }
}

function stemOf(word: string, name: string): string {
  const lower = word.normalize('NFC').toLowerCase().replace(/[’`]/g, "'")
  return fold(name ? stemmerFor(name).stem(lower) : lower)
}

function stemmerFor(name: string): { stem(word: string): string } {
  const known = stemmers.get(name) ?? snowball.newStemmer(name)
  stemmers.set(name, known)
  return known
}
