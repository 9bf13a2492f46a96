import { sayShapes } from '#shared/posts/messages'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  cropFor,
  cropToRatio,
  isInShape,
  linkPlacesOf,
  makeProof,
  measure,
  preflight,
  quoteOf,
  shapesOf,
  shapesFor,
  stopsOf,
  suggestHashtags,
  type Check,
  type Medium,
  type NetworkRules,
  type PostParts,
  type PreflightContext,
} from '#core/post'
import { markedLink } from '#core/url'
import { cpuTimeOf } from '../support/cpu'
import { said, type Said } from '../support/said'

const rules = (patch: Partial<NetworkRules> = {}, media: Partial<NetworkRules['media']> = {}): NetworkRules => ({
  id: 'n', name: 'Mantel', limit: 500, maxTextBytes: null, counting: 'characters', linkLength: 23, mentionCounts: 'whole', links: 'in-text', shortLinks: true,
  hashtags: { max: null }, embeds: 'one', boards: false, audiences: [], equalTextRefusedDays: null, rate: null, ...patch,
  media: { kinds: ['picture'], min: 0, max: 4, ratioFrom: 0.5, ratioTo: 2, minWidth: 400, maxBytes: 1e6, descriptions: 'wanted', ...media },
}) // prettier-ignore
const post = (patch: Partial<PostParts> = {}): PostParts => ({
  text: 'A line of our own.', ownText: null, hashtags: [], credit: null, link: null, linkTitle: null, media: [], board: null, audience: null, language: 'en', ...patch,
}) // prettier-ignore
const picture = (width: number, height: number, patch: Partial<Medium> = {}): Medium => ({ kind: 'picture', width, height, bytes: 90_000, description: 'A dome at night.', crop: null, ...patch }) // prettier-ignore
const NOW = '2026-11-24T08:00:00.000Z' // a Tuesday
const context = (patch: Partial<PreflightContext> = {}): PreflightContext => ({
  now: NOW, zone: 'Europe/Lisbon', plannedAt: null, goodUntil: null, sentHere: [], seriesId: null, repeatAfterDays: 30, linkState: { kind: 'ok', detail: null },
  wordsNotUsed: [], mixShare: null, approval: 'draft', hold: false, alsoAppearsOn: [], ...patch,
}) // prettier-ignore
function checksOf(
  parts: PostParts,
  network: NetworkRules,
  about: Partial<PreflightContext> = {},
): Said<Check>[] {
  const [proof, known] = [makeProof(parts, network), context(about)]
  const checks = said(preflight(parts, proof, network, known))
  // Whatever is looked at here, the short way finds the same stops as the long one.
  expect(said(stopsOf(parts, proof, network, known)).map(({ message }) => message).sort()).toEqual(checks.filter(({ level }) => level === 'stop').map(({ message }) => message).sort()) // prettier-ignore
  return checks
}
const stopped = (checks: Said<Check>[]): string[] =>
  checks.filter(({ level }) => level === 'stop').map(({ id }) => id)
const warned = (checks: Said<Check>[]): string[] =>
  checks.filter(({ level }) => level === 'warn').map(({ id }) => id)

describe('where a link stands', () => {
  it('is the network’s usual place, or another one it knows', () => {
    const network = rules({ links: 'in-text', linkPlaces: ['reply'] })
    expect(linkPlacesOf(network)).toEqual(['in-text', 'reply'])
    const link = 'https://paper.com/a'
    expect(makeProof(post({ link }), network).text).toContain(link)
    const reply = makeProof(post({ link, linkPlace: 'reply' }), network)
    expect([reply.linkPlace, reply.text.includes(link), reply.link]).toEqual(['reply', false, link])
    expect(makeProof(post({ link, linkPlace: 'button' }), network).linkPlace).toBe('in-text')
  })

  it('gives way to a picture where only one of them is shown, and says so where it is left out', () => {
    const parts = post({ link: 'https://paper.com/a', media: [picture(800, 800)] })
    expect(makeProof(parts, rules({ links: 'attached', embeds: 'both' })).linkPlace).toBe('attached')
    expect(makeProof(parts, rules({ links: 'attached', linkPlaces: ['in-text'] })).text).toContain(
      'paper.com',
    )
    const proof = said(makeProof(parts, rules({ links: 'attached' })))
    expect(proof.leftOut).toEqual([
      {
        what: 'link',
        text: 'https://paper.com/a',
        reason: 'Mantel shows a picture or a link card, not both.',
      },
    ])
  })
})

