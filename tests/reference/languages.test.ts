// Sources: Snowball's published vocabularies (Debian package snowball-data: voc.txt and output.txt of each
// language) and Unicode's own WordBreakTest.txt (Debian package unicode-data).
import { describe, expect, it } from 'vitest'
import { fold, stem, words } from '#core/text'
import { dataOf, readText, report } from './data'

const snowball = dataOf('snowball-data', 'usr/share/snowball/data')
const unicode = dataOf('unicode-data', 'usr/share/unicode/auxiliary')

describe.runIf(snowball)('stems are Snowball’s', () => {
  it.each([
    ['english', 'en'],
    ['german', 'de'],
    ['spanish', 'es'],
    ['italian', 'it'],
    ['portuguese', 'pt'],
  ])('in %s', (name, language) => {
    const vocabulary = readText(snowball!, `${name}/voc.txt`).trimEnd().split('\n')
    const published = readText(snowball!, `${name}/output.txt`).trimEnd().split('\n')
    expect(published.length).toBe(vocabulary.length)
    // Ours are folded besides, so that accents make no difference.
    const others = vocabulary.flatMap((word, at) =>
      stem(word, language) === fold(published[at]!)
        ? []
        : [`${word}: ${stem(word, language)}, not ${published[at]!}`],
    )
    report(`Snowball ${name}`, vocabulary.length - others.length, others.slice(0, 10))
    expect(vocabulary.length).toBeGreaterThan(20_000)
    expect(others).toEqual([])
  })
})

describe.runIf(unicode)('words break where Unicode breaks them', () => {
  // Written without spaces, so cut by dictionaries, which Annex 29 leaves to the platform.
  const DICTIONARY =
    /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u

  it('in WordBreakTest.txt, where the language has spaces', () => {
    const cases = readText(unicode!, 'WordBreakTest.txt').split('\n').map((line) => line.replace(/#.*/, '').trim()).filter(Boolean) // prettier-ignore
    const others: string[] = []
    let looked = 0
    for (const one of cases) {
      const parts = one.split('÷').map((part) => part.trim()).filter(Boolean).map((part) => part.split('×').map((code) => String.fromCodePoint(Number.parseInt(code.trim(), 16))).join('')) // prettier-ignore
      const text = parts.join('')
      if (DICTIONARY.test(text)) continue
      looked++
      const wanted = parts.filter((part) => /[\p{Alphabetic}\p{N}]/u.test(part))
      const ours = words(text).map((word) => word.text)
      if (JSON.stringify(ours) !== JSON.stringify(wanted)) others.push(`${one}: ${JSON.stringify(ours)}`)
    }
    report('Unicode WordBreakTest', looked - others.length, others.slice(0, 10))
    expect(looked).toBeGreaterThan(1500)
    // A letter joined to an emoji: the platform’s segmenter (ICU) differs from the file here.
    expect(others.map((one) => one.slice(0, 21))).toEqual(['÷ 0061 × 200D × 1F6D1', '÷ 0061 × 200D × 2701 '])
  })
})
