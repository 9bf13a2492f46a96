// What drafts are held against. Numbers are compared with the platform's own number formats (ICU, Unicode
// CLDR); languages on texts of the Universal Declaration of Human Rights, article 1, from memory.
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkDraft, numbersIn, numbersMeant, otherLanguage, type DraftFacts } from '#core/drafting'

const SOURCE = {
  title: 'Comet brightens thirtyfold in a day',
  text:
    'The comet brightened thirtyfold within 24 hours, said the observatory of Hollow Hill. On 4 December at ' +
    '21:30 it stands 12.5 degrees above the horizon; 1,200 people came last year. See lowlamp.example/comet ' +
    'or ask @hollowhill. Seven of the forty lamps went out.',
  author: 'Liv Sandequist',
  outlet: 'The Low Lamp',
  url: 'https://lowlamp.example/2026/comet?from=feed',
}
const FACTS: DraftFacts = {
  source: SOURCE,
  wordsNotUsed: ['amazing', 'must-see'],
  language: 'en',
  left: () => 10,
}
const faults = (draft: string, more: Partial<DraftFacts> = {}): string[] =>
  checkDraft(draft, { ...FACTS, ...more }).map(({ fault, about }) => (about ? `${fault} ${about}` : fault))

describe('a draft', () => {
  it('that says what the article says is let be', () => {
    for (const draft of [
      'Thirty times brighter in one day: the comet stands 12.5 degrees up on 4 December.',
      'It grew 30 times brighter within 24 hours. Were you among the 1200 of last year?',
      'Out went 7 of 40 lamps, and nobody minded. Ask @HollowHill.',
      'Read https://lowlamp.example/2026/comet before you go up the hill tonight.',
      'More at https://www.lowlamp.example/comet/ for whoever stays up until 21:30',
    ])
      expect(faults(draft), draft).toEqual([])
  })

  it.each([
    ['', 'empty'],
    ['  \n', 'empty'],
    ['It grew 31 times brighter overnight.', 'number 31'],
    ['It stands 12,6 degrees above the hill.', 'number 12,6'],
    ['About 12,000 came to the hill to look up.', 'number 12,000'],
    ['Read it at https://elsewhere.example/comet tonight.', 'link https://elsewhere.example/comet'],
    ['Read it at https://lowlamp.example/com tonight.', 'link https://lowlamp.example/com'],
    ['Ask @nobody about the comet tonight.', 'handle @nobody'],
    ['An Amazing sight for everybody on the hill.', 'word Amazing'],
    ['A must-see, say those who saw it.', 'word must-see'],
    ['The **comet** is on the list of tonight.', 'markup **'],
    ['Look: <b>a comet</b> over the hill tonight.', 'markup <b>'],
    ['Look: [a comet](x) over the hill tonight.', 'markup [a comet]('],
    ['As an AI, I would look up tonight.', 'about-itself As an AI'],
    ['I’m sorry, but there is no comet in this text.', 'about-itself I’m sorry'],
    ['Comet brightens thirtyfold in one day', 'like-title'],
  ])('“%s” is named: %s', (draft, named) => expect(faults(draft)).toContain(named))

  it('over the limit says by how much', () =>
    expect(faults('A comet.', { left: () => -3 })).toEqual(['too-long 3']))

  it('in another language is named with it', () => {
    const german =
      'Der Komet ist in einer Nacht heller geworden, und wir haben ihn mit den Leuten vom Hügel gesehen.'
    expect(faults(german)).toEqual(['language de'])
    expect(faults(german, { language: 'de-AT' })).toEqual([])
    expect(faults(german, { language: null })).toEqual([])
  })

  it('says where each stands', () => {
    const draft = 'Ask @nobody: 31 lamps, amazing.'
    for (const { about, start, end } of checkDraft(draft, FACTS)) expect(draft.slice(start, end)).toBe(about)
    expect(checkDraft(draft, FACTS).map(({ fault }) => fault)).toEqual(['handle', 'number', 'word'])
  })

  it('made of the article’s own sentences has nothing that it does not have', () => {
    const sentences = SOURCE.text.split(/(?<=\.) (?=[A-Z])/)
    fc.assert(
      fc.property(fc.shuffledSubarray(sentences, { minLength: 1 }), (chosen) => {
        const found = checkDraft(chosen.join(' '), FACTS).map(({ fault }) => fault)
        expect(found.filter((fault) => ['number', 'link', 'handle'].includes(fault))).toEqual([])
      }),
    )
  })

  it('that is long and hostile is looked at in no time', () => {
    for (const text of [
      '1.'.repeat(50_000),
      '<a'.repeat(50_000),
      '@a'.repeat(50_000),
      '1 000'.repeat(20_000),
    ]) {
      const began = performance.now()
      checkDraft(text, FACTS)
      expect(performance.now() - began, text.slice(0, 4)).toBeLessThan(2_000)
    }
  })
})

