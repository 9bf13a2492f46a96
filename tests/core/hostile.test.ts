// Foreign bytes for every parser: whatever comes, it ends soon, by a result or by an error of its own kind;
// and what is twice as long takes no more than about twice as long.
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FeedError, findFeeds, parseFeedDate, readFeed, safeHtml } from '#core/feed'
import { FormatError, readOpml } from '#core/formats'
import { entities, measure } from '#core/post'
import { datesIn, keyPhrases, plainText, summarise, words } from '#core/text'
import { canonicalUrl } from '#core/url'
import { parseWatch, WatchSyntaxError } from '#core/watch'
import { linksOf } from '#server/platform/net/links'
import { readCard, readLinks } from '#server/platform/pages/readCard'
import { readMail } from '#server/sources/readMail'
import { readPage } from '#server/reading/readPage'
import { cpuTime } from '../support/cpu'

const URL = 'https://paper.example/a'
const bytes = (text: string): Uint8Array => new TextEncoder().encode(text)
const received = (text: string) => ({ body: bytes(text), url: URL, contentType: 'text/html; charset=utf-8' })
const dates = { now: '2027-03-02T09:00:00Z', zone: 'UTC' }

const PARSERS: Record<string, (text: string) => unknown> = {
  readFeed: (text) => readFeed(bytes(text), { url: URL }),
  findFeeds: (text) => findFeeds(text, URL),
  safeHtml: (text) => safeHtml(text, URL),
  plainText,
  readOpml,
  readPage: (text) => readPage(received(text)),
  readCard: (text) => readCard(received(text)),
  readLinks: (text) => readLinks(received(text)),
  readMail: (text) => readMail({ raw: bytes(text) }),
  linksOf: (text) => linksOf(text, URL),
  parseFeedDate,
  canonicalUrl,
  parseWatch: (text) => parseWatch(text),
  entities: (text) => entities(text),
  words: (text) => words(text),
  measure: (text) => measure(text, RULES),
  datesIn: (text) =>
    ['en', 'es', 'fr', 'pt', 'de', 'it', 'nl'].map((language) => datesIn(text, { ...dates, language })),
  keyPhrases: (text) => keyPhrases(text, { count: 5, language: 'en' }),
  summarise: (text) => summarise(text, { sentences: 2, language: 'en' }),
}
const RULES = { id: 'x', name: 'X', limit: 300, maxTextBytes: null, counting: 'graphemes', linkLength: null, mentionCounts: 'whole', links: 'in-text', shortLinks: true, hashtags: { max: null }, embeds: 'one', media: { kinds: [], min: 0, max: 0, ratioFrom: 0, ratioTo: 100, minWidth: 0, maxBytes: 0, descriptions: 'none' }, boards: false, audiences: [], equalTextRefusedDays: null, rate: null } as const satisfies Parameters<typeof measure>[1] // prettier-ignore

const isOwn = (error: unknown): boolean =>
  error instanceof FeedError ||
  error instanceof FormatError ||
  error instanceof WatchSyntaxError ||
  (error instanceof Error && error.name === 'TooDeep')

async function parsed(parse: (text: string) => unknown, text: string): Promise<void> {
  try {
    await parse(text)
  } catch (error) {
    if (!isOwn(error)) throw error
  }
}

/** Pieces that parsers trip over, in any order. */
const PIECES = ['<rss version="2.0"><channel>', '<item>', '</item>', '<feed xmlns="http://www.w3.org/2005/Atom">', '<entry>', '<opml><body>', '<outline text="x" xmlUrl="https://a.example/f">', '<!DOCTYPE html>', '<!DOCTYPE x [<!ENTITY a "b">]>', '<html><body>', '<p>', '</p>', '<div', ' class="', '"', '>', '<!--', '-->', '<![CDATA[', ']]>', '&amp;', '&#x0;', '&a;', '&#99999999;', '<script>', '</script>', '<a href="javascript:x">', '<base href="//">', '<meta charset="utf-7">', '<svg>', '<math>', '<table><tr><td>', '<select><option>', '\0', '\ufeff', '\ud800', '{"version":"https://jsonfeed.org/version/1.1","items":[', '{"id":"1"}', ']}', 'From: a@b.example\r\n', 'Content-Type: multipart/mixed; boundary=x\r\n\r\n', '--x\r\n', '#tag', '@name@host.example', 'https://a.example/', 'next Thursday', '3 March 2027', 'lamp OR (', ')', '-', '~9', '^2', 'title:', '<x>; rel="', ', '] // prettier-ignore
const nonsense = fc
  .array(fc.oneof(fc.constantFrom(...PIECES), fc.string({ unit: 'binary', maxLength: 12 })), {
    maxLength: 60,
  })
  .map((pieces) => pieces.join(''))

