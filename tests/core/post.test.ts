import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { entities, makeProof, measure, type NetworkRules, type PostParts } from '#core/post'

const base: NetworkRules = {
  id: 'n', name: 'N', limit: 280, maxTextBytes: null, counting: 'weighted', linkLength: 23, mentionCounts: 'whole', links: 'in-text', shortLinks: true,
  hashtags: { max: null }, embeds: 'one', boards: false, audiences: [], equalTextRefusedDays: null, rate: null,
  media: { kinds: ['picture'], min: 0, max: 4, ratioFrom: 0, ratioTo: 100, minWidth: 0, maxBytes: 1e7, descriptions: 'wanted' },
} // prettier-ignore
const weighted = base
const characters: NetworkRules = { ...base, limit: 500, counting: 'characters', mentionCounts: 'local' }
const post = (parts: Partial<PostParts>): PostParts => ({
  text: '',
  ownText: null,
  hashtags: [],
  credit: null,
  link: null,
  linkTitle: null,
  media: [],
  board: null,
  audience: null,
  language: null,
  ...parts,
})

describe('measure', () => {
  it.each([
    ['plain', 5],
    ['日本', 4],
    ['👩‍👩‍👧‍👦', 2],
    ['see https://a.com/xxxxxxxxxxxxxxxxxxxxxxxxxxxxxxxxxxxxx', 27],
  ])('weighs %s as %i', (text, length) => {
    expect(measure(text, weighted).length).toBe(length)
  })

  it('counts a link 23 and a name on another server without its host, where the network does', () => {
    expect(measure('hello @ann@far.example https://a.com/long/long/long/long', characters).length).toBe(
      6 + 4 + 1 + 23,
    )
  })

  it('counts the product’s own links as links under any domain', () => {
    const link = 'https://paper.example/a-long-address-that-would-count-more'
    expect(measure(link, weighted, [link]).length).toBe(23)
  })

  it('counts equal texts equally, composed or not (NFC)', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'grapheme' }),
        (text) =>
          void expect(measure(text.normalize('NFD'), characters).length).toBe(
            measure(text.normalize('NFC'), characters).length,
          ),
      ),
    )
  })

  it('cuts where the limit is: the part up to validTo fits', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 400 }), (text) => {
        const normal = text.normalize('NFC')
        const rules = { ...characters, limit: 50 }
        const { validTo, left } = measure(normal, rules)
        expect(measure(normal.slice(0, validTo), rules).length).toBeLessThanOrEqual(50)
        if (left >= 0) expect(validTo).toBe(normal.length)
      }),
    )
  })

  it('minds UTF-8 bytes where a network limits them', () => {
    expect(measure('é'.repeat(10), { ...characters, maxTextBytes: 19 }).valid).toBe(false)
  })
})

describe('entities', () => {
  it('finds links, mentions and hashtags in reading order, none overlapping', () => {
    expect(
      entities('@ann read #sky at https://a.com/#tag, mail x@y.com').map(({ kind, value }) => [kind, value]),
    ).toEqual([
      ['mention', 'ann'],
      ['hashtag', 'sky'],
      ['link', 'https://a.com/#tag'],
    ])
  })

  it('takes a bare host only under a known top-level domain', () => {
    // A network of one's own may end in anything, also behind what is a domain elsewhere.
    expect(
      entities('https://wiki.dev.internal/x and https://paper.com.ですね').map((entity) => entity.text),
    ).toEqual(['https://wiki.dev.internal/x', 'https://paper.com'])
    expect(entities('a.com b.notadomain file.txt').map((entity) => entity.text)).toEqual(['a.com'])
  })

  it('gives slices of the text itself', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('@a', '#b', 'https://c.com', 'd', ' ', '.', '🙂')), (parts) => {
        const text = parts.join('')
        let end = 0
        for (const entity of entities(text)) {
          expect(text.slice(entity.start, entity.end)).toBe(entity.text)
          expect(entity.start).toBeGreaterThanOrEqual(end)
          end = entity.end
        }
      }),
    )
  })
})

