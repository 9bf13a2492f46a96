// Source: npm twitter-text 3.1.0, version 3 of its published configuration, run live.
import fc from 'fast-check'
import { parse } from 'tldts'
import published from 'twitter-text'
import { describe, expect, it } from 'vitest'
import { entities, measure, type NetworkRules } from '#core/post'
import { dataOf, readText } from './data'

const rules: NetworkRules = {
  id: 'n', name: 'N', limit: 280, maxTextBytes: null, counting: 'weighted', linkLength: 23, mentionCounts: 'whole', links: 'in-text', shortLinks: true,
  hashtags: { max: null }, embeds: 'one', boards: false, audiences: [], equalTextRefusedDays: null, rate: null,
  media: { kinds: [], min: 0, max: 0, ratioFrom: 0, ratioTo: 100, minWidth: 0, maxBytes: 0, descriptions: 'none' },
} // prettier-ignore

// Its emoji table ends at Unicode 11, so emoji here are older ones; newer ones come from emoji-test.txt
// below, by the published rule. `.com` stands in for `.example`, which is no known domain to it.
const SCRIPTS: [from: number, to: number][] = [
  [0x20, 0x7e], [0xa1, 0x24f], [0x300, 0x36f], [0x370, 0x3ff], [0x400, 0x52f], [0x531, 0x58f], [0x591, 0x5f4], [0x600, 0x6ff], [0x904, 0x97f],
  [0x985, 0x9fe], [0xe01, 0xe5b], [0xf40, 0xfbc], [0x10a0, 0x10ff], [0x1200, 0x135a], [0x13a0, 0x13f4], [0x1780, 0x17dd], [0x1820, 0x1878],
  [0x1e00, 0x1fff], [0x2000, 0x206f], [0x20a0, 0x20bf], [0x2100, 0x214f], [0x2190, 0x21ff], [0x3001, 0x303f], [0x3041, 0x30ff], [0x4e00, 0x9fff],
  [0xac00, 0xd7a3], [0xff01, 0xff5e], [0x1d400, 0x1d7ff], [0x20000, 0x2a6df],
] // prettier-ignore
// Its tables of letters are those of Unicode 7 (a comparison sign by sign shows them equal up to there, but
// for one Cyrillic sign), so texts are made of signs that were there by then; Unicode's DerivedAge.txt tells.
const ages = dataOf('unicode-data', 'usr/share/unicode')
const known = new Set<number>()
for (const line of ages ? readText(ages, 'DerivedAge.txt').split('\n') : []) {
  const [, from, to, age] = /^([0-9A-F]+)(?:\.\.([0-9A-F]+))?\s*;\s*([\d.]+)/.exec(line) ?? []
  if (from && Number(age) <= 7)
    for (let code = parseInt(from, 16); code <= parseInt(to ?? from, 16) && code < 0x30000; code++)
      known.add(code)
}
const isAssigned = (code: number): boolean =>
  known.has(code) && /[\p{L}\p{M}\p{N}\p{P}\p{S}\p{Zs}\p{Cf}]/u.test(String.fromCodePoint(code))
const sign = fc
  .constantFrom(...SCRIPTS)
  .chain(([from, to]) => fc.integer({ min: from, max: to }))
  .filter(isAssigned)
  .map((code) => String.fromCodePoint(code))
/** A few signs of one script beside each other, as in writing. */
const word = fc
  .constantFrom(...SCRIPTS)
  .chain(([from, to]) =>
    fc
      .array(fc.integer({ min: from, max: to }).filter(isAssigned), { minLength: 1, maxLength: 9 })
      .map((codes) => codes.map((code) => String.fromCodePoint(code)).join('')),
  )
