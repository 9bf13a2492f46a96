import { words } from '../text'
import { WatchSyntaxError } from './errors'
import { lex, type Token } from './lex'
import type { WatchQuery } from './types'

/** Brackets within brackets a query may have. */
const DEEPEST = 40

/**
 * A query's text as a tree. Words side by side must all be there; `OR` takes one of two; `NOT` or `-` leaves out;
 * `"words in quotes"` stand side by side; `word*` is a beginning; `=word` is that form alone. Precedence NOT, AND, OR.
 * Throws WatchSyntaxError with the place of the trouble.
 */
export function parseWatch(text: string): WatchQuery {
  const reader = new Reader(lex(text))
  if (reader.peek().kind === 'end') throw new WatchSyntaxError(0, 'a word', 'A watch needs at least one word.')
  const query = readOr(reader, 0)
  const rest = reader.peek()
  if (rest.kind !== 'end') throw new WatchSyntaxError(rest.at, 'the end', 'This bracket closes nothing.')
  return query
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

function readOr(reader: Reader, depth: number): WatchQuery {
  const parts = [readAnd(reader, depth)]
  while (reader.accept('or')) parts.push(readAnd(reader, depth))
  return joined('or', parts)
}

function readAnd(reader: Reader, depth: number): WatchQuery {
  const parts = [readNot(reader, depth)]
  for (;;) {
    if (reader.accept('and')) {
      parts.push(readNot(reader, depth))
      continue
    }
    const { kind } = reader.peek()
    if (kind === 'or' || kind === 'close' || kind === 'end') return joined('and', parts)
    parts.push(readNot(reader, depth))
  }
}

function readNot(reader: Reader, depth: number): WatchQuery {
  return reader.accept('not') ? { kind: 'not', part: readNot(reader, depth) } : readTerm(reader, depth)
}

function readTerm(reader: Reader, depth: number): WatchQuery {
  const token = reader.take()
  if (token.kind === 'open') {
    if (depth >= DEEPEST) throw new WatchSyntaxError(token.at, 'fewer brackets', `A watch may have at most ${DEEPEST} brackets within each other.`)
    const inside = readOr(reader, depth + 1)
    if (!reader.accept('close')) throw new WatchSyntaxError(reader.peek().at, ')', 'A bracket is not closed.')
    return inside
  }
  if (token.kind !== 'word' && token.kind !== 'phrase') throw new WatchSyntaxError(token.at, 'a word', 'A word or a phrase is missing here.')
  const parts = words(token.text).map((word) => word.text)
  if (parts.length === 0) throw new WatchSyntaxError(token.at, 'a word', `“${token.text}” has no letter or figure to look for.`)
  return { kind: 'term', words: parts, phrase: token.kind === 'phrase', prefix: token.prefix, exact: token.exact }
}

const joined = (kind: 'and' | 'or', parts: WatchQuery[]): WatchQuery => (parts.length === 1 ? parts[0]! : { kind, parts })
