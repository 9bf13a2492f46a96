import published from 'twitter-text'
import type { Network } from './networks'

const graphemes = new Intl.Segmenter('und', { granularity: 'grapheme' })

/** A text's length as the network itself counts it: by code that is not the application's. */
export function lengthOn(network: Network, text: string): number {
  if (network.rules.counting === 'weighted') {
    // The reserved `.example` is no known domain to the library; a link under it counts like any other here.
    return published.parseTweet(text.replace(/\.example\b/g, '.com')).weightedLength
  }
  const withoutHosts = text.replace(/(@[a-z0-9_]+)@[a-z0-9.-]+\.[a-z]{2,}/gi, '$1')
  const withFixedLinks = withoutHosts.replace(/https?:\/\/[^\s<>]+/g, 'x'.repeat(network.rules.linkLength))
  return [...graphemes.segment(withFixedLinks)].length
}
