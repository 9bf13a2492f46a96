// Conditional requests and freshness (RFC 9110 §13, RFC 9111 §4.2), with npm http-cache-semantics 4.3.0, run
// live, as a second opinion.
import fc from 'fast-check'
import CachePolicy from 'http-cache-semantics'
import { describe, expect, it } from 'vitest'
import { conditionsFor, freshMinutes, validatorsOf } from '#server/platform/net/caching'

const DATE = new Date(Date.UTC(2026, 10, 25, 8))
const request = { url: '/feed.xml', method: 'GET', headers: { host: 'paper.example' } }
const answer = (headers: Record<string, string>) => ({
  status: 200,
  headers: { date: DATE.toUTCString(), ...headers },
})
/** A private cache that takes nothing for fresh by guess: only what is stated counts. */
const policyOf = (headers: Record<string, string>): CachePolicy =>
  new CachePolicy(request, answer(headers), { shared: false, cacheHeuristic: 0 })

const seconds = fc.nat({ max: 200_000 })
const cacheControl = fc
  .array(
    fc.oneof(
      seconds.map((value) => `max-age=${value}`),
      seconds.map((value) => `s-maxage=${value}`),
      fc.constantFrom(
        'no-cache',
        'no-store',
        'public',
        'private',
        'must-revalidate',
        'max-age="600"',
        'stale-while-revalidate=60',
        'immutable',
      ),
    ),
    { maxLength: 3 },
  )
  // Of one directive given twice the Recommendation lets a cache take either.
  .filter((parts) => new Set(parts.map((part) => part.split('=')[0]!.toLowerCase())).size === parts.length)
  // It takes «immutable» for a day's freshness, which is for pages of a browser.
  .filter((parts) => !parts.includes('immutable') || parts.some((part) => /^max-age/i.test(part)))
  .map((parts) => parts.join(', '))
const expires = fc.oneof(
  fc
    .integer({ min: -90_000, max: 90_000 })
    .map((ahead) => new Date(DATE.getTime() + ahead * 1000).toUTCString()),
  fc.constantFrom('0', '-1'),
)
const headers = fc.record(
  { 'cache-control': cacheControl, expires, age: seconds.map(String) },
  { requiredKeys: [] },
)

describe('freshness', () => {
  it('is what http-cache-semantics makes of it, on 3,000 random answers', () => {
    let stated = 0
    fc.assert(
      fc.property(headers, (given) => {
        const ours = freshMinutes(answer(given).headers)
        if (ours !== null) stated++
        const theirs = policyOf(given)
        // Its time to live counts what is left after the age the answer had on arrival.
        const left = theirs.storable() ? Math.max(0, theirs.maxAge() - Number(given.age ?? 0)) : 0
        expect(Math.round((ours ?? 0) * 60)).toBe(Math.round(left))
      }),
      { numRuns: 3000 },
    )
    expect(stated).toBeGreaterThan(1000)
  })
})

it('takes directives in any letter case (RFC 9111 §5.2), which http-cache-semantics does not', () => {
  expect(freshMinutes({ 'cache-control': 'Max-Age=90' })).toBe(1.5)
})

describe('conditional requests', () => {
  const validators = fc.record(
    {
      etag: fc.constantFrom('"a"', 'W/"b"'),
      'last-modified': fc.constant(new Date(DATE.getTime() - 86_400_000).toUTCString()),
    },
    { requiredKeys: [] },
  )

  it('carry the validators that http-cache-semantics sends', () => {
    fc.assert(
      fc.property(validators, (given) => {
        const theirs = policyOf({ ...given, 'cache-control': 'max-age=0' }).revalidationHeaders(request)
        const ours = conditionsFor(validatorsOf(given, null))
        expect(ours).toEqual(
          Object.fromEntries(
            ['if-none-match', 'if-modified-since'].flatMap((name) =>
              theirs[name] === undefined ? [] : [[name, theirs[name]]],
            ),
          ),
        )
      }),
    )
  })

  it('keep what a 304 leaves out (RFC 9111 §3.2)', () => {
    const known = { etag: '"a"', last_modified: 'Tue, 24 Nov 2026 08:00:00 GMT' }
    expect(validatorsOf({}, known)).toEqual(known)
    expect(validatorsOf({ etag: '"b"' }, known)).toEqual({ ...known, etag: '"b"' })
    expect(validatorsOf({}, null)).toEqual({ etag: null, last_modified: null })
  })
})
