import { WatchSyntaxError } from './errors'

export interface Token {
  kind: 'word' | 'phrase' | 'and' | 'or' | 'not' | 'open' | 'close' | 'end'
  text: string
  at: number
  exact: boolean
  prefix: boolean
}

const OPERATORS: Record<string, 'and' | 'or' | 'not'> = { AND: 'and', OR: 'or', NOT: 'not' }
const QUOTES = /["“”„]/

/** A query's tokens, an `end` last. Operators are written in capitals, so that `and` stays a word. */
export function lex(text: string): Token[] {
  const tokens: Token[] = []
  let at = 0
  while (at < text.length) {
    const character = text[at]!
    if (/\s/.test(character)) at++
    else {
      const token = tokenAt(text, at)
      tokens.push(token.token)
      at = token.end
    }
  }
  tokens.push(plain('end', '', text.length))
  return tokens
}

function tokenAt(text: string, at: number): { token: Token; end: number } {
  const character = text[at]!
  if (character === '(') return { token: plain('open', '(', at), end: at + 1 }
  if (character === ')') return { token: plain('close', ')', at), end: at + 1 }
  if (character === '-') return { token: plain('not', '-', at), end: at + 1 }
  const exact = character === '='
  const start = exact ? at + 1 : at
  if (QUOTES.test(text[start] ?? '')) return phraseAt(text, start, exact)
  return wordAt(text, start, exact)
}

function phraseAt(text: string, at: number, exact: boolean): { token: Token; end: number } {
  const length = text.slice(at + 1).search(QUOTES)
  if (length < 0) throw new WatchSyntaxError(at, 'a closing quotation mark', 'This phrase has no closing quotation mark.')
  return { token: { kind: 'phrase', text: text.slice(at + 1, at + 1 + length), at, exact, prefix: false }, end: at + length + 2 }
}

function wordAt(text: string, at: number, exact: boolean): { token: Token; end: number } {
  const raw = /^[^\s()"“”„]+/.exec(text.slice(at))?.[0] ?? ''
  if (raw === '') throw new WatchSyntaxError(at, 'a word', 'A word or a phrase should stand after “=”.')
  const operator = exact ? undefined : OPERATORS[raw]
  if (operator) return { token: plain(operator, raw, at), end: at + raw.length }
  const prefix = raw.endsWith('*')
  return { token: { kind: 'word', text: prefix ? raw.slice(0, -1) : raw, at, exact, prefix }, end: at + raw.length }
}

const plain = (kind: Token['kind'], text: string, at: number): Token => ({ kind, text, at, exact: false, prefix: false })
