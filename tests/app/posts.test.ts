import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { makeProof, type NetworkRules } from '#core/post'
import { linkFor, partsFor, emptyDoc, emptyPart } from '#shared/posts/docs'
import type { PostDoc } from '#shared/posts/types'
import type { ArticleFull } from '#shared/reading/types'
import type { Clipping } from '#shared/clippings/types'
import { docSchemaAccepts } from '../support/schemas'
import { instantOf } from '~/base/localTime'
import { linkOf, tagsOf, takeFix, takeOffer } from '~/posts/postActions'
import { docOfArticle, docOfClippings } from '~/posts/postDocs'
import { overAtOf, piecesOf } from '~/posts/proofPieces'
import { wordDifference } from '~/posts/wordDifference'

const rules: NetworkRules = {
  id: 'n', name: 'N', limit: 40, maxTextBytes: null, counting: 'characters', linkLength: null, mentionCounts: 'whole', links: 'in-text', shortLinks: true,
  hashtags: { max: null }, embeds: 'one', boards: false, audiences: [], equalTextRefusedDays: null, rate: null,
  media: { kinds: ['picture'], min: 1, max: 4, ratioFrom: 1, ratioTo: 1, minWidth: 0, maxBytes: 0, descriptions: 'none' },
} // prettier-ignore
const ACCOUNT = '01900000-0000-7000-8000-000000000001'
const PICTURE = '01900000-0000-7000-8000-000000000002'
const docWith = (patch: Partial<PostDoc>): PostDoc => ({
  ...emptyDoc(),
  accounts: [emptyPart(ACCOUNT, true)],
  ...patch,
})
const pictures = new Map([[PICTURE, { id: PICTURE, width: 200, height: 100, bytes: 1, message: null }]])

describe('pieces of a proof', () => {
  it('put together give the text, marked where something stands and where it is too much', () => {
    const part = fc.constantFrom('word', ' ', '#tag', '@name', 'https://paper.com/a', '🔭', '\n')
    fc.assert(
      fc.property(fc.array(part, { maxLength: 20 }), (parts) => {
        const proof = makeProof(
          partsFor(
            docWith({ wordings: [{ text: parts.join(''), pictureId: null }] }),
            emptyPart(ACCOUNT, true),
            null,
            pictures,
          ),
          rules,
        )
        const pieces = piecesOf(proof.text, proof.entities, overAtOf(proof))
        expect(pieces.map(({ text }) => text).join('')).toBe(proof.text)
        expect(pieces.some(({ over }) => over)).toBe(proof.measure.left < 0)
        expect(pieces.filter(({ kind }) => kind !== null).length).toBeGreaterThanOrEqual(
          proof.entities.length,
        )
      }),
    )
  })
})

describe('what one click does', () => {
  it('leaves an offer out on one account alone, once', () => {
    const part = emptyPart(ACCOUNT, true)
    for (const offer of [{ action: 'leave-out-hashtag', text: '#Sky' }, { action: 'leave-out-hashtag', text: '#Sky' }, { action: 'leave-out-title', text: 'T' }, { action: 'shorten', text: 'x' }]) takeOffer(part, offer) // prettier-ignore
    expect(part.leftOut).toEqual(['#Sky', 'title'])
    takeOffer(part, { action: 'cut', text: 'A sentence.' })
    expect(part.ownText).toBe('A sentence.')
    const parts = partsFor(
      docWith({ hashtags: ['sky', 'night'], linkTitle: 'T', credit: 'C' }),
      part,
      null,
      pictures,
    )
    expect([parts.hashtags, parts.linkTitle, parts.credit]).toEqual([['night'], null, 'C'])
  })

  it('crops, takes a new address, leaves a link out, sets how long it is good', () => {
    const doc = docWith({
      link: 'https://paper.com/old',
      pictures: [{ id: PICTURE, description: '', focus: { x: 0.5, y: 0.5 } }],
    })
    const part = doc.accounts[0]!
    const proof = makeProof(partsFor(doc, part, doc.link, pictures), rules)
    const crop = { x: 50, y: 0, width: 100, height: 100 }
    expect(
      takeFix(doc, part, { action: 'crop', change: { media: [{ ...proof.media[0]!, crop }] } }, proof, 'UTC'),
    ).toBe(true)
    expect(part.crops).toEqual({ [PICTURE]: crop })
    takeFix(doc, part, { action: 'use-new-address', change: { link: 'https://paper.com/new' } }, proof, 'UTC')
    expect(doc.link).toBe('https://paper.com/new')
    takeFix(doc, part, { action: 'good-until', change: {}, day: '2026-11-26' }, proof, 'America/Toronto')
    expect(doc.goodUntil).toBe('2026-11-27T04:59:00.000Z')
    takeFix(doc, part, { action: 'leave-out-link', change: {} }, proof, 'UTC')
    expect(doc.link).toBeNull()
    expect(takeFix(doc, part, { action: 'nothing known', change: {} }, proof, 'UTC')).toBe(false)
    expect(docSchemaAccepts(doc)).toBe(true)
  })
})

