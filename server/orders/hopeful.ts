import type { RunArticle, RunOrder } from '#core/orders/run'
import type { WatchQuery } from '#core/watch'
import { candidatesAmong } from '#server/watches'
import { watchExpressionTask } from '#server/watches/tasks'
import type { Db } from '#server/platform/db'
import type { LaneName } from '#server/platform/jobs/lanes'
import { runInThread } from '#server/platform/jobs/pool'

/** An article before its text is read; `number`: where the search index has it, null for not yet. */
export type WithoutText = Omit<RunArticle, 'words' | 'body'> & { number: number | null }

/** What the search index is asked for a query, while its order is known; null where that is no help. */
const expressions = new WeakMap<WatchQuery, string | null>()

/**
 * Tells of each article which of the orders that look at it have hope to take it: of the others the search
 * index says already that their query does not hold. One that is there without any is left out.
 */
export async function hopeful(
  db: Db,
  {
    lane,
    brandId,
    orders,
  }: { lane: Extract<LaneName, 'person' | 'background'>; brandId: string; orders: RunOrder[] },
  articles: WithoutText[],
): Promise<WithoutText[]> {
  const matches = new Map<string, string>()
  // One after the other: hundreds at once would stand in the way of other brands' work.
  for (const {
    id,
    condition: { query },
  } of orders) {
    if (query === null) continue
    if (!expressions.has(query))
      expressions.set(query, await runInThread(lane, [`brand:${brandId}`], watchExpressionTask, query))
    const match = expressions.get(query)
    if (match) matches.set(id, match)
  }
  if (matches.size === 0) return articles
  const numbers = articles.flatMap(({ number }) => number ?? [])
  const found = await candidatesAmong(db, brandId, [...new Set(matches.values())], numbers)
  // Most articles share one list of orders.
  const rest = new Map<string[], string[]>()
  const withoutMatch = (ids: string[]): string[] => {
    const known = rest.get(ids) ?? ids.filter((id) => !matches.has(id))
    rest.set(ids, known)
    return known
  }
  return articles.flatMap((article) => {
    if (article.number === null || found.has(article.number)) return [article]
    const orderIds = withoutMatch(article.orderIds)
    return orderIds.length === 0 ? [] : [{ ...article, orderIds }]
  })
}