describe('makeProof', () => {
  it('puts comment, hashtags and credit first, title and link below', () => {
    const { text, link } = makeProof(
      post({
        text: 'Look up. ',
        hashtags: ['sky', '#Sky', 'night'],
        credit: 'The Low Lamp',
        link: 'https://a.com/x',
        linkTitle: 'A title',
      }),
      weighted,
    )
    expect(text).toBe('Look up. #sky #night via The Low Lamp\n\nA title\nhttps://a.com/x')
    expect(link).toBe('https://a.com/x')
  })

  it('takes the account’s own wording, and no tag twice', () => {
    expect(makeProof(post({ text: 'main', ownText: 'own #sky', hashtags: ['sky'] }), weighted).text).toBe(
      'own #sky',
    )
  })

  it('names what the network does not take', () => {
    const proof = makeProof(post({ text: 'x', hashtags: ['a', 'b'], link: 'https://a.com' }), {
      ...weighted,
      hashtags: { max: 1 },
      links: 'none',
    })
    expect(proof.leftOut.map(({ what, text }) => [what, text])).toEqual([
      ['hashtag', '#b'],
      ['link', 'https://a.com'],
    ])
    expect(proof.text).toBe('x #a')
  })

  it('cuts nothing: too long, it offers the last hashtag, then the credit, then the title, then says from where', () => {
    const parts = post({
      text: 'x'.repeat(275),
      hashtags: ['one', 'two'],
      credit: 'Somebody',
      link: 'https://a.com',
      linkTitle: 'Title',
    })
    const proof = makeProof(parts, weighted)
    expect(proof.text).toContain('#one #two via Somebody')
    expect(proof.offers.map((offer) => offer.action)).toEqual([
      'leave-out-hashtag',
      'leave-out-hashtag',
      'leave-out-credit',
      'leave-out-title',
      'shorten',
    ])
    expect(proof.offers[0]!.text).toBe('#two')
  })

  it('offers to end at the last sentence that fits, with what must go besides', () => {
    const first = 'The dome opens at five. Bring a coat, Dr. Vale says.'
    const parts = post({ text: `${first} ${'And so on. '.repeat(40)}`, hashtags: ['sky'] })
    const { offers } = makeProof(parts, weighted)
    expect(offers.map(({ action }) => action)).toEqual(['leave-out-hashtag', 'cut'])
    const cut = offers.at(-1)!.text
    expect(parts.text.startsWith(cut) && cut.startsWith(first) && cut.endsWith('And so on.')).toBe(true)
    expect(makeProof({ ...parts, hashtags: [], ownText: cut }, weighted).measure.left).toBeGreaterThanOrEqual(
      0,
    )
    expect(
      makeProof({ ...parts, hashtags: [], ownText: `${cut} And so on.` }, weighted).measure.left,
    ).toBeLessThan(0)
  })

  it('taking all its offers makes it fit, unless the text itself is too long', () => {
    fc.assert(
      fc.property(
        fc.nat(300),
        fc.array(fc.stringMatching(/^[a-z]{1,9}$/), { maxLength: 6 }),
        fc.option(fc.constant('A paper')),
        (size, hashtags, credit) => {
          const parts = post({ text: 'x'.repeat(size), hashtags, credit, link: 'https://a.com' })
          const { offers } = makeProof(parts, weighted)
          const gone = new Set(offers.map((offer) => offer.text))
          const rest = {
            ...parts,
            hashtags: hashtags.filter((tag) => !gone.has(`#${tag}`)),
            credit: offers.some((offer) => offer.action === 'leave-out-credit') ? null : credit,
          }
          if (!offers.some((offer) => offer.action === 'shorten'))
            expect(makeProof(rest, weighted).measure.left).toBeGreaterThanOrEqual(0)
        },
      ),
    )
  })
})