describe('campaign marks on links in the text', () => {
  const textMarks = { source: 'mantel', medium: 'social' }
  const marked = (text: string): string => makeProof(post({ text, textMarks }), rules()).text

  it('stand behind each address that has its scheme, whatever stands around it', () => {
    expect(marked('See https://paper.com/a. And (https://paper.com/b?x=1#c)!')).toBe(
      'See https://paper.com/a?utm_source=mantel&utm_medium=social. And (https://paper.com/b?x=1&utm_source=mantel&utm_medium=social#c)!',
    )
    expect(marked('paper.com/a, written short')).toBe('paper.com/a, written short')
    expect(marked('https://paper.com/a?utm_source=ours')).toContain('utm_source=ours&utm_medium=social')
    expect(makeProof(post({ text: 'https://paper.com/a' }), rules()).text).toBe('https://paper.com/a')
  })

  it('count as the network counts links, and hide no repeat', () => {
    const parts = post({ text: 'A line of our own: https://paper.com/a', textMarks })
    const network = rules({ linkLength: 23 })
    expect(makeProof(parts, network).measure.length).toBe(
      makeProof({ ...parts, textMarks: null }, network).measure.length,
    )
    const sentHere = [
      {
        at: '2026-11-20T08:00:00.000Z',
        linkKey: 'https://paper.com/a',
        text: 'Something else entirely.',
        seriesId: null,
      },
    ]
    expect(warned(checksOf(parts, rules(), { sentHere }))).toContain('repeat')
  })
})

describe('the link a post is about', () => {
  const page = 'https://paper.com/a'
  const sentHere = [
    { at: '2026-11-20T08:00:00.000Z', linkKey: page, text: 'Something else entirely.', seriesId: null },
  ]

  it('is looked at in the text as in its field, and by itself behind a short address or marks', () => {
    const inText = post({ text: `A line of our own: ${page}?utm_source=x` })
    expect(warned(checksOf(inText, rules(), { sentHere }))).toContain('repeat')
    expect(
      warned(checksOf(post({ text: 'A line about paper.com/a of ours' }), rules(), { sentHere })),
    ).toContain('repeat')
    expect(
      warned(checksOf(post({ link: 'https://quill.example/r/abc123' }), rules(), { sentHere, link: page })),
    ).toContain('repeat')
    expect(warned(checksOf(post({ text: 'No link. At all.' }), rules(), { sentHere }))).not.toContain(
      'repeat',
    )
    const dead = checksOf(inText, rules(), { linkState: { kind: 'dead', detail: '404' } })
    expect(stopped(dead)).toEqual(['link'])
    // What stands in the text is changed by whoever wrote it.
    expect(dead.find(({ id }) => id === 'link')!.fix).toBeNull()
  })

  it('says why its place is so late', () => {
    const late = checksOf(post({ link: page }), rules(), { sentHere, plannedAt: '2026-12-26T09:00:00.000Z' })
    expect(late.find(({ id }) => id === 'repeat')).toMatchObject({
      level: 'warn',
      message: 'This link went out here Fri 20 Nov: it waits until 30 days have passed.',
    })
    expect(
      warned(
        checksOf(post({ link: page }), rules(), {
          sentHere: [{ ...sentHere[0]!, at: '2026-08-20T08:00:00.000Z' }],
        }),
      ),
    ).not.toContain('repeat')
  })
})

describe('a proof', () => {
  it('names pictures beyond the network’s most', () => {
    const proof = said(
      makeProof(post({ media: [picture(800, 800), picture(800, 801)] }), rules({}, { max: 1 })),
    )
    expect(proof.media).toHaveLength(1)
    expect(proof.leftOut[0]).toMatchObject({ what: 'picture', reason: 'Mantel takes at most one picture.' })
  })

  it('offers what could go where bytes are too many though signs are not', () => {
    const proof = makeProof(
      post({ text: 'é'.repeat(40), hashtags: ['ночь'] }),
      rules({ counting: 'graphemes', limit: 300, maxTextBytes: 85 }),
    )
    expect([proof.measure.left > 0, proof.measure.valid]).toEqual([true, false])
    expect(proof.offers).toEqual([{ action: 'leave-out-hashtag', text: '#ночь' }])
  })
})

