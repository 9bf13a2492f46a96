import type { Limit, WatchQuery } from './types'

const CHANGING = ['age', 'outlets', 'responses'] as const

/**
 * The parts of a query whose truth changes after an article came: how old it is, how many outlets have it,
 * how many responded.
 */
export function dependsOn(query: WatchQuery): ('age' | 'outlets' | 'responses')[] {
  const asked = new Set(limitsOf(query).map(({ what }) => what))
  return CHANGING.filter((what) => asked.has(what))
}

/** All limits of a query, in its order, those that are negated too. */
export function limitsOf(query: WatchQuery): Limit[] {
  if (query.kind === 'limit') return [query]
  if (query.kind === 'not') return limitsOf(query.part)
  return query.kind === 'and' || query.kind === 'or' ? query.parts.flatMap(limitsOf) : []
}
