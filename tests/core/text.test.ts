import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  datesIn,
  firstLines,
  fold,
  keyPhrases,
  sentences,
  similarity,
  stem,
  summarise,
  words,
  wordsUpTo,
} from '#core/text'
import { segmentedWords } from '#core/text/words'

describe('words', () => {
  it('are cut by Unicode Annex 29, with their places', () => {
    expect(words("It's 3.5 km, naïve!").map((word) => word.text)).toEqual(["It's", '3.5', 'km', 'naïve'])
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) =>
        words(text).forEach((word) => void expect(text.slice(word.start, word.end)).toBe(word.text)),
      ),
    )
  })

  it('are the same by the short way as by the platform’s segmenter', () => {
    const sign = fc.constantFrom(..."aZéßñøλЖ09_.,;:'’‘·-–—…“”„()[]&%$#@!?/\\ \n\t\u00a0«»€·".split(''))
    const odd = fc.oneof(
      fc.constantFrom(
        '彗星',
        'が',
        'คำ',
        'שלום',
        '🔭',
        '👩‍🚀',
        '\u0301',
        'e\u0301',
        '\u200d',
        'ｱ',
        '…',
        '—',
        '\u2028',
        '\u3000',
      ),
      fc.string({ unit: 'grapheme', maxLength: 3 }),
    )
    const text = fc
      .array(fc.oneof({ weight: 9, arbitrary: sign }, { weight: 1, arbitrary: odd }), { maxLength: 40 })
      .map((list) => list.join(''))
    fc.assert(
      fc.property(
        text,
        fc.constantFrom('en', 'sv', 'el', null),
        (one, language) => void expect(words(one, language)).toEqual(segmentedWords(one, language)),
      ),
      { numRuns: 5000 },
    )
  })
})