describe('preflight', () => {
  it('lets a good post pass without a word against it', () => {
    const checks = checksOf(post({ media: [picture(900, 600)], link: 'https://paper.com/a' }), rules())
    expect(checks.filter(({ level }) => level !== 'ok')).toEqual([])
    expect(checks.map(({ id }) => id)).toEqual(
      expect.arrayContaining(['length', 'comment', 'repeat', 'link', 'media']),
    )
  })

  it('stops what does not fit, with what could go', () => {
    const [check] = checksOf(post({ text: 'x'.repeat(499), hashtags: ['sky'] }), rules())
    expect(check).toMatchObject({
      id: 'length',
      level: 'stop',
      message: '4 too many: 504 of 500.',
      fix: { action: 'fit' },
    })
    // What a person must shorten is not done with a click.
    expect(checksOf(post({ text: 'x'.repeat(501) }), rules())[0]!.fix).toBeNull()
  })

  it('wants a line of one’s own: a bare link stops, the headline again is warned of', () => {
    expect(stopped(checksOf(post({ text: 'https://paper.com/a ' }), rules()))).toContain('comment')
    expect(
      warned(checksOf(post({ text: 'Faint comet brightens', linkTitle: 'Faint comet brightens' }), rules())),
    ).toContain('comment')
  })

  it('knows what went out here before, but lets a series repeat itself where the network does', () => {
    const sent = {
      at: '2026-11-20T08:00:00.000Z',
      linkKey: 'paper.com/a',
      text: 'Another line.',
      seriesId: 's',
    }
    const parts = post({ link: 'http://www.paper.com/a/?utm_source=x' })
    const sentHere = [{ ...sent, linkKey: 'https://paper.com/a' }]
    expect(warned(checksOf(parts, rules(), { sentHere }))).toContain('repeat')
    expect(warned(checksOf(parts, rules(), { sentHere, repeatAfterDays: 3 }))).not.toContain('repeat')
    expect(warned(checksOf(parts, rules(), { sentHere, seriesId: 's' }))).not.toContain('repeat')
    const same = [{ ...sent, text: 'A line of our own.' }]
    expect(
      stopped(checksOf(post(), rules({ equalTextRefusedDays: 7 }), { sentHere: same, seriesId: 's' })),
    ).toContain('repeat')
    expect(warned(checksOf(post({ text: 'A line of our own!' }), rules(), { sentHere: same }))).toContain(
      'repeat',
    )
  })

  it('wants two wordings for two accounts of a network that refuses equal text', () => {
    const equalText = { account: 'Night sky', text: 'A line of our own.' }
    expect(stopped(checksOf(post(), rules({ equalTextRefusedDays: 2 }), { equalText }))).toContain('repeat')
    expect(
      stopped(
        checksOf(post({ ownText: 'Said otherwise.' }), rules({ equalTextRefusedDays: 2 }), { equalText }),
      ),
    ).toEqual([])
  })

  it('says of a link whether it leads anywhere', () => {
    const parts = post({ link: 'https://paper.com/a' })
    const dead = checksOf(parts, rules(), {
      linkState: { kind: 'dead', detail: 'paper.com answered 404.' },
    })[0]
    expect(dead).toMatchObject({ level: 'stop', fix: { action: 'leave-out-link', change: { link: null } } })
    const moved = checksOf(parts, rules(), { linkState: { kind: 'moved', detail: 'https://paper.com/b' } })[0]
    expect(moved).toMatchObject({ level: 'warn', fix: { change: { link: 'https://paper.com/b' } } })
    expect(warned(checksOf(parts, rules({ shortLinks: false }), { linkIsShort: true }))).toContain(
      'short-link',
    )
  })

  // Common practice: a picture of 1200 × 628 suits networks with wide cards and is cut on a 4:3 or 2:3 one.
  it('takes a picture of 1200 × 628 where wide cards are shown, and says that 4:3 and 2:3 cut it (common practice)', () => {
    const wide = post({ media: [picture(1200, 628)] })
    expect(
      checksOf(wide, rules({}, { ratioFrom: 1.91, ratioTo: 1.91 })).filter(({ level }) => level !== 'ok'),
    ).toEqual([])
    expect(checksOf(wide, rules({}, { ratioFrom: 4 / 3, ratioTo: 4 / 3 }))[0]).toMatchObject({
      id: 'media-shape',
      level: 'warn',
      message: 'The picture is 1200 × 628; Mantel shows 4:3 and cuts the rest.',
    })
    const must = checksOf(wide, rules({}, { min: 1, ratioFrom: 2 / 3, ratioTo: 2 / 3 }))[0]!
    expect(must).toMatchObject({
      level: 'stop',
      message: 'The picture is 1200 × 628; Mantel shows 2:3.',
      fix: { action: 'crop' },
    })
    const cropped = { ...wide, ...must.fix!.change }
    expect(stopped(checksOf(cropped, rules({}, { min: 1, ratioFrom: 2 / 3, ratioTo: 2 / 3 })))).toEqual([])
  })

  it('minds missing, small, heavy and undescribed pictures', () => {
    expect(stopped(checksOf(post(), rules({}, { min: 1 })))).toEqual(['media-missing'])
    const checks = checksOf(post({ media: [picture(300, 300, { bytes: 2e6, description: ' ' })] }), rules())
    expect(warned(checks)).toEqual(
      expect.arrayContaining(['media-small', 'media-heavy', 'media-description']),
    )
    expect(
      stopped(
        checksOf(
          post({ media: [picture(900, 900, { description: null })] }),
          rules({}, { descriptions: 'required' }),
        ),
      ),
    ).toEqual(['media-description'])
  })

  it('reads dates in the text: over by then, or good only until then', () => {
    const dome = post({ text: 'We open the dome at 05:30 on Thursday.' })
    expect(checksOf(dome, rules()).find(({ id }) => id === 'date')).toMatchObject({
      level: 'warn',
      fix: { action: 'good-until', day: '2026-11-26' },
    })
    const late = checksOf(dome, rules(), { plannedAt: '2026-12-01T08:00:00.000Z' }).find(
      ({ id }) => id === 'date',
    )
    expect(late).toMatchObject({
      message: expect.stringContaining('over when it goes out') as string,
      fix: null,
    })
    // What was before is told of, not announced.
    expect(
      checksOf(post({ text: 'They saw it four days before.' }), rules(), {
        plannedAt: '2026-12-01T08:00:00.000Z',
      }).some(({ id }) => id === 'date'),
    ).toBe(false)
    expect(
      stopped(
        checksOf(dome, rules(), {
          goodUntil: '2026-11-26T08:00:00.000Z',
          plannedAt: '2026-11-27T08:00:00.000Z',
        }),
      ),
    ).toEqual(['good-until'])
  })

  it('minds boards, hashtags, words not used, ceilings, holds and what appears elsewhere', () => {
    expect(stopped(checksOf(post(), rules({ boards: true })))).toEqual(['board'])
    expect(stopped(checksOf(post({ board: 'Comets' }), rules({ boards: true })))).toEqual([])
    const checks = checksOf(
      post({ text: 'Amazing skies, amazingly.', hashtags: ['a1', 'b1'] }),
      rules({ hashtags: { max: 1 } }),
      {
        wordsNotUsed: ['amazing', 'skie'],
        mixShare: { pillar: 'Own news', share: 0.24, ceiling: 0.2 },
        hold: true,
        alsoAppearsOn: ['Commonfire'],
        approval: 'in-review',
      },
    )
    expect(warned(checks)).toEqual(
      expect.arrayContaining(['hashtags', 'words', 'mix', 'hold', 'appears-elsewhere', 'approval']),
    )
    expect(checks.find(({ id }) => id === 'words')!.message).toBe('The brand does not say “amazing”.')
    expect(checks.find(({ id }) => id === 'mix')!.message).toBe(
      'Own news would be 24% of the posts; at most 20% are wanted.',
    )
  })

  it('keeps the stricter limit of where posts appear by themselves, and needs no second post there', () => {
    const elsewhere = (patch: Partial<NetworkRules>, isChosen = false) => ({
      alsoAppearsOn: ['Commonfire'],
      elsewhere: [{ account: 'Commonfire', rules: rules({ limit: 20, ...patch }), isChosen }],
    })
    const long = post({ text: 'A line of our own that is longer.' })
    expect(stopped(checksOf(long, rules(), elsewhere({})))).toEqual(['appears-elsewhere'])
    expect(stopped(checksOf(long, rules(), elsewhere({ limit: 33 })))).toEqual([])
    const twice = checksOf(post(), rules(), elsewhere({}, true))
    expect(twice.find(({ id }) => id === 'appears-elsewhere')!.message).toMatch(/appear twice on Commonfire/)
  })

  it('counts what went out there as a repeat, by its name, but refuses an equal text only where it went out', () => {
    const network = rules({ equalTextRefusedDays: 7 })
    const there = {
      at: '2026-11-22T08:00:00.000Z',
      linkKey: null,
      text: 'A line of our own.',
      seriesId: 'other',
    }
    const checks = checksOf(post(), network, { sentHere: [{ ...there, on: 'Commonfire' }] })
    expect([stopped(checks), checks.find(({ id }) => id === 'repeat')!.message]).toEqual([
      [],
      'Nearly the same text went out on Commonfire Sun 22 Nov.',
    ])
    expect(stopped(checksOf(post(), network, { sentHere: [there] }))).toEqual(['repeat'])
  })

  it('names a board the network does not have, and an article nobody opened', () => {
    const network = rules({ boards: true })
    expect(warned(checksOf(post({ board: 'Comets' }), network, { boards: ['Lamps'] }))).toContain('board')
    expect(warned(checksOf(post({ board: 'Comets' }), network, { boards: ['Comets'] }))).not.toContain(
      'board',
    )
    expect(warned(checksOf(post({ board: 'Comets' }), network, { boards: [] }))).not.toContain('board')
    expect(warned(checksOf(post(), rules(), { isOpened: false }))).toContain('opened')
    expect(warned(checksOf(post(), rules()))).not.toContain('opened')
  })

  it('never throws and gives stops before warnings, whatever the text', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'binary', maxLength: 300 }),
        fc.constantFrom('en', 'de', 'pt', null),
        (text, language) => {
          const levels = checksOf(post({ text, language }), rules()).map(({ level }) =>
            ['stop', 'warn', 'ok'].indexOf(level),
          )
          expect(levels).toEqual([...levels].sort())
        },
      ),
    )
  })
})

