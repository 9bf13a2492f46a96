// What a network without an open protocol is described by, and where a post for it is written.
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { openingAddress } from '#core/post'
import { factsOfRules, KINDS, rulesOfFacts, SHAPES, type Shape } from '#shared/networks/described'

describe('the page on which one posts', () => {
  const post = { text: 'Dark & quiet: 100 % – "now"?\n#owls', link: 'https://lowlamp.example/x?a=1&b=2' }

  it('gets the text and the link whole, whatever is in them', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), fc.webUrl(), (text, link) => {
        const url = new URL(
          openingAddress('https://wall.example/new?t={text}&u={link}#{text}', { text, link })!,
        )
        expect(url.searchParams.get('t')).toBe(text.replace(/[\ud800-\udfff]/gu, '\ufffd'))
        expect([url.searchParams.get('u'), url.host]).toEqual([link, 'wall.example'])
      }),
    )
  })

  it('is no other page than the template says: a text is no part of the address', () => {
    expect(openingAddress('https://wall.example/{text}', { ...post, text: '../../@evil.example' })).toBe(
      'https://wall.example/..%2F..%2F%40evil.example',
    )
    expect(openingAddress('{link}', post)).toBeNull()
    expect(openingAddress('javascript:alert("{text}")', post)).toBeNull()
    expect(openingAddress('', post)).toBeNull()
  })

  it('comes without a text that is too long for an address', () => {
    const long = { text: 'é'.repeat(4000), link: null }
    expect(openingAddress('https://wall.example/new?t={text}', long)).toBe('https://wall.example/new?t=')
  })
})

it('rules say again the facts they were made from', () => {
  for (const shape of Object.keys(SHAPES) as Shape[])
    for (const kind of Object.values(KINDS)) {
      const { perDay, ...facts } = { ...kind, shape, name: 'The wall' }
      expect(perDay === null || perDay > 0).toBe(true)
      expect(factsOfRules(rulesOfFacts('id', facts))).toEqual(facts)
    }
})