describe('fold', () => {
  it('takes case and accents off, and leaves vowels that are marks', () => {
    expect(['CAFÉ', 'Straße', 'Żółw', 'ﬁne', 'ＡＢ', 'שָׁלוֹם', 'кафе'].map(fold)).toEqual([
      'cafe',
      'strasse',
      'zołw',
      'fine',
      'ab',
      'שלום',
      'кафе',
    ])
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

describe('sentences', () => {
  it('end where they end, not at an abbreviation', () => {
    expect(sentences('Dr. Vale saw it. “Did you?” asked Prof. Lund.\nNobody else did')).toEqual([
      'Dr. Vale saw it.',
      '“Did you?” asked Prof. Lund.',
      'Nobody else did',
    ])
  })
})

const BODY = `The comet brightened thirtyfold in one night, observers in three countries report. It was found by a bus driver.
Its brightness rose from magnitude 11.8 to 8.1 within a day. The comet may fade again within a week, the observers say.
Parking is free. Comets of this kind shed dust when ice below their crust gives way, and the dust reflects sunlight.`

describe('keyPhrases', () => {
  it('are what a text is about, once each, weightiest first', () => {
    const phrases = keyPhrases(BODY, { count: 5, language: 'en' })
    expect(phrases[0]).toEqual({ phrase: 'comet', weight: 1, times: 3 })
    expect(phrases.map(({ weight }) => weight)).toEqual(
      phrases.map(({ weight }) => weight).toSorted((a, b) => b - a),
    )
    expect(phrases.some(({ phrase }) => /^(the|within|say)$/i.test(phrase))).toBe(false)
  })

  it('come in full where words belong together', () => {
    const text = 'Street lamps dim. The street lamps of the town dim at eleven. Dim street lamps save money.'
    expect(keyPhrases(text, { count: 1, language: 'en' })[0]!.phrase.toLowerCase()).toContain('street lamps')
  })
})

describe('summarise and firstLines', () => {
  it('give sentences of the text as they stand there', () => {
    const found = summarise(BODY, { sentences: 2, language: 'en' })
    expect(found).toHaveLength(2)
    for (const sentence of found) expect(BODY).toContain(sentence)
    expect(BODY.indexOf(found[0]!)).toBeLessThan(BODY.indexOf(found[1]!))
    expect(found).not.toContain('Parking is free.')
  })

  it('open with what the title does not say, and with the title where there is nothing else', () => {
    const title = 'The comet brightened thirtyfold in one night, observers in three countries report'
    const lines = firstLines({ title, body: BODY, language: 'en' }, { count: 3 })
    expect(lines).toHaveLength(3)
    expect(lines[0]).not.toContain('thirtyfold')
    expect(firstLines({ title: 'Alone', body: '', language: null }, { count: 3 })).toEqual(['Alone'])
  })
})

describe('datesIn', () => {
  const options = { now: '2026-11-24T23:30:00.000Z', zone: 'Europe/Lisbon', language: 'en' }

  it.each([
    ['We open on Thursday', 'on Thursday', '2026-11-26'],
    ['until 3 March', '3 March', '2027-03-03'],
    ['on 12/03/2027', '12/03/2027', '2027-03-12'],
    ['come tomorrow!', 'tomorrow', '2026-11-25'],
  ])('finds the day in “%s”', (text, said, date) => {
    const [found] = datesIn(text, options)
    expect(found!.date).toBe(date)
    expect(found!.text.endsWith(said)).toBe(true)
    expect(text.slice(found!.start, found!.end)).toBe(found!.text)
  })

  it('reads days first but in American English, counts by the brand’s zone, and takes no months alone', () => {
    expect(datesIn('12/03/2027', { ...options, language: 'en-US' })[0]!.date).toBe('2027-12-03')
    expect(datesIn('tomorrow', { ...options, zone: 'Asia/Tokyo' })[0]!.date).toBe('2026-11-26')
    expect(datesIn('am 3. März', { ...options, language: 'de' })[0]!.date).toBe('2027-03-03')
    expect(datesIn('it may rain in March, for two hours', options)).toEqual([])
  })

  // Trade rule (common practice): "the 15th through the 17th" is over after the 17th.
  it.each([
    [
      'en',
      'Open the 15th through the 17th, from noon.',
      'the 15th through the 17th',
      '2026-12-15',
      '2026-12-17',
    ],
    ['en', 'the 20th to the 30th', 'the 20th to the 30th', '2026-11-20', '2026-11-30'],
    [
      'en',
      'the 15th through the 17th of March',
      'the 15th through the 17th of March',
      '2027-03-15',
      '2027-03-17',
    ],
    ['en', 'the 30th through the 31st', 'the 30th through the 31st', '2026-12-30', '2026-12-31'],
    ['en', 'from 15 to 17 March', '15 to 17 March', '2027-03-15', '2027-03-17'],
    ['en', '28 December to 3 January', '28 December to 3 January', '2026-12-28', '2027-01-03'],
    ['en', 'from Thursday to Saturday', 'Thursday to Saturday', '2026-11-26', '2026-11-28'],
    ['en', 'Friday 4pm to 6pm', 'Friday 4pm to 6pm', '2026-11-27', '2026-11-27'],
    ['de', 'vom 15. bis 17. März', '15. bis 17. März', '2027-03-15', '2027-03-17'],
    ['es', 'abierto del 15 al 17 de marzo', 'del 15 al 17 de marzo', '2027-03-15', '2027-03-17'],
    ['fr', 'du 15 mars au 2 avril', '15 mars au 2 avril', '2027-03-15', '2027-04-02'],
  ])('%s: “%s” has both its ends', (language, text, said, date, until) => {
    const found = datesIn(text, { ...options, language })
    expect(found).toEqual([
      { text: said, start: text.indexOf(said), end: text.indexOf(said) + said.length, date, until },
    ])
  })

  it('takes centuries and floors for no days', () => {
    for (const text of [
      'the 15th to the 17th centuries',
      'the 2nd through the 4th floors',
      'the 32nd to the 40th',
    ])
      expect(datesIn(text, options)).toEqual([])
  })
})

describe('similarity', () => {
  it('is 1 for equal texts, symmetric, between 0 and 1', () => {
    const some = fc
      .array(fc.constantFrom('comet', 'Comet', 'sky', 'dark', 'é', '—'), { maxLength: 8 })
      .map((list) => list.join(' '))
    fc.assert(
      fc.property(some, some, (a, b) => {
        expect(similarity(a, a)).toBe(1)
        expect(similarity(a, b)).toBe(similarity(b, a))
        expect(similarity(a, b)).toBeGreaterThanOrEqual(0)
        expect(similarity(a, b)).toBeLessThanOrEqual(1)
      }),
    )
    expect(similarity('The dome opens at five', 'The dome opens at six')).toBeGreaterThan(0.6)
    expect(similarity('The dome opens at five', 'Bread rises overnight')).toBe(0)
  })
})

describe('words up to a number', () => {
  const text = fc
    .array(
      fc.constantFrom('lamp', 'a', 'dark-sky', "it's", '3.5', 'ประเทศไทย', '東京都', '—', '\u0301', 'é', '.'),
      { maxLength: 60 },
    )
    .chain((parts) => fc.constantFrom(' ', '  ', '\n').map((blank) => parts.join(blank)))

  it('are as many as there are, or enough', () => {
    fc.assert(
      fc.property(text, fc.integer({ min: 1, max: 40 }), (all, enough) => {
        const [found, real] = [wordsUpTo(all, null, enough), words(all).length]
        expect(Math.min(found, enough)).toBe(Math.min(real, enough))
        expect(found).toBeLessThanOrEqual(real)
      }),
    )
  })

  it('cut no more of a long text than it takes', () => {
    const [few, all] = ['lamp '.repeat(100_000)].flatMap((long) => [
      wordsUpTo(long, 'en', 20),
      words(long).length,
    ])
    expect([few! < 200, few! >= 20, all]).toEqual([true, true, 100_000])
  })
})
