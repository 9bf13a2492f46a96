import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { campaignUrl, canonicalUrl, siteOf } from '#core/url'

describe('canonicalUrl', () => {
  it('is equal for the equivalent addresses of RFC 3986 §6.2.2', () => {
    expect(canonicalUrl('eXAMPLE://a/./b/../b/%63/%7bfoo%7d')).not.toBe('')
    expect(canonicalUrl('HTTP://a.example/./b/../b/%63/%7bfoo%7d')).toBe(
      canonicalUrl('http://a.example/b/c/%7Bfoo%7D'),
    )
  })

  it.each([
    ['http://www.Paper.example:80/a/', 'https://paper.example/a'],
    ['https://paper.example/a#part', 'https://paper.example/a'],
    ['https://paper.example/a?utm_source=x&id=3&fbclid=9', 'https://paper.example/a?id=3'],
    ['https://paper.example/?b=2&a=1', 'https://paper.example?b=2&a=1'],
    ['https://paper.example/#!/a', 'https://paper.example#!/a'],
  ])('%s has the key %s', (url, key) => {
    expect(canonicalUrl(url)).toBe(key)
  })

  it('is its own key, whatever the address', () => {
    fc.assert(
      fc.property(fc.webUrl({ withQueryParameters: true, withFragments: true }), (url) => {
        expect(canonicalUrl(canonicalUrl(url))).toBe(canonicalUrl(url))
      }),
    )
  })
})

describe('campaignUrl', () => {
  it('keeps what is there, replaces no mark and encodes once', () => {
    expect(
      campaignUrl('https://p.example/a?x=%20&utm_source=old#top', { source: 'new', medium: 'social post' }),
    ).toBe('https://p.example/a?x=%20&utm_source=old&utm_medium=social%20post#top')
  })

  it('never changes which page is meant', () => {
    fc.assert(
      fc.property(fc.webUrl({ withQueryParameters: true }), fc.string(), (url, campaign) => {
        expect(canonicalUrl(campaignUrl(url, { campaign }))).toBe(canonicalUrl(url))
      }),
    )
  })
})

it('siteOf gives the registrable domain by the public suffix list', () => {
  expect(siteOf('https://news.lowlamp.example/x')).toBe('lowlamp.example')
  expect(siteOf('https://a.b.co.uk/')).toBe('b.co.uk')
  expect(siteOf('no address')).toBe('')
})
