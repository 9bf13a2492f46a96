// Sources: Unicode's GraphemeBreakTest.txt and emoji-test.txt (Debian package unicode-data); npm @atproto/api
// 0.19.19, RichText, run live; linkify's own tests (Debian package librust-linkify-dev); WHATWG's
// urltestdata.json (librust-url-dev).
import { RichText } from '@atproto/api'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { entities, measure, type NetworkRules } from '#core/post'
import { campaignUrl } from '#core/url'
import { dataOf, readText, report } from './data'

const unicode = dataOf('unicode-data', 'usr/share/unicode')
const linkify = dataOf('linkify', 'usr/share/cargo/registry/linkify-0.9.0/tests')
const whatwg = dataOf('rust-url', 'usr/share/cargo/registry/url-2.3.1/tests')

const rules = (counting: NetworkRules['counting']): NetworkRules => ({
  id: 'n', name: 'N', limit: 300, maxTextBytes: 3000, counting, linkLength: null, mentionCounts: 'whole', links: 'in-text', shortLinks: true,
  hashtags: { max: null }, embeds: 'one', boards: false, audiences: [], equalTextRefusedDays: null, rate: null,
  media: { kinds: [], min: 0, max: 0, ratioFrom: 0, ratioTo: 100, minWidth: 0, maxBytes: 0, descriptions: 'none' },
}) // prettier-ignore

describe.runIf(unicode)('Unicode', () => {
  it('graphemes are those of GraphemeBreakTest.txt', () => {
    const others: string[] = []
    let held = 0
    for (const line of readText(unicode!, 'auxiliary/GraphemeBreakTest.txt').split('\n')) {
      const cells = line.split('#')[0]!.trim()
      if (cells === '') continue
      const text = String.fromCodePoint(
        ...[...cells.matchAll(/[0-9A-F]{4,6}/g)].map(([hex]) => parseInt(hex, 16)),
      )
      // Lengths are counted in NFC; a case that NFC changes says nothing about ours.
      if (text.normalize('NFC') !== text) continue
      const wanted = cells.split('÷').filter((part) => /[0-9A-F]/.test(part)).length
      const { length } = measure(text, rules('graphemes'))
      if (length === wanted) held++
      else others.push(`${cells}: ${length}, not ${wanted}`)
    }
    report('GraphemeBreakTest.txt', held, others)
    // Node's own Unicode data is a version younger than the file: one case differs.
    expect(held).toBeGreaterThan(560)
    expect(others.length).toBeLessThanOrEqual(1)
  })

  it('each emoji of emoji-test.txt is one grapheme and weighs 2, by the published rule', () => {
    const wrong: string[] = []
    let count = 0
    for (const line of readText(unicode!, 'emoji/emoji-test.txt').split('\n')) {
      const [, cells, status] = /^([0-9A-F ]+?)\s*;\s*(\S+)/.exec(line) ?? []
      if (!cells || status === 'unqualified') continue
      const text = String.fromCodePoint(...cells.split(' ').map((hex) => parseInt(hex, 16)))
      count++
      if (measure(text, rules('graphemes')).length !== 1) wrong.push(`${text} is not one grapheme`)
      if (status !== 'minimally-qualified' && measure(text, rules('weighted')).length !== 2)
        wrong.push(`${cells} weighs ${measure(text, rules('weighted')).length}`)
    }
    report('emoji-test.txt', count - wrong.length, wrong)
    expect(count).toBeGreaterThan(4000)
    expect(wrong).toEqual([])
  })
})

it('graphemes and UTF-8 bytes are those of @atproto/api’s RichText, on 5,000 random texts of all scripts', () => {
  const text = fc.string({ unit: fc.oneof(fc.string({ unit: 'grapheme', maxLength: 3 }), fc.constantFrom('👩‍👩‍👧‍👦', '🇵🇹', 'e\u0301', '\r\n', '\u200d', 'ต่ำ', '한국', 'नमस्ते')), maxLength: 60 }) // prettier-ignore
  fc.assert(
    fc.property(text, (made) => {
      const normal = made.normalize('NFC')
      const theirs = new RichText({ text: normal })
      const ours = measure(normal, rules('graphemes'))
      expect([ours.length, ours.bytes]).toEqual([theirs.graphemeLength, theirs.length])
    }),
    { numRuns: 5000, seed: 20261125 },
  )
})

describe.runIf(linkify)('linkify’s cases', () => {
  it('of web addresses, hold where the published grammar of posts agrees with them', () => {
    const source = ['url.rs', 'domains.rs'].map((file) => readText(linkify!, file)).join('\n')
    const others: string[] = []
    let held = 0
    for (const [, kind, first, second] of source.matchAll(
      /assert_(linked|not_linked|urls_without_protocol)\(\s*"((?:[^"\\]|\\.)*)"(?:,\s*"((?:[^"\\]|\\.)*)")?,?\s*\)/g,
    )) {
      const text = unescaped(first!)
      // Other schemes, names before a host and hosts under no known domain are no links here, by engine.md
      // and the published grammar.
      if (
        /(^|[^a-z])(?!https?:)[a-z][a-z0-9+.-]*:\/\/|@|:\/\/[^/]*$|file:|\.local/i.test(text) &&
        kind !== 'not_linked'
      )
        continue
      const wanted = kind === 'not_linked' ? text : unescaped(second!)
      const got = entities(text)
        .filter((one) => one.kind === 'link')
        .toReversed()
        .reduce(
          (marked, { start, end }) =>
            `${marked.slice(0, start)}|${marked.slice(start, end)}|${marked.slice(end)}`,
          text,
        )
      if (got === wanted) held++
      else others.push(`${JSON.stringify(text)}: ${got}, not ${wanted}`)
    }
    report('linkify', held, others)
    expect(held).toBeGreaterThanOrEqual(100)
  })
})

const unescaped = (text: string): string =>
  text.replace(/\\u\{([0-9a-fA-F]+)\}|\\(.)/g, (_, hex: string | undefined, sign: string) =>
    hex ? String.fromCodePoint(parseInt(hex, 16)) : ({ n: '\n', t: '\t', r: '\r' }[sign] ?? sign),
  )

describe.runIf(whatwg)('campaign marks', () => {
  it('go round WHATWG’s addresses: what was there stays, the marks read back as they were', () => {
    const cases = (
      JSON.parse(readText(whatwg!, 'urltestdata.json')) as ({ href?: string; failure?: boolean } | string)[]
    ).flatMap((one) =>
      typeof one === 'object' && !one.failure && /^https?:/.test(one.href ?? '') ? [one.href!] : [],
    )
    for (const href of cases) {
      const marked = new URL(
        campaignUrl(href, { source: 'chatter brook', medium: 'søcial & more', campaign: 'a=b#c' }),
      )
      const before = new URL(href)
      expect([marked.origin, marked.pathname, marked.hash]).toEqual([
        before.origin,
        before.pathname,
        before.hash,
      ])
      expect([...marked.searchParams].slice(0, [...before.searchParams].length)).toEqual([
        ...before.searchParams,
      ])
      expect([marked.searchParams.get('utm_source'), marked.searchParams.get('utm_medium'), marked.searchParams.get('utm_campaign')]).toEqual(['chatter brook', 'søcial & more', 'a=b#c']) // prettier-ignore
    }
    report('campaign marks on WHATWG’s addresses', cases.length, [])
    expect(cases.length).toBeGreaterThan(150)
  })
})
