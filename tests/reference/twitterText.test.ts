// Source: npm twitter-text 3.1.0, version 3 of its published configuration, run live.
import fc from 'fast-check'
import published from 'twitter-text'
import { describe, expect, it } from 'vitest'
import { entities, measure, type NetworkRules } from '../../core/post'

const rules: NetworkRules = {
  id: 'n', name: 'N', limit: 280, maxTextBytes: null, counting: 'weighted', linkLength: 23, mentionCounts: 'whole', links: 'in-text', shortLinks: true,
  hashtags: { max: null }, embeds: 'one', boards: false, audiences: [], equalTextRefusedDays: null, rate: null,
  media: { kinds: [], min: 0, max: 0, ratioFrom: 0, ratioTo: 100, minWidth: 0, maxBytes: 0, descriptions: 'none' },
} // prettier-ignore

// Its emoji table ends at Unicode 11, so emoji here are older ones; `.com` stands in for `.example`, which is no known domain to it.
const piece = fc.oneof(
  fc.constantFrom('dark sky', 'naïve', 'звезда', '彗星', 'שמיים', 'سماء', 'ดาว', '별', '🙂', '👩‍🚀', '🇵🇹', '👍🏽', '❤️', '“quoted”', '…', '—', '№', 'e\u0301'),
  fc.constantFrom(
    'https://paper.com/a',
    'http://b.org/x?y=1&z=2#t',
    'paper.com',
    'sub.paper.co.uk/path_(x)',
    'https://paper.com/(a(b)c)',
    'https://example.com/very/long/address/that/counts/twenty-three',
  ),
  fc.constantFrom('@ann', '#sky', '#night_sky', '#звезда', '@a_b', '#2026', 'mail@paper.com'),
)
// Set apart as in writing: where one link runs into the next, the library's own scanning order decides, which is not followed here.
const gap = fc.constantFrom(' ', ' ', ' ', '\n', ', ', '. ', ': ', ' (', ') ', '! ', '… ')
const text = fc.array(fc.tuple(piece, gap), { maxLength: 40 }).map((parts) => parts.flat().join(''))
const RUNS = 4000

describe('twitter-text', () => {
  it(`agrees on length, validity and where the limit is crossed, on ${RUNS} random texts`, () => {
    fc.assert(
      fc.property(text, (made) => {
        const normal = made.normalize('NFC')
        const theirs = published.parseTweet(normal)
        const ours = measure(normal, rules)
        expect({ length: ours.length, valid: ours.valid }).toEqual({ length: theirs.weightedLength, valid: theirs.valid })
        if (ours.left < 0) expect(ours.validTo).toBe(theirs.validRangeEnd + 1)
      }),
      { numRuns: RUNS, seed: 20260301 },
    )
  })

  it(`agrees on links, mentions and hashtags, on ${RUNS} random texts`, () => {
    fc.assert(
      fc.property(text, (made) => {
        const theirs = published.extractEntitiesWithIndices(made) as { indices: [number, number] }[]
        expect(entities(made, rules).map((entity) => [entity.start, entity.end])).toEqual(theirs.map((entity) => entity.indices))
      }),
      { numRuns: RUNS, seed: 20260302 },
    )
  })
})
