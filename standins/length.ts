import published from 'twitter-text'
import type { Network } from './networks'

const graphemes = new Intl.Segmenter('und', { granularity: 'grapheme' })

/** A text's length as the network itself counts it: by code that is not the application's. */
export function lengthOn(network: Network, text: string): number {
  if (network.rules.counting === 'weighted') {
    // The reserved `.example` and this machine's own address are no known domains to the library; links there
    // count like any other here.
    return published.parseTweet(
      text.replace(/https?:\/\/[^\s<>]+/g, 'https://paper.com/a').replace(/\.example\b/g, '.com'),
    ).weightedLength
  }
  const names =
    network.rules.mentionCounts === 'local'
      ? text.replace(/(@[a-z0-9_]+)@[a-z0-9.-]+\.[a-z]{2,}/gi, '$1')
      : text
  const { linkLength } = network.rules
  const links = linkLength === null ? names : names.replace(/https?:\/\/[^\s<>]+/g, 'x'.repeat(linkLength))
  return [...graphemes.segment(links)].length
}
