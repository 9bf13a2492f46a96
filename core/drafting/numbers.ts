import { fold } from '../text/fold'
import { eachWord } from '../text/words'

/** A number in a text, with what it may mean. */
export interface NumberIn {
  text: string
  start: number
  end: number
  /** As plain numerals: `1.200` is 1200 to some and 1.2 to others. */
  meanings: string[]
}

// Figures with one sign between them at a time: `1,200.50`, `1 200`, `1’200`. Blanks join three alone.
const NUMERAL = /\d+(?:(?:[.,'’]\d+)|(?:[ \u00a0\u202f\u2009]\d{3}(?!\d)))*/gu
const GROUPED = /^\d{1,3}(?:[.,'’ \u00a0\u202f\u2009]\d{3})+$/u
const DECIMAL = /^(\d+(?:[.,'’ \u00a0\u202f\u2009]\d{3})*)[.,](\d+)$/u
const SIGNS = /[.,'’ \u00a0\u202f\u2009]/gu

/** A plain numeral without noughts that say nothing. */
function plain(whole: string, fraction = ''): string {
  const kept = whole.replace(SIGNS, '').replace(/^0+(?=\d)/, '')
  let end = fraction.length
  while (end > 0 && fraction[end - 1] === '0') end--
  const rest = fraction.slice(0, end)
  return rest === '' ? kept : `${kept}.${rest}`
}

function meaningsOf(text: string): string[] {
  const found = new Set<string>()
  if (!/\D/.test(text) || GROUPED.test(text)) found.add(plain(text))
  const [, whole, fraction] = DECIMAL.exec(text) ?? []
  if (whole !== undefined) found.add(plain(whole, fraction))
  // Anything else, such as a date or a version, is its parts.
  if (found.size === 0) for (const part of text.split(SIGNS)) found.add(plain(part))
  return [...found]
}

/** Numbers that are written as words, folded, in the languages of most sources. */
const WORDS: Record<string, readonly string[]> = {
  '2': ['two', 'zwei', 'deux', 'dois', 'duas', 'dos', 'due', 'twee'],
  '3': ['three', 'drei', 'trois', 'tres', 'tre', 'drie'],
  '4': ['four', 'vier', 'quatre', 'quatro', 'cuatro', 'quattro'],
  '5': ['five', 'funf', 'cinq', 'cinco', 'cinque', 'vijf'],
  '6': ['six', 'sechs', 'seis', 'sei', 'zes'],
  '7': ['seven', 'sieben', 'sept', 'sete', 'siete', 'sette', 'zeven'],
  '8': ['eight', 'acht', 'huit', 'oito', 'ocho', 'otto'],
  '9': ['nine', 'neun', 'neuf', 'nove', 'nueve', 'negen'],
  '10': ['ten', 'zehn', 'dix', 'dez', 'diez', 'dieci', 'tien'],
  '11': ['eleven', 'elf', 'onze', 'once', 'undici'],
  '12': ['twelve', 'zwolf', 'douze', 'doze', 'doce', 'dodici', 'twaalf', 'dozen'],
  '15': ['fifteen', 'funfzehn', 'quinze', 'quince'],
  '20': ['twenty', 'zwanzig', 'vingt', 'vinte', 'veinte', 'venti', 'twintig'],
  '30': ['thirty', 'dreissig', 'trente', 'trinta', 'treinta', 'trenta', 'dertig', 'thirtyfold'],
  '40': ['forty', 'vierzig', 'quarante', 'quarenta', 'cuarenta', 'veertig'],
  '50': ['fifty', 'funfzig', 'cinquante', 'cinquenta', 'cincuenta', 'vijftig'],
  '60': ['sixty', 'sechzig', 'soixante', 'sessenta', 'sesenta', 'zestig'],
  '70': ['seventy', 'siebzig', 'setenta', 'zeventig'],
  '80': ['eighty', 'achtzig', 'oitenta', 'ochenta', 'tachtig'],
  '90': ['ninety', 'neunzig', 'noventa', 'negentig'],
  '100': ['hundred', 'hundert', 'cent', 'cem', 'cien', 'cento', 'honderd'],
  '1000': ['thousand', 'tausend', 'mille', 'mil', 'duizend'],
}
const BY_WORD = new Map(
  Object.entries(WORDS).flatMap(([number, list]) => list.map((word) => [word, number] as const)),
)

/** The numbers of a text that are written in figures, in reading order. */
export const numbersIn = (text: string): NumberIn[] =>
  [...text.matchAll(NUMERAL)].map((match) => ({
    text: match[0],
    start: match.index,
    end: match.index + match[0].length,
    meanings: meaningsOf(match[0]),
  }))

/** All that numbers of a text may mean, those written as words too. */
export function numbersMeant(text: string): Set<string> {
  const meant = new Set(numbersIn(text).flatMap(({ meanings }) => meanings))
  eachWord(text, null, (word) => {
    const number = BY_WORD.get(fold(word).replace('ß', 'ss'))
    if (number !== undefined) meant.add(number)
  })
  return meant
}
