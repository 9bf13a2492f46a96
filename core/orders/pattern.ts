// A small language for texts with places in them:
//   {title}            a field
//   {author|source}    the first of these that is not empty
//   {title:80}         cut at a word to 80 characters, with an ellipsis
//   {text:280.}        as many whole sentences as fit into 280 characters
//   {tags#}            a list as hashtags
//   {{ and }}          braces themselves
// It has no loops and no conditions, and runs in time with the length of what it is given.

/** What a pattern may name. */
export const PATTERN_FIELDS = [
  'title',
  'best sentence',
  'summary',
  'text',
  'author',
  'source',
  'tags',
  'date',
  'url',
  'prompt',
  'account',
  'count',
] as const
export type PatternField = (typeof PATTERN_FIELDS)[number]

/** A fault in a pattern; `at`: the character where it lies, from 0. */
export class PatternError extends Error {
  readonly code = 'pattern'
  constructor(
    readonly at: number,
    readonly fault: 'open' | 'close' | 'empty' | 'unknown-field' | 'length',
    /** What stands there. */
    readonly text = '',
  ) {
    super(`Pattern: ${fault} at ${at}`)
  }
}

export interface Place {
  names: string[]
  /** Most characters; null for all. */
  most: number | null
  bySentence: boolean
  asHashtags: boolean
}
export type Piece = string | Place

const LONGEST = 5000

/** Checks a pattern. Throws `PatternError`. */
export function parsePattern(pattern: string): void {
  piecesOf(pattern, (name) => (PATTERN_FIELDS as readonly string[]).includes(name))
}

/** The fields that a pattern names. Throws `PatternError`. */
export const fieldsOfPattern = (pattern: string): string[] => [
  ...new Set(
    piecesOf(pattern, () => true).flatMap((piece) => (typeof piece === 'string' ? [] : piece.names)),
  ),
]

/** A pattern's texts and places, in their order. Throws `PatternError`. */
export function piecesOf(pattern: string, isKnown: (name: string) => boolean): Piece[] {
  const pieces: Piece[] = []
  let plain = ''
  for (let at = 0; at < pattern.length; at++) {
    const sign = pattern[at]!
    const isTwice = (sign === '{' || sign === '}') && pattern[at + 1] === sign
    if (isTwice) {
      plain += sign
      at++
    } else if (sign === '}') throw new PatternError(at, 'close')
    else if (sign === '{') {
      const end = pattern.indexOf('}', at)
      const inner = end === -1 ? '' : pattern.slice(at + 1, end)
      if (end === -1 || inner.includes('{')) throw new PatternError(at, 'open')
      pieces.push(plain, placeOf(inner, at + 1, isKnown))
      plain = ''
      at = end
    } else plain += sign
  }
  return [...pieces, plain]
}

function placeOf(inner: string, at: number, isKnown: (name: string) => boolean): Place {
  const colon = inner.indexOf(':')
  const head = colon === -1 ? inner : inner.slice(0, colon)
  const limit = colon === -1 ? '' : inner.slice(colon + 1).trim()
  const asHashtags = head.trimEnd().endsWith('#')
  const names: string[] = []
  let start = at
  for (const part of (asHashtags ? head.trimEnd().slice(0, -1) : head).split('|')) {
    const name = part.trim()
    if (name === '') throw new PatternError(start, 'empty')
    if (!isKnown(name)) throw new PatternError(start + part.indexOf(name), 'unknown-field', name)
    names.push(name)
    start += part.length + 1
  }
  if (colon === -1) return { names, most: null, bySentence: false, asHashtags }
  const bySentence = limit.endsWith('.')
  const digits = bySentence ? limit.slice(0, -1) : limit
  const most = /^\d{1,5}$/.test(digits) ? Number(digits) : 0
  if (most < 1 || most > LONGEST) throw new PatternError(at + colon + 1, 'length', limit)
  return { names, most, bySentence, asHashtags }
}
