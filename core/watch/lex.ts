import { message } from '../messages'
import { WatchSyntaxError } from './errors'
import { FIELDS, isField, isWithinHebrew, LIMITS, type Field } from './fields'
import type { Limit } from './types'

export type Token =
  | { kind: 'and' | 'or' | 'not' | 'open' | 'close' | 'end'; text: string; at: number }
  | {
      kind: 'word' | 'phrase'
      text: string
      at: number
      exact: boolean
      prefix: boolean
      near: number | null
      weight: number
    }
  | { kind: 'field'; text: string; at: number; field: Field }
  | { kind: 'limit'; text: string; at: number; limit: Limit }

const OPERATORS: Record<string, 'and' | 'or' | 'not'> = { AND: 'and', OR: 'or', NOT: 'not' }
const SIGNS: Record<string, 'open' | 'close' | 'not'> = { '(': 'open', ')': 'close', '-': 'not' }
const QUOTES = /["“”„«»]/
const COMPARED = new RegExp(`^(${LIMITS.join('|')})(<=|>=|<|>|=)(.*)$`, 'i')
const MOST_WEIGHT = 100

/** A query's tokens, an `end` last. Operators are written in capitals, so that `and` stays a word. */
export function lex(text: string): Token[] {
  const tokens: Token[] = []
  for (let at = 0; at < text.length;) {
    if (/\s/.test(text[at]!)) {
      at++
      continue
    }
    const { token, end } = tokenAt(text, at)
    tokens.push(token)
    at = end
  }
  tokens.push({ kind: 'end', text: '', at: text.length })
  return tokens
}

function tokenAt(text: string, at: number): { token: Token; end: number } {
  const sign = SIGNS[text[at]!]
  if (sign) return { token: { kind: sign, text: text[at]!, at }, end: at + 1 }
  const exact = text[at] === '='
  const start = exact ? at + 1 : at
  if (QUOTES.test(text[start] ?? '')) return phraseAt(text, at, start, exact)
  const raw = rawWord(text, start)
  if (exact) return wordAt(text, at, start, raw)
  return fieldAt(raw, at) ?? operatorAt(raw, at) ?? limitAt(raw, at) ?? wordAt(text, at, start, raw)
}

/** What stands up to the next blank, bracket or quotation mark. */
function rawWord(text: string, at: number): string {
  let end = at
  while (
    end < text.length &&
    !/[\s()]/.test(text[end]!) &&
    (!QUOTES.test(text[end]!) || isWithinHebrew(text, end))
  )
    end++
  return text.slice(at, end)
}

function fieldAt(raw: string, at: number): { token: Token; end: number } | null {
  const [, name, rest] = /^([a-z]+):(?!\/\/)(.*)$/i.exec(raw) ?? []
  if (name === undefined) return null
  const field = name.toLowerCase()
  if (isField(field))
    return { token: { kind: 'field', text: `${name}:`, at, field }, end: at + name.length + 1 }
  // With something behind the colon somebody means a field; at a word's end a colon is punctuation.
  if (rest === '') return null
  throw new WatchSyntaxError(
    at,
    'field',
    message('watch.no-field', { name, fields: FIELDS.map((item) => `${item}:`).join(' ') }),
  )
}

function operatorAt(raw: string, at: number): { token: Token; end: number } | null {
  const kind = OPERATORS[raw]
  return kind ? { token: { kind, text: raw, at }, end: at + raw.length } : null
}

function limitAt(raw: string, at: number): { token: Token; end: number } | null {
  const [, name, is, value] = COMPARED.exec(raw) ?? []
  if (name === undefined || is === undefined || value === undefined) return null
  const what = name.toLowerCase() as Limit['what']
  const [, figure, unit] = (what === 'age' ? /^(\d+(?:\.\d+)?)([hdw])$/ : /^(\d+)()$/).exec(value) ?? []
  if (figure === undefined) {
    const place = at + name.length + is.length
    if (what === 'age') throw new WatchSyntaxError(place, 'age', message('watch.age'))
    throw new WatchSyntaxError(place, 'number', message('watch.whole-number', { behind: name + is }))
  }
  const limit: Limit = {
    kind: 'limit',
    what,
    is: is as Limit['is'],
    value: Number(figure),
    unit: what === 'age' ? (unit as Limit['unit']) : null,
  }
  return { token: { kind: 'limit', text: raw, at, limit }, end: at + raw.length }
}

function phraseAt(text: string, at: number, start: number, exact: boolean): { token: Token; end: number } {
  let close = start + 1
  while (close < text.length && (!QUOTES.test(text[close]!) || isWithinHebrew(text, close))) close++
  if (close === text.length) throw new WatchSyntaxError(start, 'closing-quote', message('watch.quote-open'))
  const [behind = '', star, tilde, near, hat, weight] =
    /^(\*)?(?:(~)(\d+)?)?(?:(\^)([\d.]+)?)?/.exec(text.slice(close + 1)) ?? []
  const place = close + 1
  if (tilde && near === undefined)
    throw new WatchSyntaxError(place + behind.indexOf('~') + 1, 'number', message('watch.near-number'))
  return {
    token: {
      kind: 'phrase',
      text: text.slice(start + 1, close),
      at,
      exact,
      prefix: star !== undefined,
      near: near === undefined ? null : Number(near),
      weight: hat ? weightOf(weight, place + behind.indexOf('^') + 1) : 1,
    },
    end: place + behind.length,
  }
}

function wordAt(text: string, at: number, start: number, raw: string): { token: Token; end: number } {
  if (raw === '') throw new WatchSyntaxError(at, 'word', message('watch.exact-word'))
  const [, body = '', star, tilde, , hat, weight] =
    /^(.*?)(\*)?(?:(~)(\d*))?(?:(\^)([^^]*))?$/s.exec(raw) ?? []
  const place = start + body.length + (star ? 1 : 0)
  if (tilde) throw new WatchSyntaxError(place, 'phrase', message('watch.near-phrase'))
  return {
    token: {
      kind: 'word',
      text: body,
      at,
      exact: start > at,
      prefix: star !== undefined,
      near: null,
      weight: hat ? weightOf(weight, place + 1) : 1,
    },
    end: start + raw.length,
  }
}

function weightOf(text: string | undefined, at: number): number {
  const weight = /^\d+(\.\d+)?$/.test(text ?? '') ? Number(text) : 0
  if (weight > 0 && weight <= MOST_WEIGHT) return weight
  throw new WatchSyntaxError(at, 'number', message('watch.weight', { most: MOST_WEIGHT }))
}
