// Sources: WHATWG's urltestdata.json (Debian package librust-url-dev), purell's cases
// (golang-github-puerkitobio-purell-dev), the Public Suffix List's test data (golang-golang-x-net-dev,
// publicsuffix/list_test.go); RFC 3986 §5.4 and §6, its own examples written anew.
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { absoluteUrl } from '#core/feed/xml'
import { canonicalUrl, siteOf } from '#core/url'
import { dataOf, readText, report } from './data'

const whatwg = dataOf('rust-url', 'usr/share/cargo/registry/url-2.3.1/tests')
const purell = dataOf('purell', 'usr/share/gocode/src/github.com/PuerkitoBio/purell')
const suffixes = dataOf('x-net', 'usr/share/gocode/src/golang.org/x/net/publicsuffix')

interface UrlCase { input: string; base: string | null; href?: string; failure?: boolean; protocol?: string } // prettier-ignore

describe.runIf(whatwg)('WHATWG’s addresses', () => {
  const cases = whatwg
    ? (JSON.parse(readText(whatwg, 'urltestdata.json')) as (UrlCase | string)[]).filter(
        (one): one is UrlCase => typeof one === 'object',
      )
    : []

  it('are made absolute as its data says, web addresses alone', () => {
    const others: string[] = []
    let held = 0
    for (const { input, base, href, failure } of cases) {
      const wanted = !failure && /^https?:/.test(href ?? '') ? href! : null
      const got = absoluteUrl(input, base ?? 'about:blank')
      if (got === wanted) held++
      else others.push(`${JSON.stringify(input)} on ${base}: ${got}, not ${wanted}`)
    }
    report('WHATWG, absolute addresses', held, others)
    expect(cases.length).toBeGreaterThan(680)
    // An empty reference is its base to WHATWG; in a feed it is no address.
    expect(others.filter((other) => !other.startsWith('"" on '))).toEqual([])
  })

  it('have the same key before and after they are written out, and a key is its own key', () => {
    const written = cases.flatMap(({ input, base, href, failure }) =>
      !failure && /^https?:/.test(href ?? '') && (base === null || base === 'about:blank')
        ? [{ input, href: href! }]
        : [],
    )
    expect(written.length).toBeGreaterThan(100)
    for (const { input, href } of written) {
      expect([input, canonicalUrl(input)]).toEqual([input, canonicalUrl(href)])
      expect(canonicalUrl(canonicalUrl(href))).toBe(canonicalUrl(href))
    }
  })
})

describe('RFC 3986', () => {
  // §5.4.1 and §5.4.2; the base is the RFC's own. `http:g` is read as WHATWG reads it, not as a strict
  // parser.
  it.each([
    ['g', 'http://a/b/c/g'], ['./g', 'http://a/b/c/g'], ['g/', 'http://a/b/c/g/'], ['/g', 'http://a/g'], ['//g', 'http://g/'], ['?y', 'http://a/b/c/d;p?y'],
    ['g?y', 'http://a/b/c/g?y'], ['#s', 'http://a/b/c/d;p?q#s'], ['g#s', 'http://a/b/c/g#s'], ['g?y#s', 'http://a/b/c/g?y#s'], [';x', 'http://a/b/c/;x'],
    ['g;x', 'http://a/b/c/g;x'], ['g;x?y#s', 'http://a/b/c/g;x?y#s'], ['.', 'http://a/b/c/'], ['./', 'http://a/b/c/'], ['..', 'http://a/b/'], ['../', 'http://a/b/'],
    ['../g', 'http://a/b/g'], ['../..', 'http://a/'], ['../../g', 'http://a/g'], ['../../../g', 'http://a/g'], ['/./g', 'http://a/g'], ['/../g', 'http://a/g'],
    ['g.', 'http://a/b/c/g.'], ['..g', 'http://a/b/c/..g'], ['./../g', 'http://a/b/g'], ['g;x=1/../y', 'http://a/b/c/y'], ['g?y/./x', 'http://a/b/c/g?y/./x'],
  ])('resolves %s (§5.4)', (reference, wanted) => {
    expect(absoluteUrl(reference, 'http://a/b/c/d;p?q')).toBe(wanted)
  }) // prettier-ignore

  it.each([
    ['example://a/b/c/%7Bfoo%7D', 'eXAMPLE://a/./b/../b/%63/%7bfoo%7d'],
    ['HTTP://www.EXAMPLE.com/', 'http://www.example.com/'],
    ['http://example.com', 'http://example.com/'],
    ['http://example.com/', 'http://example.com:/'],
    ['http://example.com/', 'http://example.com:80/'],
    ['http://example.com/~smith/', 'http://example.com/%7Esmith/'],
    ['http://example.com/%7esmith', 'http://example.com/%7Esmith'],
  ])('%s and %s are one (§6.2)', (a, b) => {
    const web = (url: string): string => url.replace(/^example:/i, 'http:')
    expect(canonicalUrl(web(a))).toBe(canonicalUrl(web(b)))
  })
})