describe('crops', () => {
  it('have names, those of the shapes that the network shows', () => {
    const names = (ratioFrom: number, ratioTo: number): string[] =>
      shapesFor(rules({}, { ratioFrom, ratioTo }).media).map(({ name }) => name)
    expect(names(0.8, 1.91)).toEqual(['portrait', 'square', 'photo', 'wide'])
    expect(names(1, 1)).toEqual(['square'])
    expect(names(2, 3)).toEqual([])
  })

  const size = fc.record({
    width: fc.integer({ min: 1, max: 8000 }),
    height: fc.integer({ min: 1, max: 8000 }),
  })
  const focus = fc.record({
    x: fc.float({ min: 0, max: 1, noNaN: true }),
    y: fc.float({ min: 0, max: 1, noNaN: true }),
  })

  it('lie within the picture, hold the focus, and have the network’s shape', () => {
    fc.assert(
      fc.property(size, focus, fc.constantFrom(2 / 3, 1, 4 / 3, 1.91), (picture, at, ratio) => {
        const crop = cropToRatio(picture, ratio, at)
        expect(crop.x).toBeGreaterThanOrEqual(0)
        expect(crop.y).toBeGreaterThanOrEqual(0)
        expect(crop.x + crop.width).toBeLessThanOrEqual(picture.width)
        expect(crop.y + crop.height).toBeLessThanOrEqual(picture.height)
        expect(Math.abs(at.x * picture.width - crop.x - crop.width / 2)).toBeLessThanOrEqual(
          Math.max(crop.width / 2, picture.width - crop.width) + 1,
        )
        if (picture.width > 200 && picture.height > 200)
          expect(crop.width / crop.height).toBeCloseTo(ratio, 1)
      }),
    )
  })

  it('leave a picture whole that has a shape already, and are as large as they can be', () => {
    const { media } = rules({}, { ratioFrom: 2 / 3, ratioTo: 1 })
    expect(cropFor({ width: 800, height: 1000 }, media)).toEqual({ x: 0, y: 0, width: 800, height: 1000 })
    expect(cropFor({ width: 1200, height: 628 }, media, { x: 1, y: 0.5 })).toEqual({
      x: 572,
      y: 0,
      width: 628,
      height: 628,
    })
    expect([
      isInShape({ width: 1200, height: 628 }, media),
      isInShape({ width: 666, height: 1000 }, media),
    ]).toEqual([false, true])
    expect([sayShapes(shapesOf(media)), sayShapes(shapesOf({ ...media, ratioTo: 2 / 3 }))]).toEqual([
      '2:3 to 1:1',
      '2:3',
    ])
  })
})

