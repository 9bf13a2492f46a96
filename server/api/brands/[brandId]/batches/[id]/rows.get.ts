import { batchRoutes } from '#shared/batches/routes'
import { rowsOfBatch } from '#server/batches'
import { LIMITS } from '#shared/platform/limits'
import { route } from '#server/route'

export default route(batchRoutes.rows, null, ({ actor, param, query }) =>
  rowsOfBatch(actor.brandId, param('id'), {
    only: query['only'] ?? '',
    from: Math.max(0, Math.min(LIMITS.batchRows, Math.trunc(Number(query['from'])) || 0)),
  }),
)
