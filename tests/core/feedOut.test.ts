import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readFeed } from '#core/feed'
import { writeFeed, type FeedToWrite } from '#core/formats'
import { anyOf, matchWatch } from '#core/watch'

const feed = (items: FeedToWrite['items']): FeedToWrite => ({
  title: 'A folder & its sources',
  homeUrl: 'https://quill.example/',
  selfUrl: 'https://quill.example/feeds/1/key.rss',
  updatedAt: '2027-03-02T09:00:00.000Z',
  items,
})
const item = { id: 'urn:uuid:1', url: 'https://paper.example/1?a=1&b=2', title: 'Lamps & <b>bread</b>', html: '<p>One &amp; two.</p>', at: '2027-03-02T08:30:00.000Z', author: 'A. Writer' } // prettier-ignore
const readBack = (kind: 'rss' | 'atom' | 'json', given: FeedToWrite) =>
  readFeed(new TextEncoder().encode(writeFeed(kind, given)), { url: given.selfUrl })

describe.each(['rss', 'atom', 'json'] as const)('a feed written as %s', (kind) => {
  it('is read back as it was, with nothing to put right', () => {
    const read = readBack(kind, feed([item]))
    expect(read).toMatchObject({
      format: kind,
      title: 'A folder & its sources',
      homeUrl: 'https://quill.example/',
      repairs: [],
    })
    expect(read.items).toHaveLength(1)
    const [one] = read.items
    expect(one).toMatchObject({ id: item.id, url: item.url, author: item.author, publishedAt: item.at })
    expect(one!.contentHtml ?? one!.summaryHtml).toBe(item.html)
  })

  it('holds any title and any text', () => {
    const text = fc.string({ unit: 'binary', maxLength: 60 })
    fc.assert(
      fc.property(fc.array(text, { maxLength: 5 }), (titles) => {
        const items = titles.map((title, at) => ({
          ...item,
          id: `urn:${at}`,
          title,
          html: `<p>${at}</p>`,
          author: null,
        }))
        expect(readBack(kind, feed(items)).items.map(({ id }) => id)).toEqual(items.map(({ id }) => id))
      }),
      { numRuns: 200 },
    )
  })
})

describe('a list of words', () => {
  const article = { title: 'Lamp raffle in the market hall', body: 'The live blog ends at nine. Horoscopes are on page four.', author: null, source: 'Paper', url: null, language: 'en', region: null, categories: [], publishedAt: null } // prettier-ignore
  const now = '2027-03-02T09:00:00.000Z'
  const holds = (list: string): boolean => {
    const query = anyOf(list)
    return query !== null && matchWatch(query, article, now) !== null
  }

  it.each([
    ['raffle', true],
    ['Raffles', true],
    ['tombola, raffle', true],
    ['tombola\nraffle', true],
    ['live blog', true],
    ['blog live', false],
    ['horo*', true],
    ['horo', false],
    ['tombola', false],
    ['-raffle', true],
    ['OR, "(', false],
    ['', false],
    [' , ;\n', false],
  ])('%j is found in an article: %s', (list, expected) => {
    expect(holds(list)).toBe(expected)
  })

  it('is no query where it holds no word, and never throws', () => {
    expect(anyOf(' ,, ; * -')).toBeNull()
    fc.assert(fc.property(fc.string({ maxLength: 80 }), (list) => void holds(list)))
  })
})