describe.each(Object.entries(PARSERS))('%s', (_name, parse) => {
  it('ends on anything, by a result or an error of its own', async () => {
    // What is made once, with the first text (grammars of dates), is not the text's doing.
    await parsed(parse, 'On 3 March 2027, next Thursday: https://a.example/')
    await fc.assert(
      fc.asyncProperty(nonsense, async (text) => (await took(parse, text)) < 1_000),
      { numRuns: 150, seed: 20271127 },
    )
  }, 30_000)
})

/** Texts of a number of pieces, each a way to make a parser work hard. */
const ATTACKS: Record<string, (pieces: number) => string> = {
  'elements within elements': (n) => '<div>'.repeat(n),
  'outlines within outlines': (n) => `<opml><body>${'<outline text="x">'.repeat(n)}`,
  'elements that never close': (n) => '<p><b><i>'.repeat(n / 3),
  'ends without beginnings': (n) => '</div>'.repeat(n),
  'table rows': (n) => `<table>${'<tr><td>x'.repeat(n)}`,
  'links': (n) => '<a href="/feed.xml" rel="alternate x y z">x</a>'.repeat(n),
  'cards': (n) => '<meta property="og:title" content="x">'.repeat(n),
  'attributes': (n) => `<div ${Array.from({ length: n }, (_, at) => `a${at}="x"`).join(' ')}>`,
  'open comments': (n) => '<!--'.repeat(n),
  'entities': (n) => '&amp;&lt;&#65;'.repeat(n),
  'blanks': (n) => `x${' '.repeat(n * 4)}x`,
  'brackets': (n) => '<'.repeat(n * 4),
  'hashtags': (n) => `#${'a1'.repeat(n * 2)}#`,
  'hosts': (n) => 'a.'.repeat(n * 2),
  'addresses': (n) => `https://a.example/${'(a'.repeat(n)}`,
  'days': (n) => 'trigésimo primero    '.repeat(n),
  'items': (n) => `<rss version="2.0"><channel>${'<item><title>x</title></item>'.repeat(n)}`,
  'one address again and again': (n) => `<opml><body>${Array.from({ length: n }, (_, at) => `<outline text="f${at}"><outline xmlUrl="https://a.example/f"/></outline>`).join('')}`,
  'commas of a header': (n) => '<a>; rel="x", '.repeat(n),
} // prettier-ignore

const SHORT = 4_000
const took = (parse: (text: string) => unknown, text: string): Promise<number> =>
  cpuTime(() => parsed(parse, text))

describe.each(Object.entries(ATTACKS))('twice as many %s', (_name, make) => {
  // Words and phrases of one text are compared with each other; they are given articles, whose texts have an
  // end.
  const asked = Object.entries(PARSERS).filter(
    ([name]) => !['keyPhrases', 'summarise', 'parseWatch'].includes(name),
  )
  it.each(asked)(
    'take %s about twice as long',
    async (_parser, parse) => {
      const [short, long] = [make(SHORT), make(SHORT * 2)]
      let ratio = Number.POSITIVE_INFINITY
      for (let one = 0; one < 4 && ratio > 3; one++) {
        const [first, second] = [await took(parse, short), await took(parse, long)]
        // Under some milliseconds nothing can be told apart.
        ratio = Math.min(ratio, second < 15 ? 1 : second / Math.max(first, 1))
      }
      expect(ratio).toBeLessThan(3)
    },
    30_000,
  )
})
