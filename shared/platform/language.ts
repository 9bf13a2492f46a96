/**
 * Languages the words are there in. `long` is none that anybody speaks: English with accents and longer words,
 * which shows what is not said through the tables and what breaks where words are longer.
 */
export type Language = 'en' | 'long'

interface Around {
  document?: { documentElement: { dataset: Record<string, string | undefined> } }
  process?: { env: Record<string, string | undefined> }
}
const { document: page, process: own } = globalThis as Around
/** In the page its own attribute, elsewhere the setting. */
const chosen = page ? page.documentElement.dataset['words'] : own?.env['QUILL_WORDS']
export const language: Language = chosen === 'long' ? 'long' : 'en'

const ACCENTS: Record<string, string> = {
  a: 'áá',
  e: 'éé',
  i: 'íí',
  o: 'óó',
  u: 'úú',
  y: 'ý',
  c: 'ç',
  n: 'ñ',
  s: 'š',
  z: 'ž',
  A: 'ÁÁ',
  E: 'ÉÉ',
  I: 'ÍÍ',
  O: 'ÓÓ',
  U: 'ÚÚ',
  Y: 'Ý',
  C: 'Ç',
  N: 'Ñ',
  S: 'Š',
  Z: 'Ž',
}

/** A text in the language that shows what is not translated. */
export const lengthened = (text: string): string =>
  text.replace(/[aeiouycnsz]/gi, (letter) => ACCENTS[letter]!)

/** A table of words in the language chosen: texts, what functions say, and tables in it. */
export const inWords = <T>(table: T): T => (language === 'en' ? table : (long(table) as T))

function long(value: unknown): unknown {
  if (typeof value === 'string') return lengthened(value)
  if (typeof value === 'function')
    return (...given: unknown[]) => long((value as (...all: unknown[]) => unknown)(...given))
  if (Array.isArray(value)) return value.map(long)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(Object.entries(value).map(([name, part]) => [name, long(part)]))
}
