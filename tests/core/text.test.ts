import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fold, stem, words } from '../../core/text'
import { segmentedWords } from '../../core/text/words'

describe('words', () => {
  it('are cut by Unicode Annex 29, with their places', () => {
    expect(words("It's 3.5 km, naïve!").map((word) => word.text)).toEqual(["It's", '3.5', 'km', 'naïve'])
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => words(text).forEach((word) => void expect(text.slice(word.start, word.end)).toBe(word.text))),
    )
  })

  it('are the same by the short way as by the platform’s segmenter', () => {
    const sign = fc.constantFrom(..."aZéßñøλЖ09_.,;:'’‘·-–—…“”„()[]&%$#@!?/\\ \n\t\u00a0«»€·".split(''))
    const odd = fc.oneof(
      fc.constantFrom('彗星', 'が', 'คำ', 'שלום', '🔭', '👩‍🚀', '\u0301', 'e\u0301', '\u200d', 'ｱ', '…', '—', '\u2028', '\u3000'),
      fc.string({ unit: 'grapheme', maxLength: 3 }),
    )
    const text = fc.array(fc.oneof({ weight: 9, arbitrary: sign }, { weight: 1, arbitrary: odd }), { maxLength: 40 }).map((list) => list.join(''))
    fc.assert(
      fc.property(text, fc.constantFrom('en', 'sv', 'el', null), (one, language) => void expect(words(one, language)).toEqual(segmentedWords(one, language))),
      { numRuns: 5000 },
    )
  })
})

describe('fold', () => {
  it('takes case and accents off, and leaves vowels that are marks', () => {
    expect(['CAFÉ', 'Straße', 'Żółw', 'ﬁne', 'ＡＢ', 'שָׁלוֹם', 'кафе'].map(fold)).toEqual(['cafe', 'strasse', 'zołw', 'fine', 'ab', 'שלום', 'кафе'])
    expect(fold('कि')).not.toBe(fold('का'))
    expect(fold('が')).not.toBe(fold('か'))
  })
})

describe('stem', () => {
  it('goes by the language, and leaves a word as it is without one', () => {
    expect(stem('bakeries', 'en')).toBe(stem('bakery', 'en'))
    expect(stem('bakeries', 'en-GB')).toBe(stem('bakery', 'en'))
    expect(stem('bakeries', null)).toBe('bakeries')
  })
})