describe('quoteOf', () => {
  it.each([
    ['  words \n of theirs ', 'en', '“words of theirs”'],
    ['He said "look up" and left', 'en', '“He said ‘look up’ and left”'],
    ['“look up”', 'en', '“look up”'],
    ['Er sagte „schau“ und ging', 'de-AT', '„Er sagte ‚schau‘ und ging“'],
    ['le ciel', 'fr', '« le ciel »'],
    ['o céu', 'pt', '«o céu»'],
    ['', 'en', ''],
  ])('%s in %s is %s', (selection, language, quote) => {
    expect(quoteOf(selection, language)).toBe(quote)
  })
})

describe('suggestHashtags', () => {
  const input = { text: 'The comet brightens over the observatory. Comet watchers at the observatory wait for the comet.', language: 'en', fromWatches: ['comet'], fromFolder: ['#darksky'], saved: [['Comet', 'skywatching'], ['bread', 'flour']], past: [{ tag: 'observatory', posts: 4, responses: 40 }], max: 10 } // prettier-ignore

  it('gives each once with its reason, the surest first', () => {
    const offers = said(suggestHashtags(input))
    expect(offers.slice(0, 3)).toEqual([
      { tag: 'comet', reason: 'A watch that marks the article has it.' },
      { tag: 'darksky', reason: 'Its source’s folder has it.' },
      { tag: 'skywatching', reason: 'Saved together with #Comet.' },
    ])
    expect(offers.find(({ tag }) => tag === 'observatory')!.reason).toBe(
      'Used on 4 posts, 10 responses each.',
    )
    expect(offers.some(({ tag }) => tag === 'flour')).toBe(false)
  })

  it('gives no more than asked for, and none that the text has', () => {
    expect(suggestHashtags({ ...input, max: 2 })).toHaveLength(2)
    expect(suggestHashtags({ ...input, text: `${input.text} #Comet` }).map(({ tag }) => tag)).not.toContain(
      'comet',
    )
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), fc.nat(8), (text, max) => {
        const tags = suggestHashtags({ ...input, text, fromFolder: [text], max }).map(({ tag }) => tag)
        expect(tags.length).toBeLessThanOrEqual(max)
        for (const tag of tags) expect(tag).toMatch(/^[\p{L}\p{M}\p{Nd}_]+$/u)
      }),
    )
  })
})

