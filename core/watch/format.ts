import type { Limit, Term, WatchQuery } from './types'

/** A query's text, with just the brackets it needs. `parseWatch` of it gives an equal tree. */
export function formatWatch(query: WatchQuery): string {
  switch (query.kind) {
    case 'term':
      return formatTerm(query)
    case 'site':
      return `site:${query.host}`
    case 'lang':
      return `lang:${query.language}`
    case 'limit':
      return formatLimit(query)
    case 'not':
      return `-${bracketed(query.part, query.part.kind === 'and' || query.part.kind === 'or')}`
    case 'and':
      return query.parts.map((part) => bracketed(part, part.kind === 'or' || part.kind === 'and')).join(' ')
    case 'or':
      return query.parts.map((part) => bracketed(part, part.kind === 'or')).join(' OR ')
  }
}

const bracketed = (query: WatchQuery, needed: boolean): string =>
  needed ? `(${formatWatch(query)})` : formatWatch(query)

const formatLimit = ({ what, is, value, unit }: Limit): string => `${what}${is}${value}${unit ?? ''}`

/** A term as it stands in a query. */
export function formatTerm({ words, field, exact, prefix, near, weight }: Term): string {
  const text = words.join(' ')
  const isPlain =
    words.length === 1 && /^[\p{L}\p{N}\p{M}_'’.,]+$/u.test(text) && !/^(AND|OR|NOT)$/.test(text)
  return [
    field ? `${field}:` : '',
    exact ? '=' : '',
    isPlain ? text : `"${text}"`,
    prefix ? '*' : '',
    near === null ? '' : `~${near}`,
    weight === 1 ? '' : `^${weight}`,
  ].join('')
}
