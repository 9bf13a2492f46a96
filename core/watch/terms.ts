import { formatTerm } from './format'
import type { Term, WatchQuery } from './types'

/** A word of a query, as it stands there, and what the query is without it (null when nothing is left). */
export interface TermOfQuery {
  term: Term
  text: string
  /** Behind a NOT: it leaves articles out. */
  leavesOut: boolean
  without: WatchQuery | null
}

/**
 * The words and phrases of a query in their order. Its time grows with the square of their number: ask
 * `countTerms` first.
 */
export function termsOf(query: WatchQuery): TermOfQuery[] {
  const found: TermOfQuery[] = []
  const walk = (part: WatchQuery, leavesOut: boolean): void => {
    if (part.kind === 'term')
      found.push({ term: part, text: formatTerm(part), leavesOut, without: without(query, part) })
    else if (part.kind === 'not') walk(part.part, !leavesOut)
    else if (part.kind === 'and' || part.kind === 'or') for (const inner of part.parts) walk(inner, leavesOut)
  }
  walk(query, false)
  return found
}

/** How many words and phrases a query has. */
export function countTerms(query: WatchQuery): number {
  if (query.kind === 'term') return 1
  if (query.kind === 'not') return countTerms(query.part)
  return query.kind === 'and' || query.kind === 'or'
    ? query.parts.reduce((sum, part) => sum + countTerms(part), 0)
    : 0
}

/** A query with one part taken out; what holds only that goes with it. */
function without(query: WatchQuery, target: WatchQuery): WatchQuery | null {
  if (query === target) return null
  if (query.kind === 'not') {
    const part = without(query.part, target)
    return part && { kind: 'not', part }
  }
  if (query.kind !== 'and' && query.kind !== 'or') return query
  const parts = query.parts.flatMap((part) => without(part, target) ?? [])
  return parts.length <= 1 ? (parts[0] ?? null) : { kind: query.kind, parts }
}
