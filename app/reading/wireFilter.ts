import type { Show } from '#shared/articles/shows'

const HOUR = 3_600_000
const DAY = 24 * HOUR

export type Order = 'newest' | 'oldest' | 'waiting' | 'mixed'

/** What narrows the list besides the watch and what was decided; null for any. */
export interface Narrowing {
  tag: string | null
  folder: string | null
  source: string | null
  own: 'yes' | 'no' | null
  kind: string | null
  language: string | null
  region: string | null
  /** Words of one's own that must all be in the article. */
  words: string | null
  age: 'day' | 'week' | 'month' | null
}

export interface WireFilter extends Narrowing {
  show: Show
  order: Order
  watch: string | null
}

export const NO_NARROWING: Readonly<Narrowing> = {
  tag: null,
  folder: null,
  source: null,
  own: null,
  kind: null,
  language: null,
  region: null,
  words: null,
  age: null,
}
export const NO_FILTER: Readonly<WireFilter> = { show: 'open', order: 'newest', watch: null, ...NO_NARROWING }
const DAYS = { day: 1, week: 7, month: 31 }

export const isNarrowing = (filter: WireFilter): boolean =>
  Object.keys(NO_NARROWING).some((name) => filter[name as keyof Narrowing] !== null)

/** The query that asks for a page of the list as it is filtered, behind `after` where that is given. */
export function queryOf(
  { age, ...plain }: WireFilter,
  now: number,
  after: string | null,
): Record<string, string> {
  // A whole hour, so that the pages of one list begin at the same instant.
  const since = age && new Date(Math.floor((now - DAYS[age] * DAY) / HOUR) * HOUR)
  const named = Object.entries<string | null>(plain).flatMap(([name, value]) =>
    value === null ? [] : [[name, value] as const],
  )
  return {
    ...Object.fromEntries(named),
    ...(since ? { since: since.toISOString() } : {}),
    ...(after ? { after } : {}),
  }
}