describe('numbers', () => {
  const LOCALES = ['en-GB', 'de-DE', 'fr-FR', 'pt-PT', 'de-CH', 'sv-SE', 'es-ES', 'it-IT']

  it('are the same however a country writes them (ICU)', () =>
    fc.assert(
      fc.property(
        fc.oneof(
          fc.nat(999),
          fc.nat(99_999_999),
          fc.nat(9_999_999).map((n) => n / 100),
        ),
        fc.constantFrom(...LOCALES),
        fc.constantFrom(...LOCALES),
        (number, here, there) => {
          const written = (locale: string): string =>
            new Intl.NumberFormat(locale, { maximumFractionDigits: 2 }).format(number)
          const meant = numbersMeant(`So many: ${written(there)} in all.`)
          const [found, ...more] = numbersIn(`It is ${written(here)}, they say`)
          expect(more).toEqual([])
          expect(found!.text).toBe(written(here))
          expect(
            found!.meanings.some((meaning) => meant.has(meaning)),
            `${written(here)} ${written(there)}`,
          ).toBe(true)
        },
      ),
      { numRuns: 2_000 },
    ))

  it('that differ are not the same where they are written alike', () => {
    for (const [a, b] of [
      ['12', '13'],
      ['1,200', '1,201'],
      ['3.5', '3.6'],
      ['2026', '2027'],
    ])
      expect(numbersIn(a!)[0]!.meanings.some((meaning) => numbersMeant(b!).has(meaning))).toBe(false)
  })

  it('in dates and times are their parts', () => {
    expect(numbersIn('2026-11-30 at 21:30').map(({ text }) => text)).toEqual(['2026', '11', '30', '21', '30'])
    expect(numbersIn('30.11.2026')[0]!.meanings).toEqual(['30', '11', '2026'])
  })
})

describe('languages', () => {
  const ARTICLE_1: Record<string, string> = {
    en: 'All human beings are born free and equal in dignity and rights. They are endowed with reason and conscience and should act towards one another in a spirit of brotherhood.',
    de: 'Alle Menschen sind frei und gleich an Würde und Rechten geboren. Sie sind mit Vernunft und Gewissen begabt und sollen einander im Geist der Brüderlichkeit begegnen.',
    fr: 'Tous les êtres humains naissent libres et égaux en dignité et en droits. Ils sont doués de raison et de conscience et doivent agir les uns envers les autres dans un esprit de fraternité.',
    es: 'Todos los seres humanos nacen libres e iguales en dignidad y derechos y, dotados como están de razón y conciencia, deben comportarse fraternalmente los unos con los otros.',
    pt: 'Todos os seres humanos nascem livres e iguais em dignidade e em direitos. Dotados de razão e de consciência, devem agir uns para com os outros em espírito de fraternidade.',
    it: 'Tutti gli esseri umani nascono liberi ed eguali in dignità e diritti. Essi sono dotati di ragione e di coscienza e devono agire gli uni verso gli altri in spirito di fratellanza.',
  }
  const codes = Object.keys(ARTICLE_1)

  it.each(codes)('%s is told from the others', (code) => {
    for (const wanted of codes)
      expect(otherLanguage(ARTICLE_1[code]!, wanted), `${code} where ${wanted} is wanted`).toBe(
        wanted === code ? null : code,
      )
  })

  it('say nothing of a few words, or of one that is not known', () => {
    expect(otherLanguage('Der Komet kommt', 'en')).toBeNull()
    expect(otherLanguage(ARTICLE_1['de']!, 'fi')).toBeNull()
  })
})
