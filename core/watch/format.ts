import type { WatchQuery } from './types'

/** A query's text, with just the brackets it needs. `parseWatch` of it gives an equal tree. */
export function formatWatch(query: WatchQuery): string {
  switch (query.kind) {
    case 'term':
      return formatTerm(query)
    case 'not':
      return `-${bracketed(query.part, query.part.kind === 'and' || query.part.kind === 'or')}`
    case 'and':
      return query.parts.map((part) => bracketed(part, part.kind === 'or' || part.kind === 'and')).join(' ')
    case 'or':
      return query.parts.map((part) => bracketed(part, part.kind === 'or')).join(' OR ')
  }
}

const bracketed = (query: WatchQuery, needed: boolean): string => (needed ? `(${formatWatch(query)})` : formatWatch(query))

function formatTerm(term: Extract<WatchQuery, { kind: 'term' }>): string {
  const text = term.words.join(term.phrase ? ' ' : '-')
  const isOperator = text === 'AND' || text === 'OR' || text === 'NOT'
  const quoted = term.phrase || isOperator
  return `${term.exact ? '=' : ''}${quoted ? `"${text}"` : text}${term.prefix ? '*' : ''}`
}