it('a link rule fills its patterns from the post', () => {
  const names = { network: 'Chatterbrook', account: '@hollowhill', pillar: 'Sky news', brand: 'Hollow Hill' }
  const rule = {
    kind: 'marks' as const,
    marks: { source: '{network}', medium: 'social', campaign: '{pillar} / {brand}', term: '' },
  }
  expect(markedLink('https://paper.com/a?x=1#t', rule, names)).toBe(
    'https://paper.com/a?x=1&utm_source=chatterbrook&utm_medium=social&utm_campaign=sky-news-hollow-hill#t',
  )
  expect(markedLink('https://paper.com/a', { ...rule, kind: 'plain' }, names)).toBe('https://paper.com/a')
})

it('counts plain text in little more than the time its words are found in', () => {
  const text =
    'The dome opens at half past five on Thursday, and the comet stands low in the east; “bring a coat”. '.repeat(
      20_000,
    )
  const best = (work: () => void): number => Math.min(...Array.from({ length: 5 }, () => cpuTimeOf(work)))
  const found = best(() => void [...text.matchAll(/[\p{L}\p{N}]+/gu)].length)
  const counted = best(() => measure(text, rules()))
  process.stdout.write(`counting takes ${(counted / found).toFixed(2)} of finding the words\n`)
  expect(counted / found).toBeLessThan(4)
})
