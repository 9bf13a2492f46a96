import { limitValue } from './conditions'
import { limitsOf } from './depends'
import { matchPrepared } from './match'
import type { FindWord } from './places'
import type { PreparedArticle } from './prepare'
import type { WatchMatch, WatchQuery } from './types'

/**
 * A time in which a query holds for an article, from `from` on and before `until`, in milliseconds; null for
 * without end.
 */
export interface Holding {
  from: number | null
  until: number | null
  match: WatchMatch
}

/**
 * When a query holds for an article as it grows older, from `now` on (milliseconds): stored once, it need not
 * be asked again. Where the query asks for no age that is always or never.
 */
export function holdingsOf(
  query: WatchQuery,
  article: PreparedArticle,
  now: number,
  find: FindWord,
): Holding[] {
  const ages = limitsOf(query).filter(({ what }) => what === 'age')
  if (ages.length === 0 || article.publishedAt === null) {
    const match = matchPrepared(query, article, now, find)
    return match ? [{ from: null, until: null, match }] : []
  }
  // An age is reached, or passed a moment later: between these times nothing changes.
  const turns = ages.flatMap((limit) =>
    [0, 1].map((later) => article.publishedAt! + limitValue(limit) + later),
  )
  const times = [now, ...[...new Set(turns)].filter((at) => at > now).sort((a, b) => a - b)]
  const holdings: Holding[] = []
  times.forEach((at, index) => {
    const match = matchPrepared(query, article, at, find)
    if (!match) return
    const until = times[index + 1] ?? null
    const last = holdings.at(-1)
    if (last && last.until === at) last.until = until
    else holdings.push({ from: index === 0 ? null : at, until, match })
  })
  return holdings
}
