import { entities } from './entities'
import type { Entity, Measure, NetworkRules } from './types'

/** One piece of a text that is counted as a whole: a link, a mention, or a grapheme. */
interface Piece {
  units: number
  length: number
}

const graphemes = new Intl.Segmenter('und', { granularity: 'grapheme' })
const utf8 = new TextEncoder()

/**
 * A text's length as the network counts it, in NFC. `weighted`: the published version 3 configuration of twitter-text.
 * `graphemes`: Unicode Annex 29. `characters`: graphemes, a link as `linkLength`, `@user@host` as `@user` where mentions count
 * locally. `links` are addresses the product itself put in, which are links under any domain.
 */
export function measure(text: string, rules: NetworkRules, links: string[] = []): Measure {
  const normal = text.normalize('NFC')
  let length = 0
  let validTo = 0
  let at = 0
  for (const piece of pieces(normal, rules, links)) {
    length += piece.length
    at += piece.units
    if (length <= rules.limit) validTo = at
  }
  const bytes = utf8.encode(normal).length
  const bytesFit = rules.maxTextBytes === null || bytes <= rules.maxTextBytes
  return { length, limit: rules.limit, left: rules.limit - length, bytes, valid: length > 0 && length <= rules.limit && bytesFit, validTo }
}

function* pieces(text: string, rules: NetworkRules, links: string[]): Generator<Piece> {
  let at = 0
  for (const entity of entities(text, rules, links)) {
    const fixed = fixedLength(entity, rules)
    if (fixed === null) continue
    yield* graphemePieces(text.slice(at, entity.start), rules)
    yield { units: entity.end - entity.start, length: fixed }
    at = entity.end
  }
  yield* graphemePieces(text.slice(at), rules)
}

/** The length of an entity that does not count as its own characters; null when it does. */
function fixedLength(entity: Entity, rules: NetworkRules): number | null {
  if (entity.kind === 'link') return rules.counting === 'weighted' ? LINK_WEIGHT : rules.counting === 'characters' ? rules.linkLength : null
  if (entity.kind === 'mention' && rules.mentionCounts === 'local' && entity.text.indexOf('@', 1) > 0) return entity.text.indexOf('@', 1)
  return null
}

function* graphemePieces(text: string, rules: NetworkRules): Generator<Piece> {
  for (const { segment } of graphemes.segment(text)) {
    yield { units: segment.length, length: rules.counting === 'weighted' ? weightOf(segment) : 1 }
  }
}

// The published configuration, version 3: scale 100, default weight 200, these ranges 100, a link 23, an emoji 2.
const LINK_WEIGHT = 23
const LIGHT_RANGES = [
  [0x0000, 0x10ff],
  [0x2000, 0x200d],
  [0x2010, 0x201f],
  [0x2032, 0x2037],
] as const
const EMOJI = new RegExp('^(?:\\p{RGI_Emoji}|\\p{Emoji}\\uFE0F|\\p{Emoji_Presentation})$', 'v')

function weightOf(grapheme: string): number {
  if (grapheme.length === 1 && grapheme.charCodeAt(0) < 0x80) return 1
  if (EMOJI.test(grapheme)) return 2
  let weight = 0
  for (const character of grapheme) {
    const code = character.codePointAt(0)!
    weight += LIGHT_RANGES.some(([from, to]) => code >= from && code <= to) ? 1 : 2
  }
  return weight
}
