import { describe, expect, it } from 'vitest'
import { isOnSite, siteNamed } from '#core/url'

describe('sites of one’s own', () => {
  it.each([
    ['lowlamp.example', 'lowlamp.example'],
    [' https://www.LowLamp.example/news?x=1 ', 'lowlamp.example'],
    ['news.lowlamp.example', 'news.lowlamp.example'],
    ['http://lowlamp.example:8080', 'lowlamp.example'],
    ['bücher.example', 'xn--bcher-kva.example'],
    ['lowlamp', null],
    ['', null],
    ['two words.example', null],
    ['mailto:a@b.example', null],
  ])('%s is %s', (text, host) => expect(siteNamed(text)).toBe(host))

  it.each([
    ['https://lowlamp.example/a', true],
    ['https://news.lowlamp.example/a', true],
    ['https://LOWLAMP.example', true],
    ['https://notlowlamp.example/a', false],
    ['https://elsewhere.example/lowlamp.example', false],
    ['https://lowlamp.example.elsewhere.example/', false],
    ['no address', false],
  ])('%s stands there: %s', (url, is) => expect(isOnSite(url, ['lowlamp.example'])).toBe(is))
})