const piece = fc.oneof(
  word,
  word,
  fc.array(sign, { maxLength: 6 }).map((signs) => signs.join('')),
  fc.constantFrom(
    'dark sky',
    'naïve',
    '🙂',
    '👩‍🚀',
    '🇵🇹',
    '👍🏽',
    '❤️',
    '“quoted”',
    '…',
    '—',
    '№',
    'e\u0301',
    '\r\n',
    '1️⃣',
    '©',
    '™',
  ),
  fc.constantFrom(
    'https://paper.com/a',
    'http://b.org/x?y=1&z=2#t',
    'paper.com',
    'sub.paper.co.uk/path_(x)',
    'https://paper.com/(a(b)c)',
    'https://example.com/very/long/address/that/counts/twenty-three',
  ),
  fc.constantFrom('@ann', '#sky', '#night_sky', '#звезда', '@a_b', '#2026', 'mail@paper.com'),
  word.map((text) => `#${text}`),
)
const gap = fc.constantFrom(' ', ' ', ' ', '\n', ', ', '. ', ': ', ' (', ') ', '! ', '… ')
const text = fc.array(fc.tuple(piece, gap), { maxLength: 24 }).map((parts) => parts.flat().join(''))
const RUNS = 20_000

interface Theirs {
  indices: [number, number]
  cashtag?: string
  url?: string
}
/** As people write on small screens: nothing between one thing and the next. */
const glued = fc
  .array(
    fc.constantFrom(
      'https://paper.com/a', 'http://b.org/x?y=1&z=2#t', 'paper.com', 'sub.paper.co.uk/path_(x)', 'https://paper.com', '@ann', '#sky', '#night_sky', '#звезда',
      '@a_b', '@ann@paper.com', 'mail@paper.com', '🎉', '🙂', '👩‍🚀', '🇵🇹', '❤️', '1️⃣', '星', '空の写真', '한국어', '夜空', 'ですね', 'lamp', 'naïve', '2026', '!', '(', ')',
      '“', '”', '…', '—', '-', '_', '.', ',', ':', '&', '%', '=', '*', '~', '\n', ' ', ' ', ' ',
    ), // prettier-ignore
    { minLength: 1, maxLength: 12 },
  )
  .map((parts) => parts.join('').normalize('NFC'))
  // A link with a scheme is one here whatever its host; the library knows none under a top-level domain it
  // does not know.
  .filter(
    (made) =>
      ![...made.matchAll(/https?:\/\/[^/\s]*?paper\.com(.)/gu)].some(([, next]) =>
        /[\p{L}\p{N}+@-]/u.test(next!),
      ),
  )
  .filter((made) => !/https?:\/\/[^/\s]*?paper\.com\.[a-z]/.test(made))
  // It looks for a host's place by the host's words, and takes an earlier place that is none.
  .filter((made) => !/com\d/.test(made))
  // Nor has it links under a label of over 63 signs as name servers encode it, which is not counted here.
  .filter((made) => !/[^!'#%&()*+,\-./:;<=>?@[\]^_{|}~$\s]{20,}/.test(made))

/**
 * Its table of top-level domains holds some that never were given out (`.mf`); the public suffix list has
 * none of them.
 */
const isUnknownDomain = (url: string | undefined): boolean =>
  url !== undefined &&
  !/^https?:/i.test(url) &&
  parse(`a.${/[^./]*$/.exec(url.split(/[/?:]/)[0]!)![0]}`).isIcann !== true

describe.skipIf(ages === null)('twitter-text', () => {
  it.each([
    ['set apart', text],
    ['glued', glued],
  ])(`agrees on length, validity and where the limit is crossed, on ${RUNS} random texts, %s`, (_, texts) => {
    fc.assert(
      fc.property(texts, (made) => {
        const normal = made.normalize('NFC')
        const theirs = published.parseTweet(normal)
        const ours = measure(normal, rules)
        expect({ length: ours.length, valid: ours.valid }).toEqual({
          length: theirs.weightedLength,
          valid: theirs.valid,
        })
        if (ours.left < 0) expect(ours.validTo).toBe(theirs.validRangeEnd + 1)
      }),
      { numRuns: RUNS, seed: 20260301 },
    )
  })

  it.each([
    ['set apart', text],
    ['glued', glued],
  ])(`agrees on links, mentions and hashtags, on ${RUNS} random texts, %s`, (_, texts) => {
    fc.assert(
      fc.property(texts, (made) => {
        // It also finds signs of shares (`$A`), which are no part of this product.
        const theirs = (published.extractEntitiesWithIndices(made) as Theirs[]).filter(
          (one) => one.cashtag === undefined && !isUnknownDomain(one.url),
        )
        expect(entities(made, rules).map((entity) => [entity.start, entity.end])).toEqual(
          theirs.map((entity) => entity.indices),
        )
      }),
      { numRuns: RUNS, seed: 20260302 },
    )
  })
})