describe.runIf(purell)('purell', () => {
  // What a key here takes off as well; the others (a file's name, the order of the query, doubled slashes)
  // may mean another page.
  const OURS =
    /^(LowercaseScheme|LowercaseHost|UppercaseEscapes|DecodeUnnecessaryEscapes|RemoveDefaultPort|EmptyQuerySeparator|RemoveEmptyQuerySeparator|RemoveTrailingSlash|AddTrailingSlash|RemoveDotSegments|RemoveFragment|ForceHTTP|RemoveWWW|AddWWW|sSafe|DecodeDWORDHost|DecodeOctalHost|DecodeHexHost)$/

  it('puts out addresses that have the key of what was put in', () => {
    const source = purell ? readText(purell, 'purell_test.go').split('func TestRunner')[0]! : ''
    const cases = [
      ...source.matchAll(/\{\s*"([^"]+)",\s*["`]([^"`]+)["`],\s*(Flag[^,]+),\s*["`]([^"`]+)["`],/g),
    ]
      .map((m) => ({
        name: m[1]!,
        from: m[2]!,
        flags: m[3]!.split('|').map((flag) => flag.trim().replace(/^Flag/, '')),
        to: m[4]!,
      }))
      .filter(
        ({ flags, from, to }) =>
          flags.every((flag) => OURS.test(flag)) && URL.canParse(from) && !to.includes('\\x'),
      )
    const others = cases
      .filter(({ from, to }) => canonicalUrl(from) !== canonicalUrl(to))
      .map(({ name, from, to }) => `${name}: ${from} is ${canonicalUrl(from)}, ${to} is ${canonicalUrl(to)}`)
    report('purell', cases.length - others.length, others)
    expect(cases.length).toBeGreaterThan(30)
    // `root` would be a suffix alone: `www.` stays before such.
    expect(others.filter((other) => !/www\.root/i.test(other))).toEqual([])
  })
})

describe.runIf(suffixes)('the Public Suffix List', () => {
  it('says which site an address belongs to', () => {
    const table = suffixes
      ? readText(suffixes, 'list_test.go').split('var eTLDPlusOneTestCases')[1]!.split('func ')[0]!
      : ''
    const cases = [...table.matchAll(/\{"([^"]*)", "([^"]*)"\}/g)]
      .map((m) => ({ domain: m[1]!, site: m[2]! }))
      .filter(({ domain }) => URL.canParse(`https://${domain}/`))
    const ascii = (name: string): string => (name === '' ? '' : new URL(`https://${name}/`).hostname)
    // A suffix has no site of its own: then its own name stands for it.
    const others = cases
      .filter(({ domain, site }) => siteOf(`https://${domain}/`) !== ascii(site === '' ? domain : site))
      .map(({ domain, site }) => `${domain}: ${siteOf(`https://${domain}/`)}, not ${site}`)
    report('public suffixes', cases.length - others.length, others)
    expect(cases.length).toBeGreaterThan(60)
    expect(others).toEqual([])
  })
})

describe('a key', () => {
  const host = fc.constantFrom(
    'paper.example',
    'www.paper.example',
    'PAPER.example',
    'news.paper.example',
    'bücher.example',
  )
  const path = fc
    .array(fc.constantFrom('a', 'B', '%41', '%2f', '.', '..', 'ä', 'a b', '~x', ''), { maxLength: 5 })
    .map((parts) => `/${parts.join('/')}`)
  const query = fc
    .array(fc.constantFrom('a=1', 'b=%7E', 'utm_source=x', 'fbclid=1', 'q=ä+b', 'A'), { maxLength: 4 })
    .map((pairs) => (pairs.length > 0 ? `?${pairs.join('&')}` : ''))
  const address = fc
    .tuple(
      fc.constantFrom('http://', 'https://', 'HTTPS://'),
      host,
      path,
      query,
      fc.constantFrom('', '#part', '#!/page'),
    )
    .map((parts) => parts.join(''))

  it('is its own key, and the same with and without what does not matter', () => {
    fc.assert(
      fc.property(address, (url) => {
        const key = canonicalUrl(url)
        expect(canonicalUrl(key)).toBe(key)
        expect(canonicalUrl(` ${url}\n`)).toBe(key)
        expect(canonicalUrl(new URL(url).href)).toBe(key)
        if (!url.includes('#')) expect(canonicalUrl(`${url}#elsewhere`)).toBe(key)
        expect(
          canonicalUrl(
            `${url.split('#')[0]!}${url.includes('?') ? '&' : '?'}utm_medium=z${url.includes('#') ? `#${url.split('#')[1]!}` : ''}`,
          ),
        ).toBe(key)
      }),
      { numRuns: 2000 },
    )
  })
})