it.each([
  ['https://paper.example/a b', null],
  ['paper.example/a', 'https://paper.example/a'],
  [' HTTP://paper.example ', 'HTTP://paper.example'],
  ['javascript:alert(1)', null],
  ['word', null],
  ['3.5', null],
  ['', null],
])('of “%s” the link is %s', (typed, link) => {
  expect(linkOf(typed)).toBe(link)
})

it('hashtags are words with blanks or commas between, each once', () => {
  expect(tagsOf(' #sky, night  ＃sky sky ')).toEqual(['sky', 'night'])
})

it('a wall clock’s time is an instant of its zone, over a change of clocks too', () => {
  expect(instantOf('2026-07-01', '09:00', 'Europe/Lisbon')).toBe('2026-07-01T08:00:00.000Z')
  expect(instantOf('2026-12-01', '09:00', 'America/Toronto')).toBe('2026-12-01T14:00:00.000Z')
  expect(instantOf('2027-03-28', '03:30', 'Europe/Lisbon')).toBe('2027-03-28T02:30:00.000Z')
})

describe('what differs between two texts', () => {
  it('gives both back, whatever they are', () => {
    const text = fc
      .array(fc.constantFrom('a', 'b', 'c', ' ', '\n'), { maxLength: 12 })
      .map((list) => list.join(''))
    fc.assert(
      fc.property(text, text, (before, after) => {
        const pieces = wordDifference(before, after)
        expect(pieces.filter(({ is }) => is !== 'new').map((piece) => piece.text).join('')).toBe(before) // prettier-ignore
        expect(pieces.filter(({ is }) => is !== 'gone').map((piece) => piece.text).join('')).toBe(after) // prettier-ignore
      }),
    )
    expect(wordDifference('look up tonight', 'look up tomorrow')).toEqual([
      { is: 'same', text: 'look up ' },
      { is: 'gone', text: 'tonight' },
      { is: 'new', text: 'tomorrow' },
    ])
  })
})

describe('where a post begins', () => {
  const article = {
    id: ACCOUNT, title: 'A title', url: 'https://paper.example/a', language: 'de', outlet: 'Paper',
    source: { id: 's', credits: { n: '@paper' }, pillarId: 'gone', hashtags: ['sky'], shared: [] },
  } as unknown as ArticleFull // prettier-ignore
  const account = { id: ACCOUNT, protocol: 'micropub', rules } as never

  it('from an article: its link, headline, hashtags, whom to credit; only accounts that words are enough for', () => {
    const doc = docOfArticle(article, { accounts: [account, { ...(account as object), id: PICTURE, rules: { ...rules, media: { ...rules.media, min: 0 } } } as never], isUsual: ({ id }) => id === PICTURE, pillars: ['p'], brand: { language: 'en' } as never }) // prettier-ignore
    expect(doc).toMatchObject({
      link: article.url,
      linkTitle: 'A title',
      hashtags: ['sky'],
      pillarId: null,
      language: 'en',
    })
    expect(doc.accounts.map(({ chosen, credit }) => [chosen, credit])).toEqual([[false, '@paper'], [true, '@paper']]) // prettier-ignore
    expect(docSchemaAccepts(doc)).toBe(true)
  })

  it('from several clippings: a line for each, with its address', () => {
    const clipping = (title: string, quote: string | null): Clipping =>
      ({
        id: ACCOUNT,
        articleId: PICTURE,
        title,
        quote,
        url: `https://paper.example/${title}`,
      }) as unknown as Clipping
    const doc = docOfClippings([clipping('one', null), clipping('two', 'words kept')])
    expect(doc.wordings[0]!.text).toBe(
      'one\nhttps://paper.example/one\n\n“words kept”\nhttps://paper.example/two',
    )
    expect([doc.link, doc.articleId, doc.clippingIds.length]).toEqual([null, null, 2])
    expect(docOfClippings([clipping('one', 'kept')])).toMatchObject({
      link: 'https://paper.example/one',
      wordings: [{ text: '“kept”' }],
    })
  })
})

it('a short link that is not made yet takes as much room as it will', () => {
  const rule = { kind: 'short' as const, marks: {} }
  const names = { network: 'N', account: '@a', pillar: '', brand: 'B' }
  const coming = linkFor('https://paper.example/a', rule, names, 'https://s.example/r/', null)!
  expect(coming).toHaveLength(
    linkFor('https://paper.example/a', rule, names, 'https://s.example/r/', 'abcdef')!.length,
  )
  expect(linkFor('https://paper.example/a', rule, names, null, 'abcdef')).toBe('https://paper.example/a')
  expect(linkFor(null, rule, names, 'https://s.example/r/', 'abcdef')).toBeNull()
})
