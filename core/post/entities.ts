import { linksIn } from './links'
import type { Entity, NetworkRules } from './types'

/* eslint-disable no-misleading-character-class -- joiners and marks are meant as units of their own */

// Boundaries as in twitter-text 3.1.0's published grammar; a name with a host behind it is one on another
// server.
const MENTION = new RegExp(
  [
    String.raw`(?<![a-z0-9_!#$%&*@＠])[@＠]`,
    String.raw`([a-z0-9_]{1,30}(?![a-z0-9_])(?:@[a-z0-9-]+(?:\.[a-z0-9-]+)+)?)`,
    String.raw`(?![@＠\u00c0-\u024f\u1e00-\u1eff]|://)`,
  ].join(''),
  'giu',
)
const TAG_UNIT =
  '[\\p{L}\\p{M}\\p{Nd}_\\u200c\\u200d\\u00b7\\u05be\\u05f3\\u05f4\\u0f0b\\u0f0c\\u3003\\u301c\\u309b\\u309c\\u30a0\\u30fb\\uff5e]'
const TAG_LETTER = '[\\p{L}\\p{M}]'
// That a letter is among its signs is asked first: to look for its place while matching would take the square
// of the length.
const HASHTAG = new RegExp(
  [
    `(?<!(?!\\ufe0e|\\ufe0f)${TAG_UNIT}|&)[#＃](?!\\ufe0f|\\u20e3)`,
    `(?=(?:(?!${TAG_LETTER})${TAG_UNIT})*${TAG_LETTER})`,
    `(${TAG_UNIT}+)(?!${TAG_UNIT}|[#＃]|:\\/\\/)`,
  ].join(''),
  'gu',
)

/**
 * Links, mentions and hashtags of a text in reading order, none overlapping. `links` are addresses the
 * product itself put in; they are always links. Names on other servers (`@user@host`) are mentions where the
 * network counts them so, or none is given.
 */
export function entities(text: string, rules: NetworkRules | null = null, links: string[] = []): Entity[] {
  const all = linksIn(text, links)
  const given = all.filter((link) => links.includes(link.text))
  const isFree = freeOf(given)
  const names = found(text, MENTION, 'mention').filter(
    (mention) => rules?.mentionCounts !== 'whole' || !mention.value.includes('@'),
  )
  const tags = found(text, HASHTAG, 'hashtag')
  const written = [...all.filter((link) => !given.includes(link)), ...names, ...tags]
    .sort((a, b) => a.start - b.start)
    .filter(isFree)
  // Where one runs into the next, what begins first is taken whole.
  const kept: Entity[] = []
  for (const entity of written) if (entity.start >= (kept.at(-1)?.end ?? 0)) kept.push(entity)
  return [...given, ...kept].sort((a, b) => a.start - b.start)
}

/**
 * Whether a part of the text lies outside all of these, which stand in reading order: asked in reading order
 * too, it goes through them once.
 */
function freeOf(taken: Entity[]): (entity: Entity) => boolean {
  let at = 0
  let askedAt = 0
  return ({ start, end }) => {
    if (start < askedAt) at = 0
    askedAt = start
    while (at < taken.length && taken[at]!.end <= start) at++
    return at >= taken.length || taken[at]!.start >= end
  }
}

function found(text: string, pattern: RegExp, kind: Entity['kind']): Entity[] {
  return [...text.matchAll(pattern)].map((match) => ({
    kind,
    text: match[0],
    value: match[1]!,
    start: match.index,
    end: match.index + match[0].length,
  }))
}
