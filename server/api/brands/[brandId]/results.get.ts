import { resultsRoutes } from '#shared/results/routes'
import type { Measure } from '#shared/results/types'
import { resultsOf } from '#server/results'
import { route } from '#server/route'

const MEASURES: readonly string[] = ['responses', 'answers', 'clicks'] satisfies Measure[]
const LONGEST_DAYS = 366

export default route(resultsRoutes.results, null, ({ actor, query }) => {
  const measure = query['measure'] ?? ''
  return resultsOf(actor.brandId, {
    days: Math.min(LONGEST_DAYS, Math.max(1, Math.trunc(Number(query['days'] ?? 28)) || 28)),
    accountId: query['account'] || null,
    measure: MEASURES.includes(measure) ? (measure as Measure) : 'responses',
  })
})
