import { DAY } from '#core/instant'
import { resultsRoutes } from '#shared/results/routes'
import type { Measure } from '#shared/results/types'
import { resultsOf } from '#server/results'
import { now } from '#server/platform/clock'
import { route } from '#server/route'

const MEASURES: readonly string[] = ['responses', 'answers', 'clicks'] satisfies Measure[]
const LONGEST_DAYS = 366

export default route(resultsRoutes.results, null, ({ actor, query }) => {
  const measure = query['measure'] ?? ''
  const days = Math.min(LONGEST_DAYS, Math.max(1, Math.trunc(Number(query['days'] ?? 28)) || 28))
  return resultsOf(actor.brandId, {
    from: now() - days * DAY,
    to: now() + 1,
    accountId: query['account'] || null,
    measure: MEASURES.includes(measure) ? (measure as Measure) : 'responses',
  })
})
