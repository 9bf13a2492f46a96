import { message } from '../messages'
import { words } from '../text/words'
import { WatchSyntaxError } from './errors'
import type { Field } from './fields'
import { lex, type Token } from './lex'
import { hostOf } from './site'
import type { Term, WatchQuery, WordField } from './types'

/** Brackets, and words that leave out, within each other a query may have. */
const DEEPEST = 40

/**
 * A query's text as a tree. Words side by side must all be there; `OR` takes one of two; `NOT` or `-` leaves
 * out;
 * `"words in quotes"` stand side by side, with `~4` behind them near each other in any order; `word*` is a
 * beginning; `=word` is that form alone; `word^2` weighs more. `title:` `body:` `author:` `source:`
 * `category:` `region:` look there alone, `site:` and `lang:` ask for a site and a language, `age<7d`
 * `words>=300` `outlets>=3` `responses>=50` compare. Precedence NOT, AND, OR. Throws WatchSyntaxError with
 * the place of the trouble.
 */
export function parseWatch(text: string): WatchQuery {
  const reader = new Reader(lex(text))
  if (reader.peek().kind === 'end') throw new WatchSyntaxError(0, 'word', message('watch.no-word'))
  const query = readOr(reader, { depth: 0, field: null })
  const rest = reader.peek()
  if (rest.kind !== 'end') throw new WatchSyntaxError(rest.at, 'end', message('watch.bracket-closes-nothing'))
  return query
}

interface Place {
  depth: number
  /** The field whose brackets one is in. */
  field: Field | null
}

class Reader {
  readonly #tokens: Token[]
  #next = 0

  constructor(tokens: Token[]) {
    this.#tokens = tokens
  }

  peek(): Token {
    return this.#tokens[this.#next]!
  }

  take(): Token {
    const token = this.peek()
    if (token.kind !== 'end') this.#next++
    return token
  }

  accept(kind: Token['kind']): boolean {
    if (this.peek().kind !== kind) return false
    this.take()
    return true
  }
}

function readOr(reader: Reader, place: Place): WatchQuery {
  const parts = [readAnd(reader, place)]
  while (reader.accept('or')) parts.push(readAnd(reader, place))
  return joined('or', parts)
}

function readAnd(reader: Reader, place: Place): WatchQuery {
  const parts = [readNot(reader, place)]
  for (;;) {
    if (reader.accept('and')) {
      parts.push(readNot(reader, place))
      continue
    }
    const { kind } = reader.peek()
    if (kind === 'or' || kind === 'close' || kind === 'end') return joined('and', parts)
    parts.push(readNot(reader, place))
  }
}

function readNot(reader: Reader, place: Place): WatchQuery {
  const { at } = reader.peek()
  return reader.accept('not')
    ? { kind: 'not', part: readNot(reader, deeper(place, at)) }
    : readPart(reader, place)
}

function readPart(reader: Reader, place: Place): WatchQuery {
  const token = reader.take()
  switch (token.kind) {
    case 'open':
      return readBrackets(reader, deeper(place, token.at), token.at)
    case 'field':
      return readField(reader, token, place)
    case 'limit':
      if (place.field)
        throw new WatchSyntaxError(
          token.at,
          'word',
          message('watch.not-within', { text: token.text, field: place.field }),
        )
      return token.limit
    case 'word':
    case 'phrase':
      return leafOf(token, place.field)
    default:
      throw new WatchSyntaxError(token.at, 'word', message('watch.word-missing'))
  }
}

/** `at`: where the bracket opens, which is what to look at when it never closes. */
function readBrackets(reader: Reader, place: Place, at: number): WatchQuery {
  const inside = readOr(reader, place)
  if (!reader.accept('close')) throw new WatchSyntaxError(at, ')', message('watch.bracket-open'))
  return inside
}

function readField(
  reader: Reader,
  { field, text, at }: Extract<Token, { kind: 'field' }>,
  place: Place,
): WatchQuery {
  if (place.field)
    throw new WatchSyntaxError(at, 'word', message('watch.not-within', { text, field: place.field }))
  const next = reader.take()
  if (next.kind === 'open') return readBrackets(reader, { ...deeper(place, next.at), field }, next.at)
  if (next.kind === 'word' || next.kind === 'phrase') return leafOf(next, field)
  throw new WatchSyntaxError(next.at, 'word', message('watch.word-behind', { text }))
}

function deeper({ depth, field }: Place, at: number): Place {
  if (depth >= DEEPEST)
    throw new WatchSyntaxError(at, 'fewer-brackets', message('watch.brackets-too-deep', { most: DEEPEST }))
  return { depth: depth + 1, field }
}

function leafOf(token: Extract<Token, { kind: 'word' | 'phrase' }>, field: Field | null): WatchQuery {
  if (field === 'site') {
    const host = hostOf(token.text)
    if (host) return { kind: 'site', host }
    throw new WatchSyntaxError(token.at, 'site', message('watch.site'))
  }
  if (field === 'lang') {
    if (/^[a-z]{2,3}(-[a-z0-9]+)*$/i.test(token.text))
      return { kind: 'lang', language: token.text.toLowerCase() }
    throw new WatchSyntaxError(token.at, 'language', message('watch.language'))
  }
  return termOf(token, field)
}

function termOf(
  { text, at, exact, prefix, near, weight }: Extract<Token, { kind: 'word' | 'phrase' }>,
  field: WordField | null,
): Term {
  const parts = words(text).map((word) => word.text)
  if (parts.length === 0) throw new WatchSyntaxError(at, 'word', message('watch.no-letter', { text }))
  return { kind: 'term', words: parts, field, exact, prefix, near: parts.length > 1 ? near : null, weight }
}

const joined = (kind: 'and' | 'or', parts: WatchQuery[]): WatchQuery =>
  parts.length === 1 ? parts[0]! : { kind, parts }
