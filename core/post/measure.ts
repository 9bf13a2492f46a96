import { entities } from './entities'
import { linksIn } from './links'
import type { Entity, Measure, NetworkRules } from './types'

const segmenter = new Intl.Segmenter('und', { granularity: 'grapheme' })
const utf8 = new TextEncoder()

/**
 * A text's length as the network counts it, in NFC. `weighted`: the published version 3 configuration of
 * twitter-text.
 * `graphemes`: Unicode Annex 29. `characters`: graphemes, a link as `linkLength`, `@user@host` as `@user`
 * where mentions count locally. `links` are addresses the product itself put in, which are links under any
 * domain.
 */
export function measure(text: string, rules: NetworkRules, links: string[] = []): Measure {
  const normal = text.normalize('NFC')
  const tally = new Tally(rules)
  let at = 0
  // The published count takes every link as such, also one that a hashtag runs into.
  const pieces =
    rules.counting === 'weighted' && rules.mentionCounts === 'whole'
      ? linksIn(normal, links)
      : entities(normal, rules, links)
  for (const entity of pieces) {
    const fixed = fixedLength(entity, rules)
    if (fixed === null) continue
    tally.graphemes(normal.slice(at, entity.start))
    tally.add(entity.end - entity.start, fixed)
    at = entity.end
  }
  tally.graphemes(normal.slice(at))
  const { length } = tally
  const bytes = utf8.encode(normal).length
  const bytesFit = rules.maxTextBytes === null || bytes <= rules.maxTextBytes
  const validTo = bytesFit ? tally.validTo : fitBytes(normal.slice(0, tally.validTo), rules.maxTextBytes!)
  return {
    length,
    limit: rules.limit,
    left: rules.limit - length,
    bytes,
    valid: length > 0 && length <= rules.limit && bytesFit,
    validTo,
  }
}

/** UTF-16 offset behind the last grapheme that fits into so many UTF-8 bytes. */
function fitBytes(text: string, most: number): number {
  let bytes = 0
  for (const { segment, index } of segmenter.segment(text)) {
    bytes += utf8.encode(segment).length
    if (bytes > most) return index
  }
  return text.length
}

/** The length of an entity that does not count as its own characters; null when it does. */
function fixedLength(entity: Entity, rules: NetworkRules): number | null {
  if (entity.kind === 'link')
    return rules.counting === 'weighted'
      ? LINK_WEIGHT
      : rules.counting === 'characters'
        ? rules.linkLength
        : null
  if (entity.kind === 'mention' && rules.mentionCounts === 'local' && entity.text.indexOf('@', 1) > 0)
    return entity.text.indexOf('@', 1)
  return null
}

// Signs that are a grapheme each whatever stands beside them, unless a sign from outside does; the platform's
// segmenter is right about everything and many times slower. A carriage return is none: with a line feed it
// is one grapheme.
const PLAIN =
  '\\0-\\f\\x0e-\\xa8\\xaa-\\xac\\xaf-\\u02ff\\u0370-\\u0377\\u037a-\\u0482\\u048a-\\u052f' +
  '\\u05d0-\\u05ea\\u0620-\\u064a\\u2010-\\u2027\\u3041-\\u3096\\u30a1-\\u30fa\\u4e00-\\u9fff'
// A sign of the stretch may join the plain ones on both its sides.
const ODD_STRETCH = new RegExp(
  `[${PLAIN}]?[^${PLAIN}](?:[^${PLAIN}]|[${PLAIN}](?=[^${PLAIN}]))*[${PLAIN}]?`,
  'g',
)

/** Counts a text piece by piece: a link, a mention, a grapheme. */
class Tally {
  length = 0
  /** UTF-16 offset behind the last piece that still fits. */
  validTo = 0
  #at = 0
  readonly #limit: number
  readonly #isWeighted: boolean

  constructor(rules: NetworkRules) {
    this.#limit = rules.limit
    this.#isWeighted = rules.counting === 'weighted'
  }

  add(units: number, length: number): void {
    this.length += length
    this.#at += units
    if (this.length <= this.#limit) this.validTo = this.#at
  }

  graphemes(text: string): void {
    let at = 0
    for (const stretch of text.matchAll(ODD_STRETCH)) {
      this.#plain(text, at, stretch.index)
      for (const { segment } of segmenter.segment(stretch[0]))
        this.add(segment.length, this.#isWeighted ? weightOf(segment) : 1)
      at = stretch.index + stretch[0].length
    }
    this.#plain(text, at, text.length)
  }

  #plain(text: string, from: number, to: number): void {
    for (let at = from; at < to; at++) this.add(1, !this.#isWeighted || isLight(text.charCodeAt(at)) ? 1 : 2)
  }
}

// The published configuration, version 3: scale 100, default weight 200, these ranges 100, a link 23, an
// emoji 2.
const LINK_WEIGHT = 23
const LIGHT_RANGES = [
  [0x0000, 0x10ff],
  [0x2000, 0x200d],
  [0x2010, 0x201f],
  [0x2032, 0x2037],
] as const
const isLight = (code: number): boolean =>
  code <= 0x10ff || LIGHT_RANGES.some(([from, to]) => code >= from && code <= to)
const EMOJI = new RegExp('^(?:\\p{RGI_Emoji}|\\p{Emoji}\\uFE0F|\\p{Emoji_Presentation})$', 'v')

function weightOf(grapheme: string): number {
  if (EMOJI.test(grapheme)) return 2
  let weight = 0
  for (const character of grapheme) weight += isLight(character.codePointAt(0)!) ? 1 : 2
  return weight
}
